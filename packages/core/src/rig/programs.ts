import type { AppKind } from './kinds';

/** What a program is, by what it does with sound: the one table that says so. */
export interface Program {
  /** Takes single channels of its input, each onto a track. */
  records: boolean;
  /**
   * What goes out to others: `stereo` keeps the first two channels apart, `mono` makes one of them, each at half, so
   * that what is the same on both stays as loud as it was.
   */
  sends: 'stereo' | 'mono' | 'nothing';
  /** Brings sound of its own: a far end, the same on both sides; a programme, left and right. */
  plays: 'mono' | 'stereo' | 'nothing';
  /** What it plays is, to whoever listens. */
  sound: 'far end' | 'player' | 'game' | 'alert' | 'nothing';
  /** How late what it takes in goes on, milliseconds. */
  lateMs: number;
}

/** Common practice, no published source. */
export const PROGRAMS: Record<AppKind, Program> = {
  recorder: { records: true, sends: 'nothing', plays: 'nothing', sound: 'nothing', lateMs: 0 },
  call: { records: false, sends: 'mono', plays: 'mono', sound: 'far end', lateMs: 20 },
  player: { records: false, sends: 'nothing', plays: 'stereo', sound: 'player', lateMs: 0 },
  game: { records: false, sends: 'nothing', plays: 'stereo', sound: 'game', lateMs: 0 },
  browser: { records: false, sends: 'nothing', plays: 'stereo', sound: 'player', lateMs: 0 },
  system: { records: false, sends: 'nothing', plays: 'stereo', sound: 'alert', lateMs: 0 },
  encoder: { records: false, sends: 'stereo', plays: 'nothing', sound: 'nothing', lateMs: 20 },
};

/** Whether a program of that kind listens to anything. */
export const takesSound = (kind: AppKind): boolean =>
  PROGRAMS[kind].records || PROGRAMS[kind].sends !== 'nothing';

/** Whether it keeps what it takes, a track for each channel. */
export const isRecorder = (kind: AppKind): boolean => PROGRAMS[kind].records;

/** Whether someone is at the other end of a program of that kind. */
export const hasFarEnd = (kind: AppKind): boolean => PROGRAMS[kind].sound === 'far end';

/** Whether it sends to an audience that says nothing back. */
export const hasAudience = (kind: AppKind): boolean => PROGRAMS[kind].sends !== 'nothing' && !hasFarEnd(kind);
