import { oncePer } from './once-per';
import type { DeviceModel, Path } from './types';

/** Paths of a model by where they begin and where they end. Models are never changed in place. */
interface Ways {
  from: ReadonlyMap<string, readonly Path[]>;
  to: ReadonlyMap<string, readonly Path[]>;
}

const group = (paths: readonly Path[], end: 'from' | 'to'): ReadonlyMap<string, readonly Path[]> => {
  const groups = new Map<string, Path[]>();
  for (const path of paths) {
    const there = groups.get(path[end]);
    if (there) there.push(path);
    else groups.set(path[end], [path]);
  }
  return groups;
};

const waysOf = oncePer(({ paths }: DeviceModel): Ways => ({
  from: group(paths, 'from'),
  to: group(paths, 'to'),
}));

const NONE: readonly Path[] = [];

/** Paths that lead on from a point or input of a model, those of its desk aside. */
export const pathsFrom = (model: DeviceModel | undefined, point: string): readonly Path[] =>
  (model && waysOf(model).from.get(point)) ?? NONE;

/** Paths that lead to a point or output of a model, those of its desk aside. */
export const pathsTo = (model: DeviceModel | undefined, point: string): readonly Path[] =>
  (model && waysOf(model).to.get(point)) ?? NONE;
