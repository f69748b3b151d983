/** What a rig says of itself, and the names it chooses from: values only, so that a page that shows them loads no schema. */

export const RIG_FORMAT = 'diaphon-rig';

export const RIG_VERSION = 2;

export const APP_KINDS = ['recorder', 'call', 'player', 'encoder'] as const;

/** How a recorder lays its tracks down. */
export const RECORDING_FILES = ['one for each track', 'one for all tracks'] as const;
/** Plain WAV counts its bytes in 32 bits; the other in 64 (EBU TECH 3306). */
export const RECORDING_CONTAINERS = ['wav', 'wav-64'] as const;

export const LISTENS_BY = ['headset', 'loudspeaker'] as const;

export const TARGETS = ['recording', 'live'] as const;
export type Target = (typeof TARGETS)[number];

/** Samples a second. */
export const SAMPLE_RATES_HZ = [44_100, 48_000, 88_200, 96_000] as const;
