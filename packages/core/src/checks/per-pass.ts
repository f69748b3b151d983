import type { Solved } from './finding';

/** Something several checks read off a pass: worked out once for each. */
export const perPass = <T>(read: (solved: Solved) => T): ((solved: Solved) => T) => {
  const known = new WeakMap<Solved, { is: T }>();
  return (solved) => {
    const there = known.get(solved);
    if (there) return there.is;
    const is = read(solved);
    known.set(solved, { is });
    return is;
  };
};
