import { groupBy, minBy } from 'es-toolkit';
import { earlier, noiseShares, type Strand } from '../gain';
import { DEFAULT_LEAST_OVER_NOISE_DB } from '../rig';
import { earlierFix } from './fixes/earlier';
import { addBooster, moveTalker } from './fixes/level';
import { figureText, finding, type Check, type Found, type Solved } from './finding';
import { firstGain, placementOf, voices } from './voice-gain';

/** The stage that makes most of the noise, in words. */
const makerOf = (solved: Solved, strand: Strand): { words: string; device?: string } => {
  const [first] = noiseShares(solved.graph, strand);
  const stage = first && strand.stages[first.stage];
  const percent = Math.round((first?.share ?? 0) * 100);
  if (!stage || percent < 50) return { words: 'No single stage makes it.' };
  const name = solved.find.device(stage.device ?? '')?.name;
  return {
    words: `${percent} % of it is made by ${stage.role === 'capsule' ? 'the room and the microphone itself' : `“${stage.label}”`}${name ? ` of ${name}` : ''}.`,
    ...(stage.device ? { device: stage.device } : {}),
  };
};

/** Of each voice the way on which it is least over its noise: left and right of one mix are one matter. */
const worstOfEach = (strands: readonly Strand[]): Strand[] =>
  Object.values(groupBy(strands, ({ source }) => source)).flatMap(
    (ways) => minBy(ways, ({ stages }) => stages.at(-1)!.signalToNoiseDb ?? Infinity) ?? [],
  );

/** A voice that is too little over the hiss where it is kept or sent. */
export const noiseHigh: Check = (solved) => {
  const least = solved.rig.assumptions.leastOverNoiseDb ?? DEFAULT_LEAST_OVER_NOISE_DB;
  return worstOfEach(voices(solved)).flatMap((strand): Found[] => {
    const end = strand.stages.at(-1)!;
    const over = end.signalToNoiseDb;
    if (over === null || over >= least) return [];
    const placement = placementOf(solved, strand);
    const gain = firstGain(solved, strand);
    const maker = makerOf(solved, strand);
    const missing = least - over;
    return [
      finding({
        code: 'noise-high',
        severity: 'caution',
        title: `${strand.sourceName} is only ${figureText(over, 0)} dB over the hiss at ${strand.sinkLabel}`,
        why: `${maker.words} Under speech it is covered, between words it is heard: keep ${figureText(least, 0)} dB or more. Get closer, make level earlier, or add it cleanly ahead of the input; turning up what comes later brings the hiss with it.`,
        places: [
          ...(maker.device ? [{ device: maker.device }] : []),
          ...(placement ? [{ device: placement.device, person: placement.person }] : []),
        ],
        figures: [
          {
            label: 'Voice',
            value: end.typical,
            unit: end.unit,
            from: `the whole way of ${strand.sourceName}, worked out`,
          },
          {
            label: 'Noise',
            value: end.noise!,
            unit: end.unit,
            from: 'powers of all stages on the way added',
          },
          { label: 'Wanted over it', value: least, unit: 'dB', from: 'assumption: common practice' },
        ],
        about: [{ person: strand.person ?? strand.source }],
        propose: () => {
          const better = earlier(solved.find, solved.graph, strand);
          return [
            ...(better ? [earlierFix(solved, better)] : []),
            ...moveTalker(solved, placement?.id, missing + 1),
            ...(gain ? addBooster(solved, placement?.device, gain, 0) : []),
          ];
        },
      }),
    ];
  });
};
