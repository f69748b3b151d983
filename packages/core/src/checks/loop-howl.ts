import { maxBy } from 'es-toolkit';
import type { FlowEdge, FlowLoop } from '../flow';
import { listed } from '../feeds';
import { isStrayAir } from '../gain';
import { figureText, finding, type Check, type Found, type Solved } from './finding';
import { monitorsOn, stopMonitoring } from './fixes/monitoring';
import { shutOnly } from './fixes/routing';
import { edgesOf, eachTime, loopFigures, onceRoundDb } from './loops';

/** A repeat this much weaker each time round is gone before anyone notices, dB. Common practice, no published source. */
const NOTICED_DB = -20;

/** Loops by wires and programs that lead through the same things. */
interface Round {
  devices: string[];
  loops: { loop: FlowLoop; edges: FlowEdge[] }[];
}

const roundsOf = (solved: Solved): Round[] => {
  const by = new Map<string, Round>();
  for (const loop of solved.heard.loops) {
    const edges = edgesOf(solved, loop);
    // Through the air it is a loudspeaker that is too near; what one wire lets over into the next nobody means.
    if (edges.some((edge) => isStrayAir(edge) || edge.isCrosstalk)) continue;
    const devices = [...new Set(loop.nodes.flatMap((id) => solved.graph.nodes.get(id)?.device ?? []))].sort();
    const round = by.get(devices.join(' ')) ?? { devices, loops: [] };
    round.loops.push({ loop, edges });
    by.set(devices.join(' '), round);
  }
  return [...by.values()];
};

/** What is recorded, sent or mixed goes out and comes back in again, by wires and programs. */
export const loopHowl: Check = (solved) =>
  roundsOf(solved).flatMap(({ devices, loops }): Found[] => {
    const gainDb = onceRoundDb(
      solved,
      loops.flatMap((one) => one.edges),
    );
    if (gainDb < NOTICED_DB) return [];
    const { loop, edges } = maxBy(loops, ({ loop }) => loop.gainDb)!;
    const isHowling = gainDb >= 0;
    const names = devices.map(solved.find.nameOf);
    const through = listed(names);
    const [monitor] = monitorsOn(solved, edges);
    return [
      finding({
        code: 'loop-howl',
        severity: isHowling ? 'fault' : 'caution',
        title: isHowling
          ? `Sound goes round through ${through} until it howls`
          : `Sound comes back to itself through ${through}, every ${figureText(loop.delayMs, 0)} ms`,
        why: `${monitor ? `${monitor.name} plays back what it records, and that is in what it records. ` : ''}Once round it is ${eachTime(gainDb)}: ${isHowling ? 'the first word starts a howl that hurts ears and loudspeakers' : 'every word rings on'}. Open the ring at one place.`,
        places: devices.map((device) => ({ device })),
        figures: loopFigures(
          loop,
          gainDb,
          'converters, buffers and programs on the way',
          'all ways round in step, each the sum of its stages',
        ),
        propose: () => [
          ...stopMonitoring(solved, edges),
          ...loops.flatMap((one) => shutOnly(solved, { edges: one.edges }, { edges: [] })),
        ],
      }),
    ];
  });
