import type { RigOnShelf } from '@diaphon/api';
import { SEVERITIES } from '@diaphon/core';
import { count } from '../look/figures';
import { SEVERITY_WORDS } from '../look/severity';

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

/** How the whole shelf stands, in a line: each rig counted once, by the gravest thing found in it. */
export const shelfWords = (rigs: readonly RigOnShelf[]): string => {
  const standing = (rig: RigOnShelf): string => {
    const { summary, trouble } = rig;
    if (trouble) return 'cannot be read';
    if (!summary) return 'being worked out';
    const gravest = SEVERITIES.find((severity) => summary.findings[severity] > 0);
    if (gravest) return `with ${SEVERITY_WORDS[gravest].toLowerCase()} at worst`;
    return summary.toDo > 0 ? 'unfinished' : summary.isHeard ? 'clear' : 'empty';
  };
  const counts = new Map<string, number>();
  for (const rig of [...rigs].sort(COMPARE.gravity)) {
    const word = standing(rig);
    counts.set(word, (counts.get(word) ?? 0) + 1);
  }
  const parts = [...counts].map(([word, number]) => `${number} ${word}`);
  return `${count(rigs.length, 'rig')}: ${parts.join(', ')}.`;
};
