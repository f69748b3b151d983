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
