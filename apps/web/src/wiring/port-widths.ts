import type { ChartPort } from './chart-model';

/** Width of a letter of a socket's words, and what its face and the air about it take, px. */
const LETTER = 7.3;
const FACE = 46;

/** The least a side needs, its longest word, and what it would like, all words in one line; px. */
const needs = (ports: readonly ChartPort[], side: ChartPort['side']): { least: number; liked: number } => {
  const own = ports.filter((port) => port.side === side);
  const widest = (letters: (label: string) => number) =>
    own.length === 0 ? 0 : FACE + LETTER * Math.max(...own.map(({ label }) => letters(label)));
  return {
    least: widest((label) => Math.max(...label.split(' ').map((word) => word.length))),
    liked: widest((label) => label.length),
  };
};

/**
 * How much of a box's width the sockets on the left get, the rest goes to the right; px.
 * Either side gets what it cannot do without, and what is over goes where words would have to be broken.
 */
export const leftWidth = (ports: readonly ChartPort[], width: number): number => {
  const [left, right] = [needs(ports, 'left'), needs(ports, 'right')];
  if (left.least === 0 || right.least === 0) return left.least === 0 ? 0 : width;
  const over = width - left.least - right.least;
  const wishes = left.liked - left.least + right.liked - right.least;
  const share = wishes === 0 ? 0.5 : (left.liked - left.least) / wishes;
  return Math.min(width, Math.max(0, left.least + over * share));
};
