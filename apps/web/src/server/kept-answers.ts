/** Answers that were given from what is kept, because none came: by path, with the time they are of. */
const kept = new Map<string, string>();
const listeners = new Set<() => void>();

export const keptAnswers = {
  /** ISO text of the time, or undefined where the answer is today's. */
  of: (path: string): string | undefined => kept.get(path),
  /** @param at as a header says it, or null where the answer came from the server */
  note: (path: string, at: string | null): void => {
    const time = at === null ? NaN : Date.parse(at);
    if (Number.isNaN(time) && !kept.has(path)) return;
    if (Number.isNaN(time)) kept.delete(path);
    else kept.set(path, new Date(time).toISOString());
    for (const listener of listeners) listener();
  },
  onChange: (listener: () => void) => {
    listeners.add(listener);
    return () => void listeners.delete(listener);
  },
};
