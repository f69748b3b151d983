import type { ControlValue, DeviceModel, LeadKind } from '../catalogue';
import type { VoiceEffort } from '../units';

export const RIG_FORMAT = 'diaphon-rig';
export const RIG_VERSION = 2;

/** A stream of a device. */
export interface DeviceStream {
  device: string;
  stream: string;
}

/** What an app listens to or plays into: a stream of a device, or several joined into one. */
export type StreamChoice = DeviceStream | { joined: string };

/** A recorder track takes one channel (counted from 1) of the app's input stream. */
export interface Track {
  id: string;
  name: string;
  channel: number;
}

export const APP_KINDS = ['recorder', 'call', 'player', 'encoder'] as const;

/** A program on a computer. */
export interface App {
  id: string;
  /** The device it runs on. */
  computer: string;
  name: string;
  kind: (typeof APP_KINDS)[number];
  input: StreamChoice | null;
  output: StreamChoice | null;
  tracks: Track[];
}

export interface Device {
  id: string;
  name: string;
  model: string;
  /** Where it stands: desk, rack, guest room. */
  place: string;
  settings: Record<string, ControlValue>;
}

/** Several streams that a computer uses as one many-channel input: the first member has the first numbers. */
export interface JoinedInput {
  id: string;
  /** The device that joins them. */
  computer: string;
  name: string;
  members: (DeviceStream & {
    /** Whether its clock is followed by converting the rate. */
    resampled: boolean;
  })[];
  /** The member device whose clock all follow; null while nobody has chosen. */
  clock: string | null;
}

/** What a lead's end is plugged into: a device's port, or the end of another lead. */
export type Plugged = { device: string; port: string } | { lead: string; end: number } | null;

export interface Lead {
  id: string;
  kind: string;
  lengthM: number;
  ends: Plugged[];
  /** Conductors that are broken, by name. */
  broken: string[];
}

export interface Person {
  id: string;
  name: string;
  effort: VoiceEffort;
}

/** Someone speaking into a capsule of a device. */
export interface Placement {
  id: string;
  person: string;
  device: string;
  capsule: string;
  distanceM: number;
  offAxisDeg: number;
}

export const TARGETS = ['recording', 'live'] as const;
export type Target = (typeof TARGETS)[number];

/** Figures the results rest on that nobody measured here; each can be changed. */
export interface Assumptions {
  /** Speech peaks above the long-term level, dB. ANSI S3.5 uses 15; 12 is common practice. */
  speechCrestDb: number;
  /** Share of a gain's travel beyond which hiss is expected. Common practice. */
  gainTravelLimit: number;
  /** Long-term level a call or player app sends out, dBFS. Common practice. */
  callLevelDbfs: number;
  /** Peaks of that sound above it, dB. Common practice. */
  callCrestDb: number;
  /** Hum and noise pressed into each wire of a lead for each metre, nanoamps. Common practice; absent: 1. */
  interferenceNanoampsPerM?: number;
  /** Hum between the earths of two plugs, millivolts. Common practice; absent: 5. */
  earthHumMillivolts?: number;
  /** How alike left and right of a programme are: 1 a mono voice, 0 strangers. Common practice; absent: 0.4, music. */
  programmeLikeness?: number;
}

/** A sound as intents name it: a person here, what an app plays (a caller), what a device plays by itself. */
export type SourceRef = { person: string } | { app: string } | { device: string };

/** A listener as intents name it: an app (its far end, its tracks, one track), or a device people hear or record with. */
export type SinkRef = { app: string; track?: string } | { device: string };

/** What must, or must never, arrive where. */
export interface Intent {
  id: string;
  source: SourceRef;
  sink: SinkRef;
  want: 'arrives' | 'never';
}

/** One studio set-up: self-contained, it carries the models and lead kinds it uses. */
export interface Rig {
  format: typeof RIG_FORMAT;
  version: typeof RIG_VERSION;
  name: string;
  notes: string;
  target: Target;
  assumptions: Assumptions;
  models: DeviceModel[];
  leadKinds: LeadKind[];
  devices: Device[];
  leads: Lead[];
  apps: App[];
  joinedInputs: JoinedInput[];
  people: Person[];
  placements: Placement[];
  intents: Intent[];
}

export const DEFAULT_ASSUMPTIONS: Assumptions = {
  speechCrestDb: 12,
  gainTravelLimit: 0.9,
  callLevelDbfs: -20,
  callCrestDb: 12,
};

/** The same where a document does not say. */
export const DEFAULT_PROGRAMME_LIKENESS = 0.4;
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
