import { createHash, timingSafeEqual } from 'node:crypto';
import { isIP } from 'node:net';
import { Logger } from '@nestjs/common';
import type { NextFunction, Request, Response } from 'express';
import { ApiError } from './errors/api-error';

/** Wrong guesses from one address that are answered before it is locked out. */
const FREE_GUESSES = 5;
/** How long the first lock holds; each further wrong guess doubles it. Milliseconds. */
const FIRST_LOCK_MS = 30_000;
const LONGEST_LOCK_MS = 15 * 60_000;
/** How long a wrong guess waits for its answer, milliseconds. */
const SLOW_MS = 300;
/** Of further wrong guesses from one address so many-th ones are logged. */
const TOLD_EVERY = 100;
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

const digest = (text: string) => createHash('sha256').update(text).digest();

const givenIn = (authorization: string | undefined): string | undefined => {
  const [scheme, value] = (authorization ?? '').split(' ');
  return scheme === 'Basic'
    ? Buffer.from(value ?? '', 'base64')
        .toString('utf8')
        .replace(/^[^:]*:/, '')
    : undefined;
};

const send = (response: Response, { status, body }: ApiError) => response.status(status).json(body);

/**
 * Asks for the passphrase (HTTP Basic, any user name) when the server was told to listen to other machines. Wrong guesses are
 * logged and slowed; after some, their address is locked out for a while that doubles.
 */
export const passphraseOnly = (passphrase: string, locks = makeLocks(), slowMs = SLOW_MS) => {
  const log = new Logger('passphrase');
  const right = digest(passphrase);
  return (request: Request, response: Response, next: NextFunction): void => {
    const address = subnetOf(request.socket.remoteAddress ?? 'unknown');
    const waits = locks.waits(address);
    if (waits > 0) {
      const seconds = Math.ceil(waits / 1000);
      response.setHeader('Retry-After', String(seconds));
      send(
        response,
        new ApiError(429, {
          code: 'locked',
          message: `Too many wrong passphrases from ${address}.`,
          where: 'Authorization',
          hint: `Wait ${seconds} s, then enter the passphrase this server was started with.`,
        }),
      );
      return;
    }
    const given = givenIn(request.headers.authorization);
    if (given !== undefined && timingSafeEqual(digest(given), right)) {
      locks.right(address);
      next();
      return;
    }
    response.setHeader('WWW-Authenticate', 'Basic realm="Diaphon", charset="UTF-8"');
    const refusal = new ApiError(401, {
      code: 'passphrase',
      message: 'A passphrase is needed.',
      where: 'Authorization',
      hint: 'Enter the passphrase this server was started with; any user name will do.',
    });
    // Asking without one is how a browser begins; only a wrong one is a guess.
    if (given === undefined) {
      send(response, refusal);
      return;
    }
    const wrong = locks.wrong(address);
    // A log that grows with every guess fills the disk: of many from one address the first and each hundredth are told.
    if (wrong <= FREE_GUESSES || wrong % TOLD_EVERY === 0)
      log.warn(`Wrong passphrase from ${address}, guess ${wrong}.`);
    setTimeout(() => send(response, refusal), slowMs);
  };
};
