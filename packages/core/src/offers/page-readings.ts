import type { GroundLoop } from '../circuit';
import type { Readings } from './solve-rig';

/** What a page shows of every pass: findings, what is meant, the rings its chart draws; the rest is asked for when opened. */
export interface PageReadings extends Pick<Readings, 'findings' | 'toDo' | 'meant' | 'isHeard'> {
  groundLoops: GroundLoop[];
  /** What the last edits took from whom or brought to whom, in one line; empty where nothing. */
  follows: string;
}

/** @param follows what the last edits took from whom, in words */
export const pageReadings = (
  { findings, toDo, meant, isHeard, circuit }: Readings,
  follows = '',
): PageReadings => ({
  findings,
  toDo,
  meant,
  isHeard,
  groundLoops: circuit.groundLoops,
  follows,
});
