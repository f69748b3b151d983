import { LEAD_KINDS, type LeadKind } from '../catalogue';
import type { Rig } from './types';

/** Every lead kind there is to choose from: the catalogue's, and those the rig carries, which win. */
export const knownLeadKinds = (rig: Rig): LeadKind[] => [
  ...new Map([...LEAD_KINDS, ...rig.leadKinds].map((kind) => [kind.id, kind])).values(),
];

/** Whether it comes as a piece without a lead: a pad in a barrel. It goes into a lead's end, and joins no two devices. */
export const isPiece = (usualLengthsM: readonly number[]): boolean =>
  usualLengthsM.length > 0 && usualLengthsM.every((usual) => usual === 0);

/** The shortest of some lengths that reaches; where none does, one made to measure. A piece without a lead has no length. */
export const longEnough = (lengths: readonly number[], lengthM: number): number => {
  if (isPiece(lengths)) return 0;
  const long = lengths.filter((usual) => usual >= lengthM);
  return long.length > 0 ? Math.min(...long) : lengthM;
};
