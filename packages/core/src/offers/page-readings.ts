import type { GroundLoop } from '../circuit';
import type { Readings } from './solve-rig';

/** What a page shows of every pass: findings, what is meant, the rings its chart draws; the rest is asked for when opened. */
export interface PageReadings extends Pick<Readings, 'findings' | 'toDo' | 'meant' | 'isHeard'> {
  groundLoops: GroundLoop[];
}

export const pageReadings = ({ findings, toDo, meant, isHeard, circuit }: Readings): PageReadings => ({
  findings,
  toDo,
  meant,
  isHeard,
  groundLoops: circuit.groundLoops,
});
