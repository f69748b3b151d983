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

/** @returns what takes the blocks of one channel, and tells what it has found */
export const faultsMeter = (rateHz: number) => {
  const clippedRuns: ClipRun[] = [];
  const [dropoutsAt, clicksAt]: [number[], number[]] = [[], []];
  let [clips, dropouts, clicks] = [0, 0, 0];
  const stuck = Math.ceil((STUCK_MS * rateHz) / 1000);
  const mostStuck = STUCK_MOST_S * rateHz;
  const smooth = 1 - Math.exp(-1 / (0.005 * rateHz));
  let [place, last, run, size] = [0, NaN, 0, 0];
  /** The sound before the samples that stay as they are, its last sample, and whether it was sound. */
  let [before, edge] = [0, 0];
  let gap: ClipRun | undefined;

  /** Samples and their differences before the next. */
  let [x1, x2, x3] = [NaN, 0, 0];
  const third = new Float64Array(CLICK_WINDOW);
  const heard = new Float64Array(CLICK_WINDOW);
  let filled = 0;
  /** Whether the edge is that of a flat top: cut off ahead of the recorder, below its full scale. */
  const isCutOff = (where: number): boolean => {
    let highest = 0;
    for (let at = 0; at < filled; at += 1) highest = Math.max(highest, Math.abs(heard[at]!));
    for (let at = Math.max(0, where - NEAR); at < Math.min(filled - 2, where + NEAR); at += 1) {
      const [x, y, z] = [heard[at]!, heard[at + 1]!, heard[at + 2]!];
      const most = FLAT * Math.abs(x);
      if (Math.abs(x) > highest / 2 && Math.abs(y - x) < most && Math.abs(z - x) < most) return true;
    }
    return false;
  };
  const lookForClicks = () => {
    let [highest, where, sum] = [0, 0, 0];
    for (let at = 0; at < filled; at += 1) {
      const value = Math.abs(third[at]!);
      sum += value * value;
      if (value > highest) [highest, where] = [value, at];
    }
    let own = 0;
    for (let at = Math.max(0, where - CLICK_OWN); at <= Math.min(filled - 1, where + CLICK_OWN); at += 1)
      own += third[at]! ** 2;
    const rest = Math.sqrt(Math.max(0, sum - own) / filled);
    if (highest > SOUND && highest > CLICK_TIMES * rest && rest > 0) {
      const at = place - filled + where;
      if (isCutOff(where)) {
        clips += 1;
        if (clippedRuns.length < MOST_KEPT) clippedRuns.push({ at, length: CLIP_RUN });
      } else {
        clicks += 1;
        if (clicksAt.length < MOST_KEPT) clicksAt.push(at);
      }
    }
    filled = 0;
  };
  /** @param x the first that is another @param at its place */
  const endRun = (x: number, at: number) => {
    // A gap counts once sound has come back after it.
    if (gap && at > gap.at + gap.length + stuck) {
      if (Math.sqrt(size) > SOUND) {
        dropouts += 1;
        if (dropoutsAt.length < MOST_KEPT) dropoutsAt.push(gap.at);
      }
      gap = undefined;
    }
    if (run < CLIP_RUN) return;
    if (Math.abs(last) >= CLIP_AT) {
      clips += 1;
      if (clippedRuns.length < MOST_KEPT) clippedRuns.push({ at: at - run, length: run });
    } else if (run >= stuck && run < mostStuck) {
      const isAbrupt = before > SOUND && (edge > ABRUPT * before || Math.abs(x - last) > ABRUPT * before);
      if (isAbrupt) gap = { at: at - run, length: run };
    }
  };
  /** Runs of samples that stay as they are, and how loud it was before them. */
  const follow = (samples: Float64Array, from: number, until: number) => {
    let [was, mean, count] = [last, size, run];
    for (let at = from; at < until; at += 1) {
      const x = samples[at]!;
      const isClipped = Math.abs(x) >= 1 && Math.abs(was) >= 1 && x > 0 === was > 0;
      if (x === was || isClipped) count += 1;
      else {
        if (count >= CLIP_RUN || gap) {
          [last, size, run] = [was, mean, count];
          endRun(x, place + at - from);
        }
        count = 1;
        before = Math.sqrt(mean);
        edge = Math.abs(was);
      }
      if (count < stuck) mean += smooth * (x * x - mean);
      was = x;
    }
    [last, size, run] = [was, mean, count];
    place += until - from;
  };
  return {
    take: (samples: Float64Array, frames: number): void => {
      // What begins in the midst of sound is no click.
      if (Number.isNaN(x1) && frames > 0) {
        const slope = (samples[1] ?? samples[0]!) - samples[0]!;
        [x1, x2, x3] = [1, 2, 3].map((back) => samples[0]! - back * slope) as [number, number, number];
      }
      for (let from = 0; from < frames;) {
        const until = Math.min(frames, from + CLICK_WINDOW - filled);
        // Third difference: what speech has little of, and a jump has most of. Kept in here while it turns: that is several times as fast.
        let [a, b, c, at3] = [x1, x2, x3, filled];
        for (let at = from; at < until; at += 1, at3 += 1) {
          const x = samples[at]!;
          heard[at3] = x;
          third[at3] = x - 3 * a + 3 * b - c;
          [c, b, a] = [b, a, x];
        }
        [x1, x2, x3] = [a, b, c];
        filled += until - from;
        follow(samples, from, until);
        from = until;
        if (filled === CLICK_WINDOW) lookForClicks();
      }
    },
    found: (): Faults & { clips: number } => ({ clippedRuns, clips, dropouts, clicks, dropoutsAt, clicksAt }),
  };
};
