import {
  advise,
  applyEdit,
  fixesFor,
  leadResponse,
  levelsPage,
  makeEngineMemory,
  offerChain,
  offerLeads,
  pageReadings,
  pinView,
  previewEdit,
  solveRig,
  traceSocket,
  tryModel,
  type Answers,
  type DeviceModel,
  type Edit,
  type PageReadings,
  type PortRef,
  type Readings,
  type Rig,
} from '@diaphon/core';
import { expose } from 'comlink';

/** The engine beside the page. It keeps the document, so that an edit is all that has to cross. */
let rig: Rig | undefined;
let readings: Readings | undefined;
/** What was worked out before: an edit, a fix that is only tried, a lead that is only offered cost what they touch. */
const memory = makeEngineMemory();

const solve = (next: Rig): PageReadings => {
  rig = next;
  readings = solveRig(next, memory);
  return pageReadings(readings);
};

const engine = {
  open: (next: Rig) => solve(next),
  /** Applies an edit to the document held here. */
  apply: (edit: Edit) => solve(applyEdit(rig!, edit).rig),
  offers: (a: PortRef, b: PortRef) => (rig ? offerLeads(rig, a, b, memory) : []),
  chain: (a: PortRef, b: PortRef) => (rig ? offerChain(rig, a, b) : undefined),
  pinView: (lead: string) => (rig ? pinView(rig, lead) : undefined),
  leadResponse: (lead: string) => (rig ? leadResponse(rig, lead) : []),
  /** The ways to mend a finding, each tried; asked for when its card is opened. */
  fixes: (finding: string) => (rig ? fixesFor(rig, finding, memory) : []),
  advise: (answers: Answers) => advise(answers),
  tryModel: (model: DeviceModel) => tryModel(model),
  /** Every strand in short and one of them whole; asked for where the levels are looked at. */
  levels: (chosen?: string) => levelsPage(readings?.strands ?? [], chosen),
  trace: (socket: PortRef) => (rig ? traceSocket(rig, socket, memory) : undefined),
  preview: (edit: Edit) => previewEdit(rig!, edit, readings!.findings, memory),
};

export type Engine = typeof engine;
expose(engine);
