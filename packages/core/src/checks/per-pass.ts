import { oncePer } from '../catalogue';
import type { Solved } from './finding';

/** Something several checks read off a pass: worked out once for each. */
export const perPass = <T>(read: (solved: Solved) => T): ((solved: Solved) => T) => oncePer(read);
