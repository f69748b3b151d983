import { createHash, timingSafeEqual } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';

/** Argon2id as OWASP's cheat sheet on storing passwords has it (from memory): 19 MiB, two passes, one lane. */
const ARGON = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;
/** Guesses that wait for their turn; more are sent away. */
const MOST_WAITING = 20;

const digest = (text: string) => createHash('sha256').update(text).digest();

export const hashPassphrase = (passphrase: string): Promise<string> => hash(passphrase, ARGON);

/** @throws TooMany */
export type Verifier = (given: string) => Promise<boolean>;

/** Thrown where too many guess at once. */
export class TooMany extends Error {}

/**
 * Tells whether a passphrase is right: one guess at a time, whoever asks, so that all together get no further than one. What was
 * right once is known at once: a program sends it with every request.
 */
export const makeVerifier = (hashed: Promise<string>): Verifier => {
  let known: Buffer | undefined;
  let last: Promise<unknown> = hashed;
  let waiting = 0;
  return (given) => {
    const own = digest(given);
    if (known && timingSafeEqual(known, own)) return Promise.resolve(true);
    if (waiting >= MOST_WAITING) return Promise.reject(new TooMany());
    waiting += 1;
    const turn = last.then(async () => {
      const isRight = await verify(await hashed, given);
      if (isRight) known = own;
      return isRight;
    });
    last = turn.catch(() => undefined).finally(() => (waiting -= 1));
    return turn;
  };
};
