import { Logger } from '@nestjs/common';
import { parse } from 'cookie';
import { urlencoded, Router, type NextFunction, type Request, type Response } from 'express';
import { ApiError } from '../errors/api-error';
import { styleNonce } from '../web-files';
import { FREE_GUESSES, makeLocks, subnetOf } from './locks';
import { hashOf, type Sessions } from './sessions';
import { ownAddress, signInPage } from './sign-in-page';
import { TooMany, type Verifier } from './verifier';

/** How long a wrong guess waits for its answer, milliseconds. */
const SLOW_MS = 300;
/** Of further wrong guesses from one address so many-th ones are logged: a log that grows with each fills the disk. */
const TOLD_EVERY = 100;
const MOST_FORM = 4096;

const COOKIE = { session: 'diaphon-session', known: 'diaphon-known' } as const;

const cookieOf = (request: Request, name: string): string | undefined =>
  parse(request.headers.cookie ?? '')[name];

const basicOf = (request: Request): string | undefined => {
  const [scheme, value] = (request.headers.authorization ?? '').split(' ');
  return scheme === 'Basic'
    ? Buffer.from(value ?? '', 'base64')
        .toString('utf8')
        .replace(/^[^:]*:/, '')
    : undefined;
};

const isForPeople = (request: Request): boolean =>
  request.method === 'GET' &&
  !request.path.startsWith('/api') &&
  request.accepts(['json', 'html']) === 'html';

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

const NEEDED = new ApiError(401, {
  code: 'passphrase',
  message: 'A passphrase is needed.',
  where: 'Authorization',
  hint: 'Sign in at /sign-in, in another tab if something is typed here; a program sends it by HTTP Basic.',
});

/** After so long another try has a fresh lot, seconds. */
const TRY_AGAIN_S = 2;

const crowded = (address: string): ApiError =>
  new ApiError(429, {
    code: 'locked',
    message: `Too many passphrases are tried from ${address}.`,
    where: 'Authorization',
    hint: `Wait ${TRY_AGAIN_S} s, then enter the passphrase again.`,
  });

interface Options {
  isRight: Verifier;
  /** Whether a request has to be signed in. */
  isAsked: (request: Request) => boolean;
  sessions: Sessions;
  locks?: ReturnType<typeof makeLocks>;
  slowMs?: number;
}

/**
 * Lets in who signed in, and programs that send the passphrase by HTTP Basic; a page asks browsers for it. Guesses are told apart by
 * address, those of a browser that signed in before by itself: whoever guesses slows down themselves, and locks out nobody.
 */
export const signIn = ({
  isRight,
  isAsked,
  sessions,
  locks = makeLocks(),
  slowMs = SLOW_MS,
}: Options): Router => {
  const log = new Logger('sign-in');

  const guesserOf = async (request: Request): Promise<string> => {
    const known = cookieOf(request, COOKIE.known);
    return (await sessions.is('known', known))
      ? `known ${hashOf(known!)}`
      : subnetOf(request.ip ?? 'unknown');
  };

  /** @returns undefined where the passphrase is right, else why it is not taken */
  const tryPassphrase = async (request: Request, given: string): Promise<ApiError | undefined> => {
    const guesser = await guesserOf(request);
    const address = subnetOf(request.ip ?? 'unknown');
    if (!(await locks.turn(guesser))) return crowded(address);
    try {
      if (await isRight(given)) {
        locks.right(guesser);
        return undefined;
      }
    } catch (error) {
      if (error instanceof TooMany) return crowded('everywhere');
      throw error;
    }
    const wrong = locks.wrong(guesser);
    if (wrong <= FREE_GUESSES || wrong % TOLD_EVERY === 0)
      log.warn(`Wrong passphrase from ${address}, guess ${wrong}.`);
    await pause(slowMs);
    return NEEDED;
  };

  const setCookie = (request: Request, response: Response, name: string, word: string, maxAge: number) =>
    response.cookie(name, word, {
      httpOnly: true,
      sameSite: 'strict',
      secure: request.secure,
      path: '/',
      maxAge,
    });

  const router = Router();
  const later =
    (work: (request: Request, response: Response, next: NextFunction) => Promise<unknown>) =>
    (request: Request, response: Response, next: NextFunction): void => {
      work(request, response, next).catch(next);
    };
  const sendPage = (response: Response, status: number, to: string, trouble = '') =>
    response
      .status(status)
      .set('Cache-Control', 'no-store')
      // Without a referrer a browser does not say either that the form is our own.
      .set('Referrer-Policy', 'same-origin')
      .type('html')
      .send(signInPage(styleNonce(response), to, trouble));

  router.get('/sign-in', (request, response) => {
    sendPage(response, 200, ownAddress(request.query['to']));
  });
  router.post(
    '/sign-in',
    urlencoded({ extended: false, limit: MOST_FORM }),
    later(async (request, response) => {
      const { passphrase: given, to } = (request.body ?? {}) as Record<string, unknown>;
      const refusal = await tryPassphrase(request, typeof given === 'string' ? given : '');
      if (refusal) {
        const { message, hint, code } = refusal.body;
        const words =
          code === 'locked'
            ? `${message} ${hint}`
            : 'That is not the passphrase. Enter it again, and mind capitals.';
        sendPage(response, refusal.status, ownAddress(to), words);
        return;
      }
      const agent = String(request.headers['user-agent'] ?? '');
      for (const [kind, name] of [
        ['signed in', COOKIE.session],
        ['known', COOKIE.known],
      ] as const) {
        if (kind === 'known' && (await sessions.is('known', cookieOf(request, COOKIE.known)))) continue;
        const { word, lastsMs } = await sessions.begin(kind, agent);
        setCookie(request, response, name, word, lastsMs);
      }
      response.redirect(303, ownAddress(to));
    }),
  );
  router.use(
    later(async (request, response, next) => {
      const word = cookieOf(request, COOKIE.session);
      if (!isAsked(request) || (await sessions.is('signed in', word))) {
        if (request.path !== '/api/session') next();
        else if (request.method === 'GET') response.json(await sessions.list(word));
        else if (request.method === 'DELETE') {
          await sessions.end(word, request.query['everywhere'] === 'true');
          response.clearCookie(COOKIE.session, { path: '/' }).status(204).end();
        } else next();
        return;
      }
      const given = basicOf(request);
      const refusal = given === undefined ? NEEDED : await tryPassphrase(request, given);
      if (!refusal) {
        next();
        return;
      }
      if (given === undefined && isForPeople(request)) {
        response.redirect(303, `/sign-in?to=${encodeURIComponent(ownAddress(request.originalUrl))}`);
        return;
      }
      // A browser that is asked this way opens a dialog of its own; the page is where people sign in.
      if (request.headers['sec-fetch-site'] === undefined)
        response.set('WWW-Authenticate', 'Basic realm="Diaphon", charset="UTF-8"');
      if (refusal.status === 429) response.set('Retry-After', String(TRY_AGAIN_S));
      response.status(refusal.status).json(refusal.body);
    }),
  );
  return router;
};
