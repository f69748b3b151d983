import { createHash, randomBytes } from 'node:crypto';
import type { SignedInBrowser } from '@diaphon/api';
import { Op } from 'sequelize';
import { SessionRow } from '../database/models';

/**
 * Browsers that signed in. A cookie holds a random word, the database only its hash: who reads the file signs in nowhere. A browser
 * that once signed in stays known for a year: guesses of others at its address do not lock it out.
 */

const HOUR_MS = 3_600_000;
const LASTS_MS = { 'signed in': 30 * 24 * HOUR_MS, known: 365 * 24 * HOUR_MS } as const;
const MOST_AGENT = 200;

type Kind = keyof typeof LASTS_MS;

export const hashOf = (word: string): string => createHash('sha256').update(word).digest('hex');

export const makeSessions = (now: () => number = Date.now) => {
  /** Read once, and kept in step. */
  let kept: Promise<Map<string, { kind: Kind; expiresAt: number }>> | undefined;
  const all = () =>
    (kept ??= SessionRow.findAll({ where: { expiresAt: { [Op.gt]: now() } } }).then(
      (rows) => new Map(rows.map(({ hash, kind, expiresAt }) => [hash, { kind, expiresAt }])),
    ));
  return {
    /** Whether a cookie is that of a browser of a kind. */
    is: async (kind: Kind, word: string | undefined): Promise<boolean> => {
      if (!word) return false;
      const found = (await all()).get(hashOf(word));
      return found?.kind === kind && found.expiresAt > now();
    },
    /** @returns what goes into the cookie, and for how long, ms */
    begin: async (kind: Kind, agent: string): Promise<{ word: string; lastsMs: number }> => {
      const word = randomBytes(32).toString('base64url');
      const [hash, lastsMs] = [hashOf(word), LASTS_MS[kind]];
      const row = {
        hash,
        kind,
        agent: agent.slice(0, MOST_AGENT),
        startedAt: now(),
        expiresAt: now() + lastsMs,
      };
      await SessionRow.destroy({ where: { expiresAt: { [Op.lte]: now() } } });
      await SessionRow.create(row);
      (await all()).set(hash, row);
      return { word, lastsMs };
    },
    /** Signs this browser out, or every one. */
    end: async (word: string | undefined, isEveryone: boolean): Promise<void> => {
      const hashes = [...(await all())].flatMap(([hash, { kind }]) =>
        kind === 'signed in' && (isEveryone || hash === hashOf(word ?? '')) ? [hash] : [],
      );
      await SessionRow.destroy({ where: { hash: hashes } });
      for (const hash of hashes) (await all()).delete(hash);
    },
    list: async (word: string | undefined): Promise<SignedInBrowser[]> => {
      const rows = await SessionRow.findAll({
        where: { kind: 'signed in', expiresAt: { [Op.gt]: now() } },
        order: [['startedAt', 'DESC']],
      });
      return rows.map(({ hash, agent, startedAt }) => ({
        agent,
        startedAt: new Date(startedAt).toISOString(),
        isThis: hash === hashOf(word ?? ''),
      }));
    },
  };
};

/** By which they are injected. */
export const SESSIONS = Symbol('sessions');

export type Sessions = ReturnType<typeof makeSessions>;
