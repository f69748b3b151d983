import { missingDb } from '../gain';
import { figureText, finding, type Check, type Found } from './finding';
import { addBooster, moveTalker, setGain } from './fixes/level';
import { firstGain, placementOf, voices } from './voice-gain';
import { combineEdits } from '../rig';

/** An amplifier near the end of its travel, where hiss grows. */
export const gainTopOfRange: Check = (solved) => {
  const limit = solved.rig.assumptions.gainTravelLimit;
  return voices(solved).flatMap((strand): Found[] => {
    const { aim } = strand;
    const gain = firstGain(solved, strand);
    if (!gain || gain.travel <= limit) return [];
    const placement = placementOf(solved, strand);
    const end = strand.stages[strand.stages.length - 1]!;
    const missing = missingDb(aim, end.typical, end.peak);
    const highest = gain.control.minDb + limit * (gain.control.maxDb - gain.control.minDb);
    // What it takes to stay on the aim with the control inside its range.
    const excess = gain.value + missing - highest;
    const closer = moveTalker(solved, placement?.id, Math.max(3, excess + 1)).map((fix) => ({
      label: `${fix.label} and turn down`,
      edit: combineEdits(
        fix.label,
        fix.edit,
        setGain(
          solved.rig,
          gain,
          Math.floor(Math.min(highest, gain.value + missing - Math.max(3, excess + 1))),
        ).edit,
      ),
    }));
    return [
      finding({
        code: 'gain-top-of-range',
        severity: 'caution',
        title: `${gain.control.label} of ${solved.find.device(gain.device)?.name} is at ${figureText(gain.travel * 100, 0)} % of its travel`,
        why: `Above ${figureText(limit * 100, 0)} % of its travel an amplifier brings hiss and leaves nothing in hand when ${strand.sourceName} speaks more quietly. Get closer, or add clean level ahead of it.`,
        places: [
          { device: gain.device, control: gain.control.id },
          ...(placement ? [{ device: placement.device, person: placement.person }] : []),
        ],
        figures: [
          { label: 'Gain', value: gain.value, unit: 'dB', from: `setting of ${gain.control.label}` },
          {
            label: 'Limit',
            value: highest,
            unit: 'dB',
            from: `assumption: ${figureText(limit * 100, 0)} % of the travel`,
          },
        ],
        propose: () => [
          ...addBooster(solved, placement?.device, gain, missing),
          ...closer,
          {
            ...setGain(solved.rig, gain, Math.floor(highest)),
            label: `Turn ${gain.control.label} down to ${Math.floor(highest)} dB`,
          },
        ],
      }),
    ];
  });
};
