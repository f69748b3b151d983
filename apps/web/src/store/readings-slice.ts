import type { PageReadings } from '@diaphon/core';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

export interface ReadingsState {
  readings: PageReadings | null;
  /** The engine itself failed: said, never hidden. */
  failure: string | null;
}

const initialState: ReadingsState = { readings: null, failure: null };

const readingsSlice = createSlice({
  name: 'readings',
  initialState,
  reducers: {
    arrived: (_state, { payload }: PayloadAction<PageReadings>) => ({ readings: payload, failure: null }),
    failed: (state, { payload }: PayloadAction<string>) => ({ ...state, failure: payload }),
    cleared: () => initialState,
  },
});

export const readingsActions = readingsSlice.actions;
export const readingsReducer = readingsSlice.reducer;
