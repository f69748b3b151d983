import type { SittingAddition } from '@diaphon/api';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

interface State {
  /** What is going on now, as far as this browser knows. */
  now: SittingAddition | null;
  /** How much of it the server has not got yet. */
  unsent: number;
}

const initialState: State = { now: null, unsent: 0 };

const sittingSlice = createSlice({
  name: 'sitting',
  initialState,
  reducers: {
    known: (_state, { payload }: PayloadAction<State>) => payload,
    left: () => initialState,
  },
});

export const sittingActions = sittingSlice.actions;
export const sittingReducer = sittingSlice.reducer;
