import { readFile, stat } from 'node:fs/promises';
import { MAX_RIG_BYTES, readRigText, type ReadResult } from '@diaphon/core';

const failed = (found: string, expected: string, cure: string): ReadResult => ({
  ok: false,
  problems: [{ where: 'the file', found, expected, cure }],
});

/** Reads a rig file; every way it can fail comes back as problems with place and cure. */
export const readRigFile = async (path: string): Promise<ReadResult> => {
  try {
    const { size } = await stat(path);
    if (size > MAX_RIG_BYTES) {
      const found = `${(size / 1024 / 1024).toFixed(1)} MB`;
      return failed(found, 'at most 2 MB', 'split the rig, or remove models it does not use');
    }
    return readRigText(await readFile(path, 'utf8'));
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code ?? String(error);
    return failed(code, 'a file that can be read', 'check the path and the permission');
  }
};
