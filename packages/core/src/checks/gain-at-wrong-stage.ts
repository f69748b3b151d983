import { CLEAN_DB, earlier, verdictOf } from '../gain';
import { DEFAULT_LEAST_OVER_NOISE_DB } from '../rig';
import { earlierFix } from './fixes/earlier';
import { figureText, finding, type Check, type Found } from './finding';
import { voices } from './voice-gain';

/** Less than this is not worth turning two knobs for, dB. Common practice, no published source. */
const WORTH_DB = 3;

/** Level that is made late, where an earlier control could make it with less hiss. */
export const gainAtWrongStage: Check = (solved) => {
  const least = solved.rig.assumptions.leastOverNoiseDb ?? DEFAULT_LEAST_OVER_NOISE_DB;
  return voices(solved).flatMap((strand): Found[] => {
    const over = strand.stages.at(-1)!.signalToNoiseDb;
    // What is too quiet is turned up at its first gain anyway.
    if (verdictOf(strand).kind === 'too-quiet') return [];
    // Below the least it is a finding of its own, with this among its cures.
    if (over === null || over < least || over >= CLEAN_DB) return [];
    const better = earlier(solved.find, solved.graph, strand);
    if (!better || better.betterDb < WORTH_DB) return [];
    const { early, late, byDb, betterDb } = better;
    const nameOf = (id: string) => solved.find.device(id)!.name;
    return [
      finding({
        code: 'gain-at-wrong-stage',
        severity: 'advice',
        title: `${strand.sourceName} is made loud at ${late.label} of ${nameOf(late.device)} instead of ${early.label}`,
        why: `With ${figureText(byDb, 0)} dB more at ${early.label} of ${nameOf(early.device)} and as much less at ${late.label}, ${strand.sinkLabel} reads the same and the voice is ${figureText(betterDb, 0)} dB further over the hiss. Every stage after the first adds noise to what it gets.`,
        places: [
          { device: early.device, control: early.control },
          { device: late.device, control: late.control },
        ],
        figures: [
          { label: 'Over the hiss now', value: over, unit: 'dB', from: 'level and noise where it ends' },
          {
            label: 'Over the hiss then',
            value: over + betterDb,
            unit: 'dB',
            from: 'noise of every stage on its way, added anew',
          },
        ],
        about: [
          {
            ...(strand.person ? { person: strand.person } : {}),
            device: early.device,
            control: early.control,
          },
          { device: late.device, control: late.control },
        ],
        propose: () => [earlierFix(solved, better)],
      }),
    ];
  });
};
