import { LEAD_KINDS, type LeadKind } from '../catalogue';
import type { Rig } from './types';

/** Every lead kind there is to choose from: the catalogue's, and those the rig carries, which win. */
export const knownLeadKinds = (rig: Rig): LeadKind[] => [
  ...new Map([...LEAD_KINDS, ...rig.leadKinds].map((kind) => [kind.id, kind])).values(),
];
