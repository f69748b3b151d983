import { deepEqual, type Finding, type PageReadings } from '@diaphon/core';

/** What of a page's readings is new against those it has: only that crosses. */
export interface ReadingsChange {
  /** Findings in their order; those the page does not have as they are come with it. */
  order: string[];
  findings: Finding[];
  /** Everything else that has changed, whole. */
  rest: Partial<Omit<PageReadings, 'findings'>>;
}

const REST = ['toDo', 'meant', 'isHeard', 'groundLoops', 'follows'] as const satisfies (keyof Omit<
  PageReadings,
  'findings'
>)[];

/** @param before what the page has; absent: nothing yet */
export const changeBetween = (before: PageReadings | undefined, after: PageReadings): ReadingsChange => {
  const known = new Map(before?.findings.map((finding) => [finding.id, finding]));
  return {
    order: after.findings.map(({ id }) => id),
    findings: after.findings.filter((finding) => !deepEqual(known.get(finding.id), finding)),
    rest: Object.fromEntries(
      REST.filter((key) => !before || !deepEqual(before[key], after[key])).map((key) => [key, after[key]]),
    ),
  };
};

/** The readings after a change; what has not changed stays the same object. */
export const withChange = (before: PageReadings | undefined, change: ReadingsChange): PageReadings => {
  const known = new Map(
    [...(before?.findings ?? []), ...change.findings].map((finding) => [finding.id, finding]),
  );
  return { ...before, ...change.rest, findings: change.order.map((id) => known.get(id)!) } as PageReadings;
};
