import type { Watch } from '@diaphon/core';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** What a show is watched by, and what was noticed so far. */
export interface Watching {
  rig: string;
  /** The input, or the file that is gone through. */
  name: string;
  isLive: boolean;
  /** Milliseconds since 1970; of a file its own beginning counts. */
  startedAt: number;
  isOn: boolean;
  /** Of a file that is gone through, how much is done, 0 to 1. */
  share: number;
  /** Which channel of the input each channel of the plan is. */
  recorded: (number | null)[];
  watch: Watch;
}

interface State {
  now: Watching | null;
  /** Why it ended by itself, or never began. */
  trouble: string;
}

const initialState: State = { now: null, trouble: '' };

const watchSlice = createSlice({
  name: 'watch',
  initialState,
  reducers: {
    begun: (state, { payload }: PayloadAction<Omit<Watching, 'isOn' | 'share'>>) => {
      state.now = { ...payload, isOn: true, share: 0 };
      state.trouble = '';
    },
    /** One stretch more. */
    heard: ({ now }, { payload }: PayloadAction<Pick<Watching, 'watch' | 'share'>>) => {
      if (now) Object.assign(now, payload);
    },
    ended: (state, { payload }: PayloadAction<{ trouble: string }>) => {
      if (state.now) state.now.isOn = false;
      state.trouble = payload.trouble;
    },
    forgotten: (state) => {
      state.now = null;
      state.trouble = '';
    },
  },
});

export const watchActions = watchSlice.actions;
export const watchReducer = watchSlice.reducer;
