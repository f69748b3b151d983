import { LEAD_KINDS } from '../catalogue';
import type { Rig } from '../rig';

/** Leads of one kind and length that someone owns. */
export interface StockRow {
  kind: string;
  lengthM: number;
  count: number;
}

/** A kind and length of which the rig wants more than there are. */
export interface Shortage {
  kind: string;
  name: string;
  lengthM: number;
  wanted: number;
  owned: number;
}

/** A lead does for a shorter one, up to this much too long. Common practice, no published source. */
const MOST_TOO_LONG = 2;

const nameOf = (rig: Rig, kind: string): string =>
  [...rig.leadKinds, ...LEAD_KINDS].find(({ id }) => id === kind)?.name ?? kind;

const doesFor = (row: StockRow, lead: { kind: string; lengthM: number }): boolean =>
  row.kind === lead.kind && row.lengthM >= lead.lengthM && row.lengthM <= lead.lengthM * MOST_TOO_LONG;

/**
 * Hands out what is owned: each lead takes the shortest that is long enough and at most twice as long; the longest are
 * served first, so that a short lead never takes the only long one.
 */
const handOut = (rig: Rig, stock: readonly StockRow[]): { left: StockRow[]; unserved: Rig['leads'] } => {
  const left = stock.map((row) => ({ ...row }));
  const unserved = [...rig.leads]
    .sort((a, b) => b.lengthM - a.lengthM)
    .filter((lead) => {
      const [fitting] = left
        .filter((row) => row.count > 0 && doesFor(row, lead))
        .sort((a, b) => a.lengthM - b.lengthM);
      if (fitting) fitting.count -= 1;
      return !fitting;
    });
  return { left, unserved };
};

/** Which leads of a rig are not in stock. */
export const missingLeads = (rig: Rig, stock: readonly StockRow[]): Shortage[] => {
  const missing = new Map<string, Shortage>();
  for (const { kind, lengthM } of handOut(rig, stock).unserved) {
    const key = `${kind} ${lengthM}`;
    const known = missing.get(key);
    if (known) {
      known.wanted += 1;
      continue;
    }
    const owned = stock
      .filter((row) => doesFor(row, { kind, lengthM }))
      .reduce((sum, row) => sum + row.count, 0);
    missing.set(key, { kind, name: nameOf(rig, kind), lengthM, wanted: 1, owned });
  }
  return [...missing.values()].sort((a, b) => a.name.localeCompare(b.name) || a.lengthM - b.lengthM);
};

/** Lengths of a kind that are owned and in use nowhere in this rig, shortest first. */
export const freeInStock = (rig: Rig, stock: readonly StockRow[], kind: string): number[] =>
  handOut(rig, stock)
    .left.filter((row) => row.kind === kind && row.count > 0)
    .map(({ lengthM }) => lengthM)
    .sort((a, b) => a - b);
