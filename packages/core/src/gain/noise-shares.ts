import type { FlowGraph } from '../flow';
import type { Db } from '../units';
import type { Strand } from './strand';
import { wayInto } from './way-into';

/** One source of the noise under a sound, and how far the sound is over it alone. */
export interface NoiseShare {
  /** The stage it is born at. */
  stage: number;
  /** Born on the way into the stage, not at the place itself: an amplifier, a converter. */
  isOnTheWay: boolean;
  overDb: Db;
  /** Of all the noise where the sound ends, 0 to 1. */
  share: number;
}

/** Power of a noise against a sound that is so far over it. */
export const powerUnder = (overDb: Db): number => 10 ** (-overDb / 10);

/**
 * Which stages make the noise under a sound where it ends, the loudest first. What is made by others that are mixed in on the
 * way is in none of them: their shares come to less than 1 then.
 */
export const noiseShares = (graph: FlowGraph, { stages }: Strand): NoiseShare[] => {
  const found: Omit<NoiseShare, 'share'>[] = [];
  stages.forEach((stage, index) => {
    const own = graph.nodes.get(stage.node)?.noise;
    if (own !== undefined) found.push({ stage: index, isOnTheWay: false, overDb: stage.typical - own });
    const edge = wayInto(graph, stages, index);
    if (edge?.noise !== undefined)
      found.push({ stage: index, isOnTheWay: true, overDb: stage.typical - edge.noise });
  });
  const over = stages.at(-1)!.signalToNoiseDb;
  // Where nothing is known of the whole, nothing is a share of it.
  const whole = over === null ? Infinity : powerUnder(over);
  return found
    .map((one) => ({ ...one, share: powerUnder(one.overDb) / whole }))
    .sort((a, b) => a.overDb - b.overDb);
};

/** What makes a share of the noise, in words: at a capsule it is the room as well as the microphone. */
export const noiseMakerWords = ({ role, label }: Strand['stages'][number]): string =>
  role === 'capsule' ? 'The room, and the microphone itself' : label;
