import { local } from './browser-storage';
import { createSlice } from '@reduxjs/toolkit';

export type Light = 'day' | 'night';

const KEY = 'diaphon.light';

/** What was chosen last, else what the system asks for. */
export const initialLight = (): Light => {
  const chosen = local.storage.getItem(KEY);
  if (chosen === 'day' || chosen === 'night') return chosen;
  return globalThis.matchMedia?.('(prefers-color-scheme: dark)').matches ? 'night' : 'day';
};

/** Puts the light on the page and remembers it. */
export const showLight = (light: Light): void => {
  document.documentElement.dataset['light'] = light;
  local.storage.setItem(KEY, light);
};

const lightSlice = createSlice({
  name: 'light',
  initialState: initialLight,
  reducers: { lightSwitched: (state): Light => (state === 'day' ? 'night' : 'day') },
});

export const { lightSwitched } = lightSlice.actions;
export const lightReducer = lightSlice.reducer;
