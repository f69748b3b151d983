import { spillsOf, type Spill } from '../gain';
import { leastApartOf } from '../rig';
import { figureText, finding, type Check, type Found } from './finding';
import { comeCloser, sitFurther, turnAway } from './fixes/seating';
import { placementOf, voices } from './voice-gain';

/** The loudest neighbour of each microphone. */
const worstOfEach = (spills: readonly Spill[]): Spill[] => [
  ...new Map([...spills].reverse().map((one) => [`${one.device} ${one.capsule}`, one])).values(),
];

const comparedWords = (againstDb: number): string => {
  const whole = Math.round(againstDb);
  const words = { '-1': `only ${-whole} dB under`, 0: 'as loud as', 1: `${whole} dB over` };
  return words[Math.sign(whole) as -1 | 0 | 1];
};

/** A neighbour who is nearly as loud in a microphone as the one it is for. */
export const spill: Check = (solved) => {
  const { find, heard, rig } = solved;
  const least = leastApartOf(rig);
  return worstOfEach(spillsOf(find, heard)).flatMap((one): Found[] => {
    const strand = voices(solved).find(
      (voice) =>
        voice.person === one.owner &&
        voice.stages.some(({ role, device }) => role === 'capsule' && device === one.device),
    );
    if (!strand || one.againstDb <= -least) return [];
    const placement = placementOf(solved, strand);
    const name = find.nameOf(one.device);
    const missing = one.againstDb + least;
    return [
      finding({
        code: 'spill',
        severity: 'caution',
        title: `${find.personName(one.person)} is ${comparedWords(one.againstDb)} ${find.personName(one.owner)} in ${name}`,
        why: `Keep ${figureText(least)} dB or more: in an ordinary room that is a neighbour three times as far away. What is in both microphones can be turned down in neither, and heard together, a moment apart, it sounds hollow. Come closer to the microphone, turn its deaf side to the neighbour, or sit further apart.`,
        places: [{ device: one.device, person: one.owner }, { person: one.person }],
        about: [{ device: one.device, port: one.capsule }],
        figures: [
          {
            label: find.personName(one.owner),
            value: one.ownDb,
            unit: 'dB SPL',
            from: 'distance and angle, at the capsule',
          },
          {
            label: `${find.personName(one.person)}, straight`,
            value: one.straightDb,
            unit: 'dB SPL',
            from: `${Math.round(one.distanceM * 100)} cm away on the plan, ${Math.round(Math.abs(one.offAxisDeg))}° off the axis`,
          },
          {
            label: `${find.personName(one.person)}, by the room`,
            value: one.roomDb,
            unit: 'dB SPL',
            from: 'assumption: volume and reverberation of the room',
          },
          {
            label: 'Wanted under',
            value: least,
            unit: 'dB',
            from: 'assumption: the 3:1 rule in an ordinary room',
          },
        ],
        propose: () => [
          ...(placement ? comeCloser(solved, strand, placement.id, missing) : []),
          ...turnAway(solved, one),
          ...sitFurther(solved, one),
        ],
      }),
    ];
  });
};
