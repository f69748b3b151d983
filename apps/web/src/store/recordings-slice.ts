import type { Measured } from '@diaphon/core';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** A sound file, or a live input, that was measured. */
export interface RecordingFile extends Measured {
  name: string;
  repairs: string[];
}

/** What was measured of each rig, while this page is open: figures, no sound. */
interface Recordings {
  byRig: Record<string, RecordingFile[]>;
}

const initialState: Recordings = { byRig: {} };

const recordingsSlice = createSlice({
  name: 'recordings',
  initialState,
  reducers: {
    /** One more; a file measured again takes the place of what it was. */
    measured: ({ byRig }, { payload }: PayloadAction<{ rig: string; file: RecordingFile }>) => {
      const { rig, file } = payload;
      const others = (byRig[rig] ?? []).filter(({ name }) => name !== file.name);
      byRig[rig] = [...others, file];
    },
    forgotten: ({ byRig }, { payload }: PayloadAction<{ rig: string }>) => {
      delete byRig[payload.rig];
    },
  },
});

export const recordingsActions = recordingsSlice.actions;
export const recordingsReducer = recordingsSlice.reducer;
