import { isVoice, type FlowGraph, type FlowSource, type Sink } from '../flow';
import { CANCELLER_DB, CANCELLER_REACHES_MS } from '../rig';
import type { Db } from '../units';

/**
 * What the program before a far end takes out of a sound, dB: all of what is no voice, much of what it plays itself.
 * @param lateMs how old the sound is there
 */
export const takenOutDb = (
  graph: FlowGraph,
  { takesOut, app, farEnd }: Sink,
  source: FlowSource,
  lateMs: number,
): Db => {
  if (!takesOut) return 0;
  if (takesOut.noise && !isVoice(graph, source)) return Infinity;
  const isOwn = source.app === app && source.farEnd === farEnd;
  // The program hears it when it plays it: the network is no part of what it has to look for.
  const isInReach = lateMs - 2 * takesOut.networkMs <= CANCELLER_REACHES_MS;
  return takesOut.echo && isOwn && isInReach ? CANCELLER_DB : 0;
};
