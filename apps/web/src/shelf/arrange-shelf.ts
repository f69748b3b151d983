import type { RigOnShelf } from '@diaphon/api';
import { SEVERITIES } from '@diaphon/core';

export type ShelfOrder = 'saved' | 'name' | 'gravity' | 'size';

export const ORDERS: [ShelfOrder, string][] = [
  ['saved', 'last saved'],
  ['gravity', 'what is wrong'],
  ['name', 'name'],
  ['size', 'size'],
];

/** How bad a rig stands: its gravest kind of finding counts first, then how many; what cannot be read is worst. */
const badness = ({ summary, trouble }: RigOnShelf): number => {
  if (trouble) return Infinity;
  return SEVERITIES.reduce(
    (sum, severity) => sum * 1000 + Math.min(999, summary?.findings[severity] ?? 0),
    0,
  );
};

const COMPARE: Record<ShelfOrder, (a: RigOnShelf, b: RigOnShelf) => number> = {
  saved: (a, b) => b.updatedAt.localeCompare(a.updatedAt),
  name: (a, b) => a.name.localeCompare(b.name, undefined, { numeric: true }),
  gravity: (a, b) => (badness(a) === badness(b) ? 0 : badness(b) - badness(a)),
  size: (a, b) => (b.summary?.devices ?? 0) - (a.summary?.devices ?? 0),
};

/** The rigs that answer every word, by their names or by what is wrong with them, in an order. */
export const arrangeShelf = (rigs: readonly RigOnShelf[], words: string, order: ShelfOrder): RigOnShelf[] => {
  const sought = words.toLowerCase().split(/\s+/).filter(Boolean);
  return rigs
    .filter(({ name, summary }) => {
      const text = `${name} ${summary?.gravest ?? ''}`.toLowerCase();
      return sought.every((word) => text.includes(word));
    })
    .sort(COMPARE[order]);
};
