import type { SinkKind } from '../flow';
import type { Target } from '../rig';
import type { Db } from '../units';
import type { Strand } from './strand';

/** Where speech should sit on a track, dBFS. Common practice, no published source. */
export interface Aim {
  measure: 'typical' | 'peak';
  lowest: number;
  highest: number;
  best: number;
  words: string;
}

export const AIMS: Record<Target, Aim> = {
  recording: {
    measure: 'typical',
    lowest: -18,
    highest: -12,
    best: -15,
    words: 'recording: speech averages −18 to −12 dBFS',
  },
  live: { measure: 'peak', lowest: -9, highest: -3, best: -6, words: 'live: peaks near −6 dBFS' },
};

/**
 * Where speech should sit that goes to others: either school's level is right there. A call's program levels by itself, up to
 * 12 dB. A camera's own track is a reference more often than the record. Common practice, no published source.
 */
const SENT: Partial<Record<SinkKind, Aim>> = {
  call: {
    measure: 'typical',
    lowest: -33,
    highest: -12,
    best: -18,
    words: 'calls: speech averages −33 to −12 dBFS; the program levels the rest',
  },
  stream: {
    measure: 'typical',
    lowest: -21,
    highest: -12,
    best: -16,
    words: 'streams: speech averages −21 to −12 dBFS, peaks near −6 at the loudest',
  },
  camera: {
    measure: 'typical',
    lowest: -24,
    highest: -12,
    best: -18,
    words: 'a camera’s track: speech averages −24 to −12 dBFS',
  },
};

/** Where a voice should sit at what it ends at: a track as the rig says, others as they are. */
export const aimFor = (target: Target, kind: SinkKind | undefined): Aim =>
  (kind && SENT[kind]) ?? AIMS[target];

/** How far a level is from the middle of the aim, dB: positive, turn up. */
export const missingDb = (aim: Aim, typical: number, peak: number): Db =>
  aim.best - (aim.measure === 'typical' ? typical : peak);

/** What a figure of one place no longer shows, dB: by so little nothing is too quiet or too loud. */
const SHOWN_DB = 0.05;

/** How far a level is outside the aim's band, dB: below it negative, above it positive, inside 0. */
const outsideBy = ({ lowest, highest }: Aim, level: number): Db => {
  if (level < lowest - SHOWN_DB) return level - lowest;
  return level > highest + SHOWN_DB ? level - highest : 0;
};

/** Whether a level is inside the aim's band. */
export const onTarget = (aim: Aim, typical: number, peak: number): boolean =>
  outsideBy(aim, aim.measure === 'typical' ? typical : peak) === 0;

/** Less room than this over the peaks is a narrow passage, dB. Common practice, no published source. */
export const NARROW_HEADROOM_DB = 6;

/** How a voice stands on its track. */
export interface Verdict {
  kind: 'on-target' | 'too-quiet' | 'too-loud' | 'not-arriving';
  /** The level the aim looks at, dBFS. */
  level: number;
  /** How far outside the aim's band, dB; 0 inside. */
  byDb: Db;
}

/** Judges a voice's strand against the aim, by its end. */
export const verdictOf = (target: Target, strand: Strand): Verdict =>
  verdictAt(target, strand, strand.stages[strand.stages.length - 1]!);

/** Judges where a voice ends against the aim there. */
export const verdictAt = (
  target: Target,
  { sinkKind, arrives }: Pick<Strand, 'sinkKind' | 'arrives'>,
  end: { typical: number; peak: number },
): Verdict => {
  const aim = aimFor(target, sinkKind);
  const level = aim.measure === 'typical' ? end.typical : end.peak;
  if (!arrives) return { kind: 'not-arriving', level, byDb: 0 };
  const byDb = outsideBy(aim, level);
  if (byDb === 0) return { kind: 'on-target', level, byDb };
  return { kind: byDb < 0 ? 'too-quiet' : 'too-loud', level, byDb: Math.abs(byDb) };
};
