import type { DeviceModel, Problem, Rig } from '@diaphon/core';
import type { RigSummary } from '@diaphon/api';

/** What the worker is asked, and what it answers: everything that walks through a document someone sent. */
export interface DocumentJobs {
  /** Takes a value for a rig; the answer leaves out a document that came as it is. */
  readRig: { ask: object; answer: { ok: true; upgraded?: Rig } | { ok: false; problems: Problem[] } };
  readModel: { ask: object; answer: { ok: true; model: DeviceModel } | { ok: false; problems: Problem[] } };
  summarise: { ask: Rig; answer: RigSummary };
}

export type DocumentJob = keyof DocumentJobs;

export interface Asked {
  number: number;
  job: DocumentJob;
  value: unknown;
}

/** A job has been taken up: a thread that only just started has read the engine by then. */
export interface Begun {
  number: number;
  isBegun: true;
}

export type Answered = { number: number } & ({ answer: unknown } | { failure: string });
