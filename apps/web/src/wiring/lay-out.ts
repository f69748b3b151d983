import { guardedWorker, WorkerDied } from '../engine/guarded-worker';
import type { ChartModel } from './chart-model';
import type { ChartLayout } from './chart-layout';
import type { Layouter } from './layout.worker';

const layouter = guardedWorker<Layouter>(
  () => new Worker(new URL('./layout.worker.ts', import.meta.url), { type: 'module' }),
  { beat: (remote) => remote.isThere() },
);

/** Only what the layout looks at: no device models cross to the worker, or are kept. */
export const shapes = ({ boxes, lines }: ChartModel): ChartModel => ({
  boxes: boxes.map(({ id, kind, place, width, height, ports }) => ({
    id,
    kind,
    width,
    height,
    ports,
    ...(place === undefined ? {} : { place }),
  })),
  lines,
});

/**
 * Gives every box a place and every line a way, in a worker started at the first call.
 * @param before the chart as it stood: what has not changed stays where it was, what is new finds room
 */
export const layOut = (
  model: ChartModel,
  isGrouped = false,
  before?: { model: ChartModel; layout: ChartLayout },
): Promise<ChartLayout> => {
  const stood = before && { model: shapes(before.model), layout: before.layout };
  const work = () => layouter.call((remote) => remote.layOut(shapes(model), isGrouped, stood));
  // Another worker may do what one died of; what one dies of twice is told.
  return work().catch((error: unknown) => {
    if (error instanceof WorkerDied) return work();
    throw error;
  });
};
