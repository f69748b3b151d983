import type { Sink, SinkKind } from '../flow';
import type { AimChoice, Lookup, Target } from '../rig';
import { speechLevelForLufs, type Db, type LevelUnit } from '../units';
import type { Strand } from './strand';

/** Where speech should sit on a track. Common practice, no published source. */
export interface Aim {
  measure: 'typical' | 'peak';
  /** What its figures are in; absent: dBFS. */
  unit?: LevelUnit;
  lowest: number;
  highest: number;
  best: number;
  /** Peaks above this are too loud, whatever the average; absent: only the ceiling counts. */
  highestPeak?: number;
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
  // As loud as what comes from there, with room for a meter that reads 0 at +4 dBu.
  line: {
    measure: 'typical',
    unit: 'dBu',
    lowest: -20,
    highest: 6,
    best: -4,
    words: 'a telephone line: speech averages −20 to +6 dBu',
  },
};

/** The unit of an aim's figures. */
export const unitOf = ({ unit = 'dBFS' }: Aim): LevelUnit => unit;

/** Loudness as programmes are delivered: AES TD1004, EBU R 128 (from memory), and the mono twin of −16. */
export const DELIVERIES: { label: string; aim: { lufs: number; channels: 1 | 2 } }[] = [
  { label: '−16 LUFS, stereo podcast', aim: { lufs: -16, channels: 2 } },
  { label: '−18 LUFS, stereo', aim: { lufs: -18, channels: 2 } },
  { label: '−19 LUFS, mono podcast', aim: { lufs: -19, channels: 1 } },
  { label: '−23 LUFS, broadcast', aim: { lufs: -23, channels: 2 } },
];

/** Where an average of one's own begins, dBFS: the quietest the recording school has. */
export const OWN_START_DBFS = AIMS.recording.lowest;

/** A delivery's own peaks, dBTP: EBU R 128 and AES TD1004 (from memory). */
const DELIVERY_PEAK_DBTP = -1;
/** A voice this near to a loudness is there, dB. Common practice, no published source. */
const NEAR_DB = 2;
/** An average of one's own is as wide as the schools'. */
const OWN_DB = 3;

const figure = (value: number): string => value.toFixed(0).replace('-', '−');

const chosen = (aim: AimChoice): Aim => {
  if ('school' in aim) return AIMS[aim.school];
  if ('averageDbfs' in aim) {
    const best = aim.averageDbfs;
    return {
      measure: 'typical',
      lowest: best - OWN_DB,
      highest: best + OWN_DB,
      best,
      words: `own: speech averages ${figure(best - OWN_DB)} to ${figure(best + OWN_DB)} dBFS`,
    };
  }
  const best = speechLevelForLufs(aim.lufs, aim.channels);
  return {
    measure: 'typical',
    lowest: best - NEAR_DB,
    highest: best + NEAR_DB,
    best,
    highestPeak: DELIVERY_PEAK_DBTP,
    words: `delivery: ${figure(aim.lufs)} LUFS in ${aim.channels === 1 ? 'mono' : 'stereo'}, ${figure(best)} dBFS for speech, peaks below ${figure(DELIVERY_PEAK_DBTP)} dBTP`,
  };
};

/** A stated aim in words. */
export const aimWords = (aim: AimChoice): string => chosen(aim).words;

/** What a destination states for itself: its track, its program, its device, in this order. */
export const statedAim = (
  find: Lookup,
  { app, track, device }: Pick<Sink, 'app' | 'track' | 'device'>,
): AimChoice | undefined => {
  const program = find.app(app ?? '');
  return (
    program?.tracks.find(({ id }) => id === track)?.aim ??
    program?.aim ??
    (program ? undefined : find.device(device)?.aim)
  );
};

/** Where a voice should sit at what it ends at: as it states, else as is usual there, else as the rig says. */
export const aimAt = (find: Lookup, sink: Sink | undefined): Aim => {
  const stated = sink && statedAim(find, sink);
  return stated ? chosen(stated) : aimFor(find.rig.target, sink?.kind);
};

/** Where a voice should sit where nothing is stated: a track as the rig says, others as they are. */
export const aimFor = (target: Target, kind: SinkKind | undefined): Aim =>
  (kind && SENT[kind]) ?? AIMS[target];

/** How far a level is from the middle of the aim, dB: positive, turn up. */
export const missingDb = (aim: Aim, typical: number, peak: number): Db =>
  aim.best - (aim.measure === 'typical' ? typical : peak);

/** What a figure of one place no longer shows, dB: by so little nothing is too quiet or too loud. */
const SHOWN_DB = 0.05;

/** How far a sound is outside the aim's band, dB: below it negative, above it positive, inside 0. */
const outsideBy = (
  { measure, lowest, highest, highestPeak = Infinity }: Aim,
  typical: number,
  peak: number,
): Db => {
  const level = measure === 'typical' ? typical : peak;
  const over = Math.max(level - highest, peak - highestPeak);
  if (over > SHOWN_DB) return over;
  return level < lowest - SHOWN_DB ? level - lowest : 0;
};

/** Whether a sound is inside the aim's band. */
export const onTarget = (aim: Aim, typical: number, peak: number): boolean =>
  outsideBy(aim, typical, peak) === 0;

/** Less room than this over the peaks is a narrow passage, dB. Common practice, no published source. */
export const NARROW_HEADROOM_DB = 6;

/** A voice so far over its noise has no hiss anyone hears, dB. Common practice, no published source. */
export const CLEAN_DB = 60;

/** How a voice stands on its track. */
export interface Verdict {
  kind: 'on-target' | 'too-quiet' | 'too-loud' | 'not-arriving';
  /** The level the aim looks at, in the aim’s unit. */
  level: number;
  /** How far outside the aim's band, dB; 0 inside. */
  byDb: Db;
}

/** Judges a voice's strand against its aim, by its end. */
export const verdictOf = (strand: Strand): Verdict =>
  verdictAt(strand, strand.stages[strand.stages.length - 1]!);

/** Under its aim, on it, over it. */
const KIND_BY_SIGN = ['too-quiet', 'on-target', 'too-loud'] as const;

/** Judges where a voice ends against the aim there. */
export const verdictAt = (
  { aim, arrives }: Pick<Strand, 'aim' | 'arrives'>,
  { typical, peak }: { typical: number; peak: number },
): Verdict => {
  const level = aim.measure === 'typical' ? typical : peak;
  if (!arrives) return { kind: 'not-arriving', level, byDb: 0 };
  const byDb = outsideBy(aim, typical, peak);
  return { kind: KIND_BY_SIGN[Math.sign(byDb) + 1]!, level, byDb: Math.abs(byDb) };
};
