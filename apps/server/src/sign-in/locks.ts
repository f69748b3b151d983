import { isIP } from 'node:net';

/** Wrong guesses from one address that are looked at at once. */
export const FREE_GUESSES = 5;
/** Then one is looked at each second; each further wrong one doubles that. Milliseconds. */
const FIRST_PAUSE_MS = 1000;
const LONGEST_PAUSE_MS = 8000;
/** So many may wait at one address. */
const MOST_WAITING = 8;
/** More addresses than this are not remembered: the oldest go. */
const MOST_ADDRESSES = 10_000;

interface Address {
  wrong: number;
  waiting: ((isTurn: boolean) => void)[];
  isTurning: boolean;
}

/**
 * Slows guessing down without locking anyone out: after a few wrong guesses one is looked at from time to time, drawn by lot from
 * those that wait. So who knows the passphrase gets in beside whoever guesses, and both are slow.
 */
export const makeLocks = (later: (work: () => void, ms: number) => unknown = setTimeout) => {
  const known = new Map<string, Address>();
  const draw = ({ waiting }: Address) => waiting.splice(Math.floor(Math.random() * waiting.length), 1)[0];
  const turn = (one: Address): void => {
    one.isTurning = true;
    const pause = Math.min(FIRST_PAUSE_MS * 2 ** (one.wrong - FREE_GUESSES), LONGEST_PAUSE_MS);
    later(() => {
      one.isTurning = false;
      draw(one)?.(true);
      if (one.waiting.length > 0) turn(one);
    }, pause);
  };
  return {
    /** @returns whether the guess may be looked at now; false where too many wait */
    turn: (address: string): Promise<boolean> => {
      const one = known.get(address);
      if (!one || one.wrong < FREE_GUESSES) return Promise.resolve(true);
      return new Promise((resolve) => {
        one.waiting.push(resolve);
        if (one.waiting.length > MOST_WAITING) draw(one)?.(false);
        if (!one.isTurning) turn(one);
      });
    },
    wrong: (address: string): number => {
      const one = known.get(address) ?? { wrong: 0, waiting: [], isTurning: false };
      one.wrong += 1;
      known.delete(address);
      known.set(address, one);
      if (known.size > MOST_ADDRESSES) known.delete(known.keys().next().value!);
      return one.wrong;
    },
    right: (address: string): void => {
      const one = known.get(address);
      if (one) one.wrong = 0;
    },
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
