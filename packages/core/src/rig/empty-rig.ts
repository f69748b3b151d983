import { RIG_FORMAT, RIG_VERSION, type Assumptions, type Rig } from './types';

export const DEFAULT_ASSUMPTIONS: Assumptions = {
  speechCrestDb: 12,
  gainTravelLimit: 0.9,
  callLevelDbfs: -20,
  callCrestDb: 12,
};

/** The same where a document does not say. */
export const DEFAULT_PROGRAMME_LIKENESS = 0.4;
/** Speech at −18 dBFS over a floor of −60. Common practice, no published source. */
export const DEFAULT_LEAST_OVER_NOISE_DB = 42;
/** Two or three sittings. Common practice, no published source. */
export const DEFAULT_LISTENING_HOURS = 6;
/** Three times the distance is 9.5 dB straight; an ordinary room takes some 1.5 of that back. Common practice, no published source. */
export const DEFAULT_LEAST_APART_DB = 8;
/** Common practice, no published source. */
export const DEFAULT_HOWL_MARGIN_DB = 6;
/** A talk with its setting up. Common practice, no published source. */
export const DEFAULT_SHOW_HOURS = 2;
/** Small gear fed over USB. Common practice, no published source. */
export const DEFAULT_USB_REST_MA = 200;
/** How many talk at the same moment at most, where a rig does not say. Common practice, no published source. */
export const DEFAULT_TALK_AT_ONCE = 2;
/** A volt into 32 Ω on both sides, half of it kept: 2 × 31 mW / 0.5 / 5 V. Common practice, no published source. */
export const DEFAULT_HEADPHONES_MA = 25;
/** A resampler looks at some fifty samples either side. Common practice, no published source. */
export const DEFAULT_RESAMPLER_MS = 1;
export const DEFAULT_PACKED_SHARE = 0.7;
/** Crystals in audio gear are commonly within this of what they say, ppm. Common practice, no published source. */
export const DEFAULT_CLOCK_PPM = 50;
/** Closed headphones on the ear. Common practice, no published source. */
export const DEFAULT_HEADPHONE_LEAK_DB = 40;
/** A furnished living room. Common practice, no published source. */
export const DEFAULT_ROOM_VOLUME_M3 = 50;
export const DEFAULT_ROOM_REVERB_S = 0.4;
/** A quiet room, dB(A). Common practice, no published source. */
export const DEFAULT_ROOM_NOISE_DBA = 30;
export const DEFAULT_EARTH_HUM_MILLIVOLTS = 5;
export const DEFAULT_INTERFERENCE_NANOAMPS_PER_M = 1;

/** A rig with nothing in it. */
export const emptyRig = (name: string): Rig => ({
  format: RIG_FORMAT,
  version: RIG_VERSION,
  name,
  notes: '',
  target: 'recording',
  assumptions: { ...DEFAULT_ASSUMPTIONS },
  models: [],
  leadKinds: [],
  devices: [],
  leads: [],
  apps: [],
  joinedInputs: [],
  people: [],
  placements: [],
  intents: [],
});
