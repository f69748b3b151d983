import { parentPort } from 'node:worker_threads';
import {
  readModelValue,
  readRigValue,
  RIG_SCHEMA,
  SEVERITIES,
  sketchOf,
  solveRig,
  type Rig,
} from '@diaphon/core';
import type { RigSummary } from '@diaphon/api';
import Ajv2020 from 'ajv/dist/2020';
import type { Answered, Asked, Begun, DocumentJob, DocumentJobs } from './document-jobs';

/** Runs in a thread of its own, with limits of time and memory: see `Documents`. */

const fitsSchema = new Ajv2020({ strict: false }).compile(RIG_SCHEMA);

/** What the shelf shows of a rig without opening it. */
const summarise = (rig: Rig): RigSummary => {
  const { findings, toDo, isHeard } = solveRig(rig);
  return {
    devices: rig.devices.length,
    leads: rig.leads.length,
    people: rig.people.length,
    target: rig.target,
    findings: Object.fromEntries(
      SEVERITIES.map((severity) => [severity, findings.filter((f) => f.severity === severity).length]),
    ) as RigSummary['findings'],
    toDo: toDo.length,
    isHeard,
    gravest: findings[0]?.title ?? null,
    sketch: sketchOf(rig, findings),
  };
};

const JOBS: { [J in DocumentJob]: (value: DocumentJobs[J]['ask']) => DocumentJobs[J]['answer'] } = {
  readRig: (value) => {
    const read = readRigValue(value, fitsSchema);
    if (!read.ok) return read;
    return read.rig === value ? { ok: true } : { ok: true, upgraded: read.rig };
  },
  readModel: (value) => readModelValue(value),
  summarise,
};

parentPort?.on('message', ({ number, job, value }: Asked) => {
  const answer = (said: Begun | Answered) => parentPort!.postMessage(said);
  answer({ number, isBegun: true });
  try {
    answer({ number, answer: JOBS[job](value as never) });
  } catch (error) {
    answer({ number, failure: error instanceof Error ? (error.stack ?? error.message) : String(error) });
  }
});
