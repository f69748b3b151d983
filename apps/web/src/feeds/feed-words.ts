import type { FeedCell, FeedsPage } from '@diaphon/core';
import { figure } from '../look/figures';
import { lookOf } from './feed-mark';

/** One cell of the table: a speaker and a listener, by their ids. */
export interface Chosen {
  speaker: string;
  post: string;
}

const msWords = (ms: number): string => `${figure(ms, ms < 10 ? 1 : 0)} ms`;

/** "−15.4 dBFS, 22 ms", "−15.4 dBFS, 1.2 ms and 22 ms". */
export const comesWords = ({ level, unit, lateMs, again }: FeedCell): string =>
  level === undefined
    ? ''
    : `${figure(level)} ${unit}, ${msWords(lateMs!)}${again ? ` and ${msWords(again.lateMs)}` : ''}`;

/** "Keeper at Far end of Call: arrives, −15.4 dBFS, 22 ms". */
export const cellWords = (page: FeedsPage, row: number, at: number): string => {
  const cell = page.rows[row]![at]!;
  const comes = comesWords(cell);
  return `${page.speakers[row]!.name} at ${page.posts[at]!.name}: ${lookOf(cell)}${comes && `, ${comes}`}`;
};
