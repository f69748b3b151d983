/** What a rig says of itself, and the names it chooses from: values only, so that a page that shows them loads no schema. */

export const RIG_FORMAT = 'diaphon-rig';

export const RIG_VERSION = 2;

export const APP_KINDS = ['recorder', 'call', 'player', 'encoder'] as const;

export const LISTENS_BY = ['headset', 'loudspeaker'] as const;

export const TARGETS = ['recording', 'live'] as const;
export type Target = (typeof TARGETS)[number];
