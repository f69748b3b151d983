/** The browser's stores, where it has them: a private window, a policy or a broken profile may refuse them, or never answer. */

/** Longer than this nobody waits for a store that does not answer, ms: the page opens without it. */
export const STORE_PATIENCE_MS = 2000;

/** A store that lasts as long as the page. @param kept what is in it */
export const inMemory = (kept = new Map<string, string>()): Storage => ({
  get length() {
    return kept.size;
  },
  key: (at) => [...kept.keys()][at] ?? null,
  getItem: (key) => kept.get(key) ?? null,
  setItem: (key, value) => void kept.set(key, value),
  removeItem: (key) => void kept.delete(key),
  clear: () => kept.clear(),
});

/** The store the browser gives, or one in memory where it refuses; whether what is written outlives the page. */
export const storageOr = (give: () => Storage): { readonly storage: Storage; readonly lasts: boolean } => {
  const memory = inMemory();
  const found = (): Storage | undefined => {
    try {
      const storage = give();
      storage.getItem('diaphon');
      return storage;
    } catch {
      return undefined;
    }
  };
  return {
    get storage() {
      return found() ?? memory;
    },
    get lasts() {
      return found() !== undefined;
    },
  };
};

export const local = storageOr(() => localStorage);
export const session = storageOr(() => sessionStorage);

/** What a store answers; undefined where it fails, or has not answered in time. */
export const orGiveUp = async <T>(
  answer: Promise<T>,
  patienceMs = STORE_PATIENCE_MS,
): Promise<T | undefined> => {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<undefined>((resolve) => {
    timer = setTimeout(() => resolve(undefined), patienceMs);
  });
  try {
    return await Promise.race([answer.catch(() => undefined), late]);
  } finally {
    clearTimeout(timer);
  }
};
