import type { Rig } from '@diaphon/core';
import { fileName, saveFile } from '../look/save-file';

/** Saves a rig document as a file of the browser's choosing. */
export const downloadRig = (rig: Rig): void =>
  saveFile(
    fileName(rig.name, 'json'),
    new Blob([`${JSON.stringify(rig, null, 2)}\n`], { type: 'application/json' }),
  );
