import type { Rig } from '@diaphon/core';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** What variants are called, in the order they are given out: as many as are kept of a rig. */
export const LETTERS = ['A', 'B', 'C', 'D'] as const;
export type Letter = (typeof LETTERS)[number];

/** Another state of a rig, kept beside it to be looked at and listened to. */
export interface Variant {
  letter: Letter;
  /** What made it: a fix, a plan, a revision. */
  label: string;
  document: Rig;
}

export interface VariantsState {
  /** The rig they are variants of. */
  rig: string | null;
  list: Variant[];
}

const initialState: VariantsState = { rig: null, list: [] };

/** The next letter that is free; undefined where all are taken. */
export const freeLetter = (list: readonly Variant[]): Letter | undefined =>
  LETTERS.find((letter) => list.every((one) => one.letter !== letter));

/** Documents are kept as they are, never drafted: they are large, and what the engine knows of them is by identity. */
const variantsSlice = createSlice({
  name: 'variants',
  initialState,
  reducers: {
    /** Another rig is shown; what was kept of it is on its way. */
    shown: (_state, { payload }: PayloadAction<string>) => ({ rig: payload, list: [] }),
    /** What was kept of it; before what somebody quick has kept meanwhile. */
    found: (state, { payload }: PayloadAction<VariantsState>) => {
      const already = state.list as Variant[];
      if (state.rig !== payload.rig) return state;
      if (already.length === 0) return payload;
      const list = [...payload.list, ...already].slice(0, LETTERS.length);
      return { rig: payload.rig, list: list.map((one, at) => ({ ...one, letter: LETTERS[at]! })) };
    },
    /** One more, under the first free letter; without one nothing is kept. */
    kept: (state, { payload }: PayloadAction<Omit<Variant, 'letter'>>) => {
      const list = state.list as Variant[];
      const letter = freeLetter(list);
      if (!letter) return state;
      return {
        rig: state.rig,
        list: [...list, { letter, ...payload }].sort((a, b) => a.letter.localeCompare(b.letter)),
      };
    },
    dropped: (state, { payload }: PayloadAction<Letter>) => ({
      rig: state.rig,
      list: (state.list as Variant[]).filter(({ letter }) => letter !== payload),
    }),
  },
});

export const variantsActions = variantsSlice.actions;
export const variantsReducer = variantsSlice.reducer;
