import {
  advise,
  batteryRuns,
  causesInSteps,
  compareRigs,
  consequencesOf,
  consequenceWords,
  computerPage,
  glossaryHere,
  helpsInSteps,
  hissPage,
  wordsIn,
  applyEdit,
  askForInSteps,
  feedDetailInSteps,
  feedsPage,
  fixesInSteps,
  gainSheet,
  trackSheet,
  importPatchList,
  leadOffersInSteps,
  leadResponse,
  levelsPage,
  makeEngineMemory,
  meterBoard,
  nameAfterDesk,
  newerModel,
  offerChain,
  pageReadings,
  pinView,
  plannedLines,
  placeCall,
  planGainsInSteps,
  previewEdit,
  pullPlug,
  proposeInSteps,
  readingsOf,
  renderInSteps,
  runSheet,
  solve as solveAll,
  splitLoadInSteps,
  tablePage,
  testCall,
  traceSocket,
  tryModel,
  usbBill,
  leadsWithLines,
  recall,
  whatChanged,
  wireInSteps,
  type Answers,
  type App,
  type ColumnMapping,
  type CsvTable,
  type DeviceModel,
  type Edit,
  type EngineMemory,
  type Feeds,
  type HeardLine,
  type PageReadings,
  type PortRef,
  type Progress,
  type Readings,
  type RenderAsk,
  type Rig,
  type RunSheetOptions,
  type Solved,
  type Solver,
  type Steps,
  type StockRow,
} from '@diaphon/core';
import { changeBetween, type ReadingsChange } from './changes';

/** What was found by then is proposed, ms. */
const LONGEST_PROPOSAL_MS = 4500;

/** The best wiring by then is the answer, ms. */
const LONGEST_WIRING_MS = 15_000;

/** The engine as the worker runs it, without the worker: rigs it holds, and jobs it does on them. */

/** A rig held here. It may be one of several. */
interface Held {
  rig: Rig;
  /** Which state of the document it is, as the page counts. */
  stamp: number;
  solved: Solved;
  readings: Readings;
  /** What the page has been sent. */
  sent: PageReadings;
  memory: EngineMemory;
  /** Who heard what before the last edits that turned the same thing. */
  since?: { what: string; feeds: Feeds };
  tools: Tools;
}

/** What is too large to be there from the start. */
export interface Tools {
  solver: () => Promise<Solver>;
}

/** What may be asked about a rig. Those that take long go in steps, and can be stopped between them. */
const ABOUT_A_RIG = {
  offers: ({ rig, memory }: Held, a: PortRef, b: PortRef) => leadOffersInSteps(rig, a, b, memory),
  chain: ({ rig }: Held, a: PortRef, b: PortRef) => offerChain(rig, a, b),
  pinView: ({ rig }: Held, lead: string) => pinView(rig, lead),
  leadResponse: ({ rig }: Held, lead: string) => leadResponse(rig, lead),
  /** The ways to mend a finding, each tried; asked for when its card is opened. */
  fixes: ({ rig, memory }: Held, finding: string) => fixesInSteps(rig, finding, memory),
  /** What makes the hiss under a strand. */
  hiss: ({ solved }: Held, strand: string) => hissPage(solved, strand) ?? null,
  /** Every strand in short and one of them whole; asked for where the levels are looked at. */
  levels: ({ readings }: Held, chosen?: string) => levelsPage(readings.strands, chosen),
  /** What is heard at a place, as sound. */
  render: ({ solved }: Held, what: RenderAsk) => renderInSteps(solved, what),
  /** Who hears what, and one sound at one listener. */
  feeds: ({ solved }: Held) => feedsPage(solved),
  feed: ({ rig, memory }: Held, speaker: string, post: string) =>
    feedDetailInSteps(rig, speaker, post, memory),
  /** What to say before the show, which meters move, what to ask. */
  testCall: ({ solved }: Held) => testCall(solved),
  /** The safe order of setting the rig up, or of what is asked for. */
  runSheet: ({ rig }: Held, options: RunSheetOptions) => runSheet(rig, options).sheet,
  /** What is otherwise than when it worked, and what each of it explains. */
  whatChanged: ({ rig }: Held, then: Rig) => whatChanged(then, rig),
  /** The gains and the distance of whoever is on a track, as they were then. */
  recall: ({ rig, memory }: Held, then: Rig, line: string) => recall(then, rig, line, memory) ?? null,
  /** Which channels go over each lead. */
  leadsWithLines: ({ solved }: Held) => leadsWithLines(solved),
  /** Every channel that is kept, as it should come. */
  plannedLines: ({ solved }: Held) => plannedLines(solved),
  /** Why channels came otherwise than planned, by what was measured of each. */
  causes: ({ rig, memory }: Held, heard: Readonly<Record<string, HeardLine>>) =>
    causesInSteps(rig, heard, memory),
  /** What every meter shows of each sound. */
  meters: ({ solved }: Held) => meterBoard(solved),
  /** The fewest changes by which everyone hears what is meant. */
  propose: async ({ rig, memory, tools }: Held) => {
    const solver = await tools.solver();
    const start = performance.now();
    return proposeInSteps(rig, solver, memory, () => performance.now() - start > LONGEST_PROPOSAL_MS);
  },
  /** The shortest change by which one sound comes to one listener; null where one of them is not there. */
  askFor: async ({ rig, memory, tools }: Held, speaker: string, post: string) => {
    const solver = await tools.solver();
    const start = performance.now();
    const isTimeUp = () => performance.now() - start > LONGEST_PROPOSAL_MS;
    return askForInSteps(rig, speaker, post, solver, memory, isTimeUp);
  },
  /** Loose pieces joined and set, what is plugged staying. @param stock leads that are there; null: the best are taken */
  wire: async ({ rig, memory, tools }: Held, stock: StockRow[] | null) => {
    const solver = await tools.solver();
    const start = performance.now();
    const isTimeUp = () => performance.now() - start > LONGEST_WIRING_MS;
    return wireInSteps(rig, solver, memory, { isKept: true, isTimeUp, ...(stock ? { stock } : {}) });
  },
  /** What hangs on the USB sockets of a computer or a hub, and what it draws. */
  usbBill: ({ solved }: Held, device: string) => usbBill(solved, device),
  /** How long a device runs on its batteries; null where it does not, or nobody has said what they hold. */
  batteryRun: ({ solved: { find, circuit, usb } }: Held, device: string) =>
    batteryRuns(find, circuit, usb).find((run) => run.device === device) ?? null,
  /** A computer as it stands: what it lists, what is joined, what its programs take. */
  computer: ({ solved }: Held, device: string) => computerPage(solved, device),
  /** The tracks of a recorder, named after who is on their channels; null where nothing is to be done. */
  nameAfterDesk: ({ solved }: Held, app: string) => nameAfterDesk(solved, app),
  /** A new call on a computer: heard, hearing everyone but itself, and kept on a track. */
  placeCall: ({ rig, memory }: Held, app: App) => placeCall(rig, app, memory),
  /** The fewest plugs to move so that USB gives and carries enough. */
  splitLoad: ({ solved }: Held, device: string) => splitLoadInSteps(solved, device),
  /** What goes quiet when a lead is pulled. */
  pullPlug: ({ solved, memory }: Held, lead: string) => pullPlug(solved, lead, memory) ?? null,
  /** Who is heard in whose microphone. */
  table: ({ solved }: Held) => tablePage(solved),
  trace: ({ rig, memory }: Held, socket: PortRef) => traceSocket(rig, socket, memory),
  patchList: ({ rig }: Held, table: CsvTable, mapping: ColumnMapping) => importPatchList(rig, table, mapping),
  /** A text cut at the words of the trade in it, and what each of those comes to in this rig. */
  words: ({ rig, readings }: Held, text: string) => {
    const pieces = wordsIn(text);
    const used = new Set(pieces.map(({ word }) => word));
    return { pieces, terms: glossaryHere(rig, readings).filter(({ word }) => used.has(word)) };
  },
  /** What the words of the trade come to in this rig, those that come to something. */
  glossary: ({ rig, readings }: Held) =>
    Object.fromEntries(
      glossaryHere(rig, readings)
        .filter(({ here }) => here.length > 0)
        .map(({ word, here }) => [word, here]),
    ) as Record<string, string[]>,
  preview: ({ rig, memory, sent }: Held, edit: Edit) => previewEdit(rig, edit, sent.findings, memory),
  /** What is set for each sound, as it is taken to the desk. */
  gainSheet: ({ solved }: Held) => gainSheet(solved),
  /** Which channel is which socket, and which track keeps it. */
  trackSheet: ({ solved }: Held) => trackSheet(solved),
  /** Where every gain, pad and fader belongs. */
  gains: async ({ rig, memory, tools }: Held) => planGainsInSteps(rig, await tools.solver(), memory),
  /** What would help voices that cannot have all they want, once every gain is set as near as it gets. */
  helps: async ({ rig, memory, tools }: Held, set: Edit | null, strands: string[], missingDb: number) =>
    helpsInSteps(set ? applyEdit(rig, set).rig : rig, strands, missingDb, await tools.solver(), memory),
};

/** What may be asked without one. */
const BY_ITSELF = {
  advise: (answers: Answers) => advise(answers),
  tryModel: (model: DeviceModel) => tryModel(model),
  newerModel: (model: DeviceModel) => newerModel(model),
  compareRigs: (pair: readonly [Rig, Rig]) => compareRigs(...pair),
};

type Answer<T> = T extends Promise<infer P> ? Answer<P> : T extends Steps<infer R> ? R : T;
type Tail<F> = F extends (held: Held, ...args: infer A) => unknown ? A : never;

/** Questions about a rig: what each takes and answers. */
export type Questions = {
  [K in keyof typeof ABOUT_A_RIG]: {
    args: Tail<(typeof ABOUT_A_RIG)[K]>;
    answer: Answer<ReturnType<(typeof ABOUT_A_RIG)[K]>>;
  };
};
export type PlainQuestions = {
  [K in keyof typeof BY_ITSELF]: {
    args: Parameters<(typeof BY_ITSELF)[K]>;
    answer: ReturnType<(typeof BY_ITSELF)[K]>;
  };
};

/** How a job ended; `stamp` says on which state of the document. */
export type Outcome<T> =
  { kind: 'done'; answer: T; stamp: number } | { kind: 'cancelled' } | { kind: 'not-open' };

/** The things an edit changes. */
const turned = ({ steps }: Edit): string =>
  steps.map(({ collection, id, path }) => [collection, id, ...path].join(' ')).join('\n');

const isSteps = (value: unknown): value is Steps<unknown> =>
  typeof value === 'object' && value !== null && Symbol.iterator in value && 'next' in value;

/**
 * @param pause lets messages in between two steps of a long job
 * @param tools what is loaded when it is first needed
 */
export const makeEngine = (pause: () => Promise<void>, tools: Tools) => {
  const held = new Map<string, Held>();
  /** Jobs under way, and whether nobody waits for them any more. */
  const isStopped = new Map<number, boolean>();

  const solve = (
    key: string,
    rig: Rig,
    stamp: number,
    before: Held | undefined,
    what?: string,
  ): ReadingsChange => {
    const memory = before?.memory ?? makeEngineMemory();
    const solved = solveAll(rig, memory);
    const readings = readingsOf(solved);
    // A fader that is dragged is held against where it was taken hold of.
    const since =
      before && what !== undefined
        ? before.since?.what === what
          ? before.since
          : { what, feeds: before.solved.feeds }
        : undefined;
    const words = since ? consequenceWords(consequencesOf(since.feeds, solved.feeds)) : '';
    // What was said waits until something else is to be said.
    const isSameThing = since !== undefined && since === before?.since;
    const sent = pageReadings(readings, isSameThing ? words : words || (before?.sent.follows ?? ''));
    held.set(key, { rig, stamp, solved, readings, sent, memory, ...(since ? { since } : {}), tools });
    return changeBetween(before?.sent, sent);
  };

  return {
    /** Takes a document. Its page has nothing of it yet. */
    open: (key: string, stamp: number, rig: Rig): ReadingsChange => {
      held.delete(key);
      return solve(key, rig, stamp, undefined);
    },
    /** Applies an edit to the document held here. @throws where it is not held, or does not take the edit */
    apply: (key: string, stamp: number, edit: Edit): ReadingsChange => {
      const before = held.get(key);
      if (!before) throw new Error(`The rig ${key} is not open in the engine.`);
      return solve(key, applyEdit(before.rig, edit).rig, stamp, before, turned(edit));
    },
    close: (key: string): void => void held.delete(key),
    /** Stops a job between two of its steps; one that has ended is left alone. */
    cancel: (job: number): void => {
      if (isStopped.has(job)) isStopped.set(job, true);
    },
    running: (): number => isStopped.size,
    /** Answers a question about a rig as it stands when the job begins. */
    ask: async <K extends keyof Questions>(
      job: number,
      key: string,
      question: K,
      args: Questions[K]['args'],
      onProgress?: (progress: Progress) => void,
    ): Promise<Outcome<Questions[K]['answer']>> => {
      const at = held.get(key);
      if (!at) return { kind: 'not-open' };
      isStopped.set(job, false);
      let answer: unknown;
      try {
        const work = await (ABOUT_A_RIG[question] as (held: Held, ...args: unknown[]) => unknown)(
          at,
          ...args,
        );
        answer = work;
        if (isSteps(work)) {
          for (let step = work.next(); ; step = work.next()) {
            if (step.done) {
              answer = step.value;
              break;
            }
            onProgress?.(step.value);
            await pause();
            if (isStopped.get(job)) return { kind: 'cancelled' };
          }
        }
      } finally {
        isStopped.delete(job);
      }
      return { kind: 'done', answer: answer as Questions[K]['answer'], stamp: at.stamp };
    },
    askPlain: <K extends keyof PlainQuestions>(
      question: K,
      args: PlainQuestions[K]['args'],
    ): PlainQuestions[K]['answer'] =>
      (BY_ITSELF[question] as (...args: unknown[]) => PlainQuestions[K]['answer'])(...args),
  };
};

export type Engine = ReturnType<typeof makeEngine>;
