import { feedsPage, makeEngineMemory, solve, type FeedCell, type Rig } from '@diaphon/core';
import { columns, figure } from './text';

/** One sound at one listener. */
interface ReportedFeed extends Pick<FeedCell, 'want' | 'because' | 'state' | 'isLate'> {
  speaker: string;
  listener: string;
  /** Long-term level there and its unit; null where nothing comes. */
  level: number | null;
  unit: string | null;
  lateMs: number | null;
  /** It comes by two ways, a moment apart; when the second comes, null where there is none. */
  isDoubled: boolean;
  againMs: number | null;
  /** So much louder than it may be against the others there, dB; null: it is not. */
  tooLoudByDb: number | null;
  /** So much under the least that is of use there, dB; null: it is loud enough, or nobody asks. */
  tooQuietByDb: number | null;
}

export interface FeedsReport {
  report: 'diaphon-feeds';
  version: 1;
  rig: string;
  /** What each listener hears, misses and should not hear. */
  listeners: { name: string; kind: string; sentences: string[] }[];
  feeds: ReportedFeed[];
}

/** Who hears what. */
export const feedsReport = (rig: Rig): FeedsReport => {
  const { speakers, posts, rows } = feedsPage(solve(rig, makeEngineMemory()));
  return {
    report: 'diaphon-feeds',
    version: 1,
    rig: rig.name,
    listeners: posts.map(({ name, kind, sentences }) => ({ name, kind, sentences })),
    feeds: rows.flatMap((row, index) =>
      row.map(({ want, because, state, isLate, again, level, unit, lateMs, tooLoudByDb, shortDb }, at) => ({
        speaker: speakers[index]!.name,
        listener: posts[at]!.name,
        want,
        because,
        state,
        isLate,
        isDoubled: again !== undefined,
        againMs: again?.lateMs ?? null,
        level: level ?? null,
        unit: unit ?? null,
        lateMs: lateMs ?? null,
        tooLoudByDb: tooLoudByDb ?? null,
        tooQuietByDb: shortDb ?? null,
      })),
    ),
  };
};

/** Something a person has to know of: not as it should be. */
export const isWrong = ({ state, isLate, tooLoudByDb, tooQuietByDb }: ReportedFeed): boolean =>
  state === 'missing' || state === 'unwanted' || isLate || tooLoudByDb !== null || tooQuietByDb !== null;

const HEAD = ['sound', 'listener', '', 'level', 'late, ms'];

export const feedsText = ({ rig, listeners, feeds }: FeedsReport): string => {
  if (listeners.length === 0 || feeds.length === 0) return `${rig}: nothing sounds, or nobody listens.\n`;
  const rows = feeds
    .filter(({ state }) => state !== 'quiet')
    .map(({ speaker, listener, state, isLate, level, unit, lateMs, tooLoudByDb, tooQuietByDb }) => [
      speaker,
      listener,
      tooLoudByDb !== null ? 'too loud' : tooQuietByDb !== null ? 'too quiet' : isLate ? 'late' : state,
      level === null ? '' : `${figure(level)} ${unit}`,
      lateMs === null ? '' : figure(lateMs),
    ]);
  const told = listeners.map(
    ({ name, sentences }) => `${name}\n${sentences.map((one) => `  ${one}`).join('\n')}`,
  );
  return `${rig}\n\n${told.join('\n')}\n\n${columns([HEAD, ...rows])}\n`;
};
