import type { Feed, Post, Speaker } from '../feeds';
import { perPass } from './per-pass';

/** A sound at a listener, where it comes or should. */
export interface Cell {
  speaker: Speaker;
  post: Post;
  feed: Feed;
  /** Which speaker and which listener, in the order of the feeds. */
  row: number;
  at: number;
}

/** Every sound at every listener but where it neither comes nor has to: forty thousand in a large rig, and few of them count. */
export const cellsOf = perPass(({ feeds: { speakers, posts, rows } }): Cell[] => {
  const cells: Cell[] = [];
  rows.forEach((feeds, row) => {
    const speaker = speakers[row]!;
    feeds.forEach((feed, at) => {
      if (feed.state !== 'quiet') cells.push({ speaker, post: posts[at]!, feed, row, at });
    });
  });
  return cells;
});

/** Those of some cells at each listener, in the order of the listeners. */
export const byPost = (cells: readonly Cell[]): Cell[][] => {
  const by: Cell[][] = [];
  for (const cell of cells) (by[cell.at] ??= []).push(cell);
  // Listeners of whom there is nothing to tell are left out.
  return by.filter(Boolean);
};
