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

/**
 * Which leads of a rig are not in stock. Each lead takes the shortest that is long enough and at most twice as long;
 * the longest are served first, so that a short lead never takes the only long one.
 */
export const missingLeads = (rig: Rig, stock: readonly StockRow[]): Shortage[] => {
  const left = stock.map((row) => ({ ...row }));
  const missing = new Map<string, Shortage>();
  const owned = (kind: string, lengthM: number) =>
    stock
      .filter((row) => row.kind === kind && row.lengthM >= lengthM && row.lengthM <= lengthM * MOST_TOO_LONG)
      .reduce((sum, row) => sum + row.count, 0);
  for (const lead of [...rig.leads].sort((a, b) => b.lengthM - a.lengthM)) {
    const fitting = left
      .filter(
        (row) =>
          row.kind === lead.kind &&
          row.count > 0 &&
          row.lengthM >= lead.lengthM &&
          row.lengthM <= lead.lengthM * MOST_TOO_LONG,
      )
      .sort((a, b) => a.lengthM - b.lengthM)[0];
    if (fitting) {
      fitting.count -= 1;
      continue;
    }
    const key = `${lead.kind} ${lead.lengthM}`;
    const known = missing.get(key);
    if (known) known.wanted += 1;
    else {
      missing.set(key, {
        kind: lead.kind,
        name: nameOf(rig, lead.kind),
        lengthM: lead.lengthM,
        wanted: 1,
        owned: owned(lead.kind, lead.lengthM),
      });
    }
  }
  return [...missing.values()].sort((a, b) => a.name.localeCompare(b.name) || a.lengthM - b.lengthM);
};
