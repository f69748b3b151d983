import { readRigValue, type Rig } from '@diaphon/core';

/** Reads a document this browser kept; undefined where it does not hold. A file of its own, loaded where there is one to read. */
export const readDraft = (value: unknown): Rig | undefined => {
  const read = readRigValue(value);
  return read.ok ? read.rig : undefined;
};
