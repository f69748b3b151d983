import {
  combineEdits,
  squash,
  tryEdit,
  withNewIds,
  type Renamed,
  type Edit,
  type EditClash,
  type Problem,
  type Rig,
} from '@diaphon/core';
import { createSlice, original, type Draft, type PayloadAction } from '@reduxjs/toolkit';
import type { ErrorBody, OpenRig } from '@diaphon/api';

/** One thing that can be taken back, or done again. */
export interface Step {
  label: string;
  edit: Edit;
  /** Edits of one drag or one typed number share a key and are taken back together. */
  key?: string;
  /** When it was last added to, milliseconds. */
  at?: number;
}

export type SaveState =
  | { kind: 'saved' }
  | { kind: 'waiting' }
  | { kind: 'saving' }
  /** The server does not answer: kept in this browser, sent later. */
  | { kind: 'offline' }
  | { kind: 'failed'; error: ErrorBody }
  /** Someone else saved other values meanwhile: what both set, in words. */
  | { kind: 'conflict'; theirs: OpenRig; clashes: EditClash[] };

export interface RigState {
  status: 'none' | 'loading' | 'open' | 'failed';
  id: string | null;
  document: Rig | null;
  /** Revision on the server that the document was made from. */
  baseRevision: number;
  past: Step[];
  future: Step[];
  save: SaveState;
  error: ErrorBody | null;
  /** Why the last edit was refused. */
  refused: { label: string; problems: Problem[] } | null;
  /** What was done last, announced once with a way back. */
  done: { label: string; canUndo: boolean } | null;
}

const initialState: RigState = {
  status: 'none',
  id: null,
  document: null,
  baseRevision: 0,
  past: [],
  future: [],
  save: { kind: 'saved' },
  error: null,
  refused: null,
  done: null,
};

/** Undo reaches this far back; older states are in the history on the server. */
const MOST_STEPS = 500;

/** A pause longer than this ends a drag. */
const SAME_DRAG_MS = 1500;

/** The document is replaced as a whole by the engine's own edits; drafting it would only copy it twice. */
type Raw = Omit<RigState, 'document'> & { document: Rig | null };

/** The state as it stands, not a draft of it: what the engine remembers of a document must outlive this moment. */
const standing = (state: Draft<RigState>): RigState => original(state)!;

const changed = (state: Raw, document: Rig) => {
  state.document = document;
  if (state.save.kind === 'saved' || state.save.kind === 'failed') state.save = { kind: 'waiting' };
};

/** Takes the last step of one list, and puts the way back into the other; refused where others changed the same since. */
const takeStep = (
  state: Draft<RigState>,
  from: 'past' | 'future',
  to: 'past' | 'future',
  [order, done]: [order: string, done: string],
) => {
  const raw = state as Raw;
  const { document, [from]: steps } = standing(state);
  const step = steps.at(-1);
  if (!step || !document) return;
  raw[from].pop();
  const result = tryEdit(document, step.edit);
  if (!result.ok) {
    state.refused = { label: `${order} ${step.label}`, problems: result.problems };
    return;
  }
  raw[to].push({ label: step.label, edit: result.inverse });
  raw.done = { label: `${done}: ${step.label}`, canUndo: to === 'past' };
  changed(raw, result.rig);
};

const rigSlice = createSlice({
  name: 'rig',
  initialState,
  reducers: {
    opening: (_state, { payload }: PayloadAction<string>) => ({
      ...initialState,
      status: 'loading',
      id: payload,
    }),
    opened: (_state, { payload }: PayloadAction<OpenRig>) => ({
      ...initialState,
      status: 'open',
      id: payload.id,
      document: payload.document,
      baseRevision: payload.revision,
    }),
    openFailed: (state, { payload }: PayloadAction<ErrorBody>) => {
      state.status = 'failed';
      state.error = payload;
    },
    closed: () => initialState,
    /** An edit by the operator. Refused, with reasons, when the document would no longer hold together. */
    edited: (
      state,
      { payload }: PayloadAction<{ edit: Edit; key?: string; at?: number; announce?: boolean }>,
    ) => {
      const raw = state as Raw;
      const { document } = standing(state);
      if (!document) return;
      const { edit, key, at = 0, announce } = payload;
      const result = tryEdit(document, edit);
      if (!result.ok) {
        state.refused = { label: edit.label, problems: result.problems };
        return;
      }
      const last = raw.past[raw.past.length - 1];
      if (key && last?.key === key && at - (last.at ?? 0) < SAME_DRAG_MS) {
        last.at = at;
        // It is called by where it ended.
        last.label = edit.label;
        last.edit = squash(combineEdits(last.label, result.inverse, last.edit));
      } else {
        raw.past.push({ label: edit.label, edit: result.inverse, ...(key ? { key, at } : {}) });
        if (raw.past.length > MOST_STEPS) raw.past.shift();
      }
      raw.future = [];
      raw.refused = null;
      raw.done = announce ? { label: edit.label, canUndo: true } : null;
      changed(raw, result.rig);
    },
    undone: (state) => takeStep(state, 'past', 'future', ['Undo', 'Undone']),
    redone: (state) => takeStep(state, 'future', 'past', ['Redo', 'Done again']),
    /** What could be taken back when this rig was last open here. */
    undoRestored: (state, { payload }: PayloadAction<{ past: Step[]; future: Step[] }>) => {
      (state as Raw).past = payload.past;
      (state as Raw).future = payload.future;
    },
    /** Unsent work of an earlier session was found in this browser. */
    recovered: (state) => {
      state.done = { label: 'Brought back what this browser had not sent yet', canUndo: false };
    },
    /** Others changed it meanwhile: the document with both. What can be taken back stays. */
    rebased: (
      state,
      { payload }: PayloadAction<{ document: Rig; revision: number; renamed?: readonly Renamed[] }>,
    ) => {
      const raw = state as Raw;
      raw.document = payload.document;
      const { renamed = [] } = payload;
      if (renamed.length > 0) {
        const { past, future } = standing(state);
        // What is taken back is what was made here, whatever it is called now.
        raw.past = past.map((step) => ({ ...step, edit: withNewIds(step.edit, renamed) }));
        raw.future = future.map((step) => ({ ...step, edit: withNewIds(step.edit, renamed) }));
      }
      state.baseRevision = payload.revision;
      if (state.save.kind === 'conflict') state.save = { kind: 'waiting' };
    },
    saveChanged: (state, { payload }: PayloadAction<SaveState>) => {
      state.save = payload;
    },
    saved: (state, { payload }: PayloadAction<{ revision: number; isNewer: boolean }>) => {
      state.baseRevision = payload.revision;
      state.save = payload.isNewer ? { kind: 'waiting' } : { kind: 'saved' };
    },
    /** Something worth saying once, with nothing to take back. */
    told: (state, { payload }: PayloadAction<string>) => {
      state.done = { label: payload, canUndo: false };
    },
    refusalSeen: (state) => {
      state.refused = null;
    },
    doneSeen: (state) => {
      state.done = null;
    },
  },
});

export const rigActions = rigSlice.actions;
export const rigReducer = rigSlice.reducer;
