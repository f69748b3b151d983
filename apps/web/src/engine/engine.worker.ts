import {
  advise,
  applyEdit,
  leadResponse,
  offerChain,
  offerLeads,
  pinView,
  previewEdit,
  solveRig,
  traceSocket,
  tryModel,
  type Answers,
  type DeviceModel,
  type Edit,
  type PortRef,
  type Readings,
  type Rig,
} from '@diaphon/core';
import { expose } from 'comlink';

/** The engine beside the page. It keeps the document, so that an edit is all that has to cross. */
let rig: Rig | undefined;
let readings: Readings | undefined;

const solve = (next: Rig): Readings => {
  rig = next;
  readings = solveRig(next);
  return readings;
};

const engine = {
  open: (next: Rig) => solve(next),
  /** Applies an edit to the document held here. */
  apply: (edit: Edit) => solve(applyEdit(rig!, edit).rig),
  offers: (a: PortRef, b: PortRef) => (rig ? offerLeads(rig, a, b) : []),
  chain: (a: PortRef, b: PortRef) => (rig ? offerChain(rig, a, b) : undefined),
  pinView: (lead: string) => (rig ? pinView(rig, lead) : undefined),
  leadResponse: (lead: string) => (rig ? leadResponse(rig, lead) : []),
  advise: (answers: Answers) => advise(answers),
  tryModel: (model: DeviceModel) => tryModel(model),
  trace: (socket: PortRef) => (rig ? traceSocket(rig, socket) : undefined),
  preview: (edit: Edit) => previewEdit(rig!, edit, readings!.findings),
};

export type Engine = typeof engine;
expose(engine);
