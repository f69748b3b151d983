import type { Kernel } from './kernel';

/** What is broken in a channel's samples: cut off at full scale, stuck or lost for a while, jumped. */

/** Samples in a row at the same extreme that make a clip, and how near to full scale they lie. Common practice, no published source. */
const CLIP_RUN = 3;
const CLIP_AT = 0.9886;
/** Samples in a row that stay as they are where sound was: a buffer that was not filled. Common practice, no published source. */
const STUCK_MS = 0.5;
const STUCK_MOST_S = 0.5;
/** How much of the sound around it the edge of a gap is at least: a gate shuts softly, a lost buffer does not. */
const ABRUPT = 0.2;
/** Sound at all, full scale being 1: −60 dBFS. */
const SOUND = 1e-3;
/** Samples among which a click stands out, and by how much over what is around it. Common practice, no published source. */
const CLICK_WINDOW = 2048;
const CLICK_TIMES = 20;
const CLICK_OWN = 6;
const CLICK_AROUND = 512;
/** Fewer samples than this say nothing of what is around a jump. */
const CLICK_LEAST = 512;
/** So near a jump a flat top makes it a cut-off peak, samples; and so alike are the samples of one. Common practice, no published source. */
const NEAR = 10;
const FLAT = 0.002;

export interface ClipRun {
  /** Where it begins, and how long it is, samples. */
  at: number;
  length: number;
}

export interface Faults {
  clippedRuns: ClipRun[];
  dropouts: number;
  clicks: number;
  /** Places of both, samples. */
  dropoutsAt: number[];
  clicksAt: number[];
}

/** No more places than this are kept of each; they are counted on. */
const MOST_KEPT = 1000;

/** Of the first samples nobody knows what was before them. */
const BEGINS = 4;

/** Samples looked at together: how loud it is is followed in such steps. */
const CHUNK = 64;

/** Numbers of the loop's own that a channel needs, for blocks of so many frames. */
export const faultsFloats = (frames: number): number => 2 + 2 * Math.ceil(frames / CHUNK);

/** @param frames the longest block @returns what takes the line of one channel, and tells what it has found */
export const faultsMeter = (rateHz: number, kernel: Kernel, frames: number) => {
  const clippedRuns: ClipRun[] = [];
  const [dropoutsAt, clicksAt]: [number[], number[]] = [[], []];
  let [clips, dropouts, clicks] = [0, 0, 0];
  const stuck = Math.ceil((STUCK_MS * rateHz) / 1000);
  const mostStuck = STUCK_MOST_S * rateHz;
  const smooth = 1 - Math.exp(-1 / (0.005 * rateHz));
  const smoothChunk = 1 - (1 - smooth) ** CHUNK;
  const [powers, steady] = [1, 2].map(() => kernel.floats(Math.ceil(frames / CHUNK))) as [
    Float64Array,
    Float64Array,
  ];
  const most = kernel.floats(2);
  /** Samples so far, the last of them, how many have been like it, and the power of the sound before those. */
  let [place, last, run, size] = [0, NaN, 0, 0];
  /** The power of the sound before the samples that stay as they are, and its last sample. */
  let [before, edge] = [0, 0];
  let gap: ClipRun | undefined;

  const clip = (one: ClipRun) => {
    clips += 1;
    if (clippedRuns.length < MOST_KEPT) clippedRuns.push(one);
  };
  /** Whether the edge is that of a flat top: cut off ahead of the recorder, below its full scale. */
  const isCutOff = (heard: Float64Array, where: number): boolean => {
    let highest = 0;
    for (const x of heard) highest = Math.max(highest, Math.abs(x));
    for (let at = Math.max(0, where - NEAR); at < Math.min(heard.length - 2, where + NEAR); at += 1) {
      const [x, y, z] = [heard[at]!, heard[at + 1]!, heard[at + 2]!];
      const least = FLAT * Math.abs(x);
      if (Math.abs(x) > highest / 2 && Math.abs(y - x) < least && Math.abs(z - x) < least) return true;
    }
    return false;
  };
  /** What stands out, before all that is around it has been heard. */
  let open:
    { at: number; size: number; isCut: boolean; sum: number; count: number; lacks: number } | undefined;
  /** Mean square of the last differences of the block before; undefined: there was none. */
  let tail: number | undefined;
  const decide = ({ at, size: highest, isCut, sum, count }: NonNullable<typeof open>) => {
    if (count === 0 || sum === 0 || highest < CLICK_TIMES * Math.sqrt(sum / count)) return;
    if (isCut) clip({ at, length: CLIP_RUN });
    else {
      clicks += 1;
      if (clicksAt.length < MOST_KEPT) clicksAt.push(at);
    }
  };
  /** Third difference: what speech has little of, and a jump has most of. */
  const thirdIn = (line: Float64Array, at: number): number =>
    line[at]! - line[at - 3]! - 3 * (line[at - 1]! - line[at - 2]!);
  /** What stood out at the end of the block before, with what came after it. */
  const endOpen = (line: Float64Array, from: number, until: number) => {
    if (!open) return;
    for (let at = from; at < Math.min(until, from + open.lacks); at += 1) {
      open.sum += thirdIn(line, at) ** 2;
      open.count += 1;
    }
    decide(open);
    open = undefined;
  };
  /**
   * The one sample of a window that stands out of all others, if it stands out of what is around it, too: where a sound begins at the end
   * of a window nothing is wrong.
   * @param block where the block begins and ends
   */
  const lookForClicks = (
    line: Float64Array,
    from: number,
    until: number,
    block: readonly [number, number],
  ) => {
    if (until - from < CLICK_LEAST) return;
    const count = until - from - ((until - from) % 2);
    kernel.thirds(line, from, from + count, most);
    const [sum, highest] = [most[0]!, most[1]!];
    const rest = Math.sqrt(Math.max(0, sum - (2 * CLICK_OWN + 1) * highest ** 2) / count);
    if (highest <= SOUND || highest <= CLICK_TIMES * rest) return;
    let where = from;
    while (Math.abs(thirdIn(line, where)) < highest * (1 - 1e-9)) where += 1;
    const isCut = isCutOff(line.subarray(from, until), where - from);
    const found = { at: place + where - from, size: highest, isCut, sum: 0, count: 0, lacks: 0 };
    const [first, end] = [where - CLICK_AROUND, where + CLICK_AROUND];
    for (let at = Math.max(block[0], first); at < Math.min(block[1], end); at += 1)
      if (Math.abs(at - where) > CLICK_OWN) {
        found.sum += thirdIn(line, at) ** 2;
        found.count += 1;
      }
    if (first < block[0] && tail !== undefined) {
      found.sum += tail * (block[0] - first);
      found.count += block[0] - first;
    }
    found.lacks = end - block[1];
    if (found.lacks > 0) open = found;
    else decide(found);
  };
  /** @param x the first that is another @param at its place */
  const endRun = (x: number, at: number) => {
    if (Math.abs(last) >= CLIP_AT) clip({ at: at - run, length: run });
    else if (run >= stuck && run < mostStuck) {
      const sound = Math.sqrt(before);
      const isAbrupt = sound > SOUND && (edge > ABRUPT * sound || Math.abs(x - last) > ABRUPT * sound);
      if (isAbrupt) gap = { at: at - run, length: run };
    }
  };
  /** Runs of samples that stay as they are. */
  const follow = (line: Float64Array, from: number, until: number) => {
    for (let at = from; at < until; at += 1) {
      const x = line[at]!;
      const isClipped = Math.abs(x) >= 1 && Math.abs(last) >= 1 && x > 0 === last > 0;
      if (x === last || isClipped) run += 1;
      else {
        if (run >= CLIP_RUN) endRun(x, place + at - from);
        run = 1;
        before = size;
        edge = Math.abs(last);
      }
      last = x;
    }
  };
  /** A gap counts once sound has come back after it. */
  const endGap = () => {
    if (!gap || place <= gap.at + gap.length + stuck || run >= CLIP_RUN) return;
    if (Math.sqrt(size) > SOUND) {
      dropouts += 1;
      if (dropoutsAt.length < MOST_KEPT) dropoutsAt.push(gap.at);
    }
    gap = undefined;
  };
  return {
    take: (line: Float64Array, from: number, until: number): void => {
      endOpen(line, from, until);
      // What begins in the midst of sound is no click.
      const begins = place === 0 ? from + BEGINS : from;
      for (let start = from; start < until; start += CLICK_WINDOW) {
        const [first, end] = [Math.max(begins, start), Math.min(until, start + CLICK_WINDOW)];
        place += first - start;
        lookForClicks(line, first, end, [begins, until]);
        place += end - first;
      }
      place -= until - from;
      const newest = Math.max(begins, until - CLICK_AROUND);
      const counted = until - newest - ((until - newest) % 2);
      if (counted > 0) {
        kernel.thirds(line, until - counted, until, most);
        tail = most[0]! / counted;
      }
      kernel.chunks(line, from, until, CHUNK, powers, steady);
      for (let start = from, chunk = 0; start < until; start += CHUNK, chunk += 1) {
        const end = Math.min(until, start + CHUNK);
        if (steady[chunk] === 1 || run >= CLIP_RUN) follow(line, start, end);
        else {
          last = line[end - 1]!;
          run = last === line[end - 2] ? 2 : 1;
          edge = Math.abs(line[end - 1 - run]!);
          before = size;
        }
        place += end - start;
        if (run < stuck) size += smoothChunk * (powers[chunk]! / (end - start) - size);
        if (gap) endGap();
      }
    },
    found: (): Faults & { clips: number } => ({ clippedRuns, clips, dropouts, clicks, dropoutsAt, clicksAt }),
  };
};
