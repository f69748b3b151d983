/** What a rig says of itself, and the names it chooses from: values only, so that a page that shows them loads no schema. */

export const RIG_FORMAT = 'diaphon-rig';

export const RIG_VERSION = 2;

export const APP_KINDS = ['recorder', 'call', 'player', 'game', 'browser', 'encoder', 'system'] as const;
export type AppKind = (typeof APP_KINDS)[number];

/** How a recorder lays its tracks down. */
export const RECORDING_FILES = ['one for each track', 'one for all tracks'] as const;
/** Plain WAV counts its bytes in 32 bits; the other in 64 (EBU TECH 3306); FLAC is packed (RFC 9639); `lossy` leaves out what is hardly heard. */
export const RECORDING_CONTAINERS = ['wav', 'wav-64', 'aiff', 'flac', 'lossy'] as const;
export type RecordingContainer = (typeof RECORDING_CONTAINERS)[number];

export const LISTENS_BY = ['headset', 'loudspeaker'] as const;

export const TARGETS = ['recording', 'live'] as const;
export type Target = (typeof TARGETS)[number];

/** Samples a second. */
export const SAMPLE_RATES_HZ = [44_100, 48_000, 88_200, 96_000] as const;

/** Samples a program takes or hands on at a time. */
export const BUFFER_FRAMES = [16, 32, 64, 128, 256, 512, 1024, 2048, 4096] as const;

/** What the system of a computer does of itself with several devices. */
export const SYSTEM_KINDS = [
  'joins inputs by itself',
  'joins inputs by a helper program',
  'gives each device to one program',
] as const;
export type SystemKind = (typeof SYSTEM_KINDS)[number];

/** Whose clock a device counts samples by, but for one socket of it: its own, or what comes in, a word clock before all. */
export const CLOCK_SOURCES = ['own', 'incoming'] as const;
