import type { FlowEdge, FlowLoop } from '../flow';
import { isStrayAir } from '../gain';
import { DEFAULT_HOWL_MARGIN_DB } from '../rig';
import { powerSumDb } from '../units';
import { figureText, finding, type Check, type Found, type Solved } from './finding';
import { shutOnly } from './fixes/routing';
import { turnDownAlong } from './fixes/turn-down';
import { eachTime, edgesOf, loopFigures } from './loops';

/** One loudspeaker and all the microphones it comes back by. */
interface Return {
  loudspeaker: string;
  loops: { edges: FlowEdge[]; loop: FlowLoop }[];
}

const returnsOf = (solved: Solved): Return[] => {
  const by = new Map<string, Return>();
  for (const loop of solved.heard.loops) {
    const edges = edgesOf(solved, loop);
    const air = edges.at(-1)!;
    const loudspeaker = solved.graph.nodes.get(air.from)?.device;
    if (!isStrayAir(air) || !loudspeaker) continue;
    const one = by.get(loudspeaker) ?? { loudspeaker, loops: [] };
    one.loops.push({ edges, loop });
    by.set(loudspeaker, one);
  }
  return [...by.values()];
};

/** Turned down by so much more than is wanted, dB: where what is turned is not all that comes round. Common practice. */
const SPARE_DB = 0.5;

/** A loudspeaker so loud in an open microphone that it howls, or nearly does. */
export const feedbackNear: Check = (solved) => {
  const margin = solved.rig.assumptions.howlMarginDb ?? DEFAULT_HOWL_MARGIN_DB;
  return returnsOf(solved).flatMap(({ loudspeaker, loops }): Found[] => {
    const [worst] = loops;
    const gainDb = powerSumDb(loops.map(({ loop }) => loop.gainDb));
    const microphone = worst && solved.graph.nodes.get(worst.edges.at(-1)!.to)?.device;
    if (!worst || !microphone || gainDb <= -margin) return [];
    const isHowling = gainDb >= 0;
    const { nameOf } = solved.find;
    const others = loops.length - 1;
    const open = others === 0 ? '' : others === 1 ? ' and one more way' : ` and ${others} more ways`;
    return [
      finding({
        code: 'feedback-near',
        severity: isHowling ? 'fault' : 'caution',
        title: isHowling
          ? `${nameOf(loudspeaker)} howls through ${nameOf(microphone)}`
          : `${nameOf(loudspeaker)} is ${figureText(-gainDb, 0)} dB from howling through ${nameOf(microphone)}`,
        why: `What it plays comes back by ${nameOf(microphone)}${open} and is played again, ${eachTime(gainDb)}. Keep ${figureText(margin, 0)} dB: before it howls it rings on every word, and a howl hurts ears and loudspeakers. Take the microphone out of what it plays, turn it down, or move it behind the microphones.`,
        places: [{ device: loudspeaker }, { device: microphone }],
        about: [{ device: loudspeaker }],
        figures: [
          ...loopFigures(worst.loop, gainDb, 'air at 343 m/s, converters and buffers'),
          { label: 'Kept from it', value: margin, unit: 'dB', from: 'assumption: common practice' },
        ],
        propose: () => {
          const turned = turnDownAlong(solved, worst.edges, gainDb + margin + SPARE_DB);
          return [...shutOnly(solved, worst, { edges: [] }), ...turned];
        },
      }),
    ];
  });
};
