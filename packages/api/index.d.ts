import type { DeviceModel, Rig, RigSketch, Severity } from '@diaphon/core';

/** What the server answers and the interface reads: written once, types only. */

/** The one shape of every error the API sends. */
export interface ErrorBody {
  /** Stable, for programs: `not-found`, `conflict`, `bad-request`, … */
  code: string;
  /** What is wrong. */
  message: string;
  /** The place: a path in the document, a parameter, a file. */
  where: string;
  /** What to do about it. */
  hint: string;
}

/** A rig in short, as the shelf shows it. */
export interface RigSummary {
  devices: number;
  leads: number;
  people: number;
  target: Rig['target'];
  findings: Record<Severity, number>;
  /** How many things a rig still being built lacks. */
  toDo: number;
  /** Something was meant to arrive, and does. */
  isHeard: boolean;
  /** The gravest finding in one sentence, or null. */
  gravest: string | null;
  /** The rig as a drawing of the size of a stamp. */
  sketch: RigSketch;
}

export interface RigOnShelf {
  id: string;
  name: string;
  revision: number;
  updatedAt: string;
  deletedAt: string | null;
  /** How many days it can still be brought back at least; only of what is in the bin. */
  binDaysLeft?: number;
  /** Null while it is being worked out, or where that cannot be done. */
  summary: RigSummary | null;
  /** Why it cannot be worked out, and what to do; null where it can. */
  trouble: string | null;
}

/** What a save answers: the document is the one that was sent. */
export interface SavedRig {
  id: string;
  revision: number;
  updatedAt: string;
}

export interface OpenRig extends SavedRig {
  document: Rig;
}

export interface RevisionEntry {
  number: number;
  label: string;
  savedAt: string;
}

/** A device model a user made, as it stands now. */
export interface OwnModel {
  id: string;
  revision: number;
  savedAt: string;
  model: DeviceModel;
}

/** One dated use of a rig, as a browser tells of it. Its id is made there, so that it can begin with no network. */
export interface SittingHead {
  id: string;
  rig: string;
  /** Revision of the rig it was begun with. */
  revision: number;
  /** The rig's name then. */
  name: string;
  kind: 'set up' | 'strike';
  startedAt: string;
}

/** Somebody signed a step of the run sheet. Never changed: whoever thinks otherwise signs again. */
export interface SignedStep {
  id: string;
  at: string;
  by: string;
  /** Which step: what is done, to what. */
  step: string;
  words: string;
  state: 'done' | 'not done' | 'open';
  /** Why it is not done. */
  because: string;
}

/** What a channel measured. */
export interface KeptMeasurement {
  id: string;
  at: string;
  by: string;
  /** Id of its line in the plan, and what it is called. */
  channel: string;
  name: string;
  who: string;
  plannedDbfs: number | null;
  levelDbfs: number | null;
  peakDbfs: number | null;
  noiseDbfs: number | null;
  humDbfs: number | null;
  faults: number;
  verdict: string;
}

/** Something that happened or was said of it; a file that was recorded; batteries and cards. */
export interface KeptIncident {
  id: string;
  at: string;
  by: string;
  kind: 'incident' | 'note' | 'file' | 'battery';
  words: string;
  /** What mended it. */
  mended: string;
}

/** What is added to a sitting: any of it may come twice, and is kept once. */
export interface SittingAddition {
  sitting: SittingHead;
  steps: SignedStep[];
  measurements: KeptMeasurement[];
  incidents: KeptIncident[];
}

/** A sitting in the list. */
export interface SittingInList extends SittingHead {
  /** When the last of it was added. */
  lastAt: string;
  /** From its first signature to its last; null where fewer than two were given. */
  stepsMinutes: number | null;
  signed: number;
  measured: number;
  incidents: number;
  /** Whoever signed or measured anything. */
  people: string[];
}

/** Levels of one channel from sitting to sitting. */
export interface TrendPoint extends Omit<KeptMeasurement, 'id' | 'by'> {
  sitting: string;
}

/** A browser that is signed in. */
export interface SignedInBrowser {
  /** What it calls itself. */
  agent: string;
  startedAt: string;
  isThis: boolean;
}

/** The way in for other machines. */
export interface DoorState {
  isOpen: boolean;
  /** Whether it is opened and shut in the interface; else as the server was started. */
  isSwitch: boolean;
  isHttps: boolean;
  port: number;
  /** Where another machine finds it; none on a machine without a network. */
  addresses: string[];
  /** SHA-256 of the certificate Diaphon made itself; null where there is none. */
  fingerprint: string | null;
  hasPassphrase: boolean;
}
