/** A browser's storage for tests. @param kept what is in it */
export const fakeStorage = (kept = new Map<string, string>()): Storage => ({
  get length() {
    return kept.size;
  },
  key: (at) => [...kept.keys()][at] ?? null,
  getItem: (key) => kept.get(key) ?? null,
  setItem: (key, value) => void kept.set(key, value),
  removeItem: (key) => void kept.delete(key),
  clear: () => kept.clear(),
});
