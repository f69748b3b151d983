import { readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { MAX_RIG_BYTES, readRigText, type ReadResult, type Rig } from '@diaphon/core';

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

/**
 * Writes a rig as a file: whole, or not at all.
 * @throws Error with the place and the cure where it cannot be written
 */
export const writeRig = async (path: string, rig: Rig): Promise<void> => {
  const half = `${path}.${process.pid}.part`;
  try {
    await writeFile(half, `${JSON.stringify(rig, null, 2)}\n`);
    await rename(half, path);
  } catch (error) {
    await rm(half, { force: true });
    const why = error instanceof Error ? error.message : String(error);
    throw new CannotWrite(
      `${path}: cannot be written (${why}). To mend: name a file in a folder that you may write to.`,
    );
  }
};

/** A file that could not be written: said, not thrown at whoever sits there. */
export class CannotWrite extends Error {}
