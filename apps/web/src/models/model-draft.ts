import type { DeviceModel } from '@diaphon/core';

/** A model being changed, kept in this browser until it is kept on the server: nothing typed is lost. */

type Box = Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>;

const keyOf = (from: string) => `diaphon.model.${from}`;

export const keepDraft = (box: Box, from: string, model: DeviceModel): void => {
  try {
    box.setItem(keyOf(from), JSON.stringify(model));
  } catch {
    // A browser without room keeps no draft; the page still holds it.
  }
};

/** The draft made from a model, if there is a readable one. */
export const readDraft = (box: Box, from: string): DeviceModel | undefined => {
  try {
    const value = JSON.parse(box.getItem(keyOf(from)) ?? 'null') as Partial<DeviceModel> | null;
    return value && Array.isArray(value.elements) && Array.isArray(value.ports)
      ? (value as DeviceModel)
      : undefined;
  } catch {
    return undefined;
  }
};

export const dropDraft = (box: Box, from: string): void => box.removeItem(keyOf(from));
