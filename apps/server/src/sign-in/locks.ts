import { isIP } from 'node:net';

/** Wrong guesses from one address that are answered before it is locked out. */
export const FREE_GUESSES = 5;
/** How long the first lock holds; each further wrong guess doubles it. Milliseconds. */
const FIRST_LOCK_MS = 30_000;
const LONGEST_LOCK_MS = 15 * 60_000;
/** More addresses than this are not remembered: the oldest go. */
const MOST_ADDRESSES = 10_000;

/** Wrong guesses by address, and how long each must wait. */
export const makeLocks = (now: () => number = Date.now) => {
  const known = new Map<string, { wrong: number; until: number }>();
  return {
    /** Milliseconds until the next guess is looked at; 0 where it is looked at now. */
    waits: (address: string): number => Math.max(0, (known.get(address)?.until ?? 0) - now()),
    wrong: (address: string): number => {
      const wrong = (known.get(address)?.wrong ?? 0) + 1;
      const lock = wrong < FREE_GUESSES ? 0 : FIRST_LOCK_MS * 2 ** (wrong - FREE_GUESSES);
      known.delete(address);
      known.set(address, { wrong, until: now() + Math.min(lock, LONGEST_LOCK_MS) });
      if (known.size > MOST_ADDRESSES) known.delete(known.keys().next().value!);
      return wrong;
    },
    right: (address: string): void => void known.delete(address),
  };
};

/** Whoever has one address of IPv6 has a whole /64 of them: they count as one. */
export const subnetOf = (address: string): string => {
  if (isIP(address) !== 6 || address.startsWith('::ffff:')) return address;
  const [head = '', tail] = address.split('%')[0]!.split('::');
  const groups = head.split(':').filter(Boolean);
  const after = tail === undefined ? [] : tail.split(':').filter(Boolean);
  const whole =
    tail === undefined
      ? groups
      : [...groups, ...Array<string>(8 - groups.length - after.length).fill('0'), ...after];
  return `${whole.slice(0, 4).join(':')}::/64`;
};
