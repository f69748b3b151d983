import type { Rig } from '@diaphon/core';

/** Saves a rig document as a file of the browser's choosing. */
export const downloadRig = (rig: Rig): void => {
  const url = URL.createObjectURL(
    new Blob([`${JSON.stringify(rig, null, 2)}\n`], { type: 'application/json' }),
  );
  const link = document.createElement('a');
  link.href = url;
  link.download = `${rig.name.replace(/[^\p{L}\p{N} -]/gu, '').trim() || 'rig'}.json`;
  link.click();
  URL.revokeObjectURL(url);
};
