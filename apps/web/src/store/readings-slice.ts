import type { PageReadings } from '@diaphon/core';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

export interface ReadingsState {
  readings: PageReadings | null;
  /** The engine itself failed: said, never hidden. */
  failure: string | null;
  /** They are of the rig as it was before: an edit has come since, and is still being worked out. */
  isOld: boolean;
}

const initialState: ReadingsState = { readings: null, failure: null, isOld: false };

const readingsSlice = createSlice({
  name: 'readings',
  initialState,
  reducers: {
    /** What came of a state between two edits is of before, as what stood there was. */
    arrived: (state, { payload }: PayloadAction<{ readings: PageReadings; isNewest: boolean }>) => ({
      readings: payload.readings,
      failure: null,
      isOld: state.isOld && !payload.isNewest,
    }),
    /** The document has been changed for a while, and nothing has come of it. */
    aged: (state) => ({ ...state, isOld: state.readings !== null }),
    failed: (state, { payload }: PayloadAction<string>) => ({
      ...state,
      failure: payload,
      isOld: state.readings !== null,
    }),
    cleared: () => initialState,
  },
});

export const readingsActions = readingsSlice.actions;
export const readingsReducer = readingsSlice.reducer;
