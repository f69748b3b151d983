import { DEVICE_MODELS } from './devices';
import { LEAD_KINDS } from './leads';
import type { DeviceModel, LeadKind } from './types';

const required = <T extends { id: string }>(list: readonly T[], id: string): T => {
  const found = list.find((item) => item.id === id);
  if (!found) throw new Error(`The catalogue has no "${id}".`);
  return found;
};

/** A device model of the catalogue. @throws Error when there is none of this id */
export const modelById = (id: string): DeviceModel => required(DEVICE_MODELS, id);

/** A lead kind of the catalogue. @throws Error when there is none of this id */
export const leadKindById = (id: string): LeadKind => required(LEAD_KINDS, id);
