import type { SignedStep, SittingAddition } from '@diaphon/api';

/** Sittings as two browsers know them: only ever added to, so that what either has is in both. */

const LISTS = ['steps', 'measurements', 'incidents'] as const;

type Added = { id: string; at: string };

const union = <T extends Added>(a: readonly T[], b: readonly T[]): T[] =>
  [...new Map([...a, ...b].map((one) => [one.id, one])).values()].sort((x, y) =>
    `${x.at} ${x.id}`.localeCompare(`${y.at} ${y.id}`),
  );

/** All that either knows of a sitting, in the order of its times. */
export const merged = (a: SittingAddition, b: Omit<SittingAddition, 'sitting'>): SittingAddition => ({
  sitting: a.sitting,
  steps: union(a.steps, b.steps),
  measurements: union(a.measurements, b.measurements),
  incidents: union(a.incidents, b.incidents),
});

/** The part of a sitting that is named by ids. */
export const partOf = (all: SittingAddition, ids: ReadonlySet<string>): SittingAddition => {
  const own = <T extends Added>(rows: readonly T[]) => rows.filter(({ id }) => ids.has(id));
  return {
    sitting: all.sitting,
    steps: own(all.steps),
    measurements: own(all.measurements),
    incidents: own(all.incidents),
  };
};

export const idsOf = (all: Omit<SittingAddition, 'sitting'>): string[] =>
  LISTS.flatMap((list) => all[list].map(({ id }) => id));

/** How each step stands: as it was signed last. */
export const signedLast = (steps: readonly SignedStep[]): Map<string, SignedStep> =>
  new Map([...steps].sort((a, b) => a.at.localeCompare(b.at)).map((one) => [one.step, one]));
