import { ACCEPTED_DBU, NOMINAL_OUTPUT_DBU, type InputElement, type OutputElement } from '../catalogue';
import { couplingLevel, type Coupling } from '../circuit';
import type { Lookup } from '../rig';
import { dbFromRatio } from '../units';

/** Nominal levels of one way from an output into an input, dBu. */
export interface WayLevels {
  leaves: OutputElement;
  meets: InputElement;
  nominal: number;
  arrives: number;
  coldest: number;
  hottest: number;
}

/** What an output of its class brings to an input, and what that input takes. */
export const levelsOf = (find: Lookup, coupling: Coupling): WayLevels | undefined => {
  const leaves = find.modelOf(coupling.from.device)?.elements.find(({ id }) => id === coupling.from.element);
  const meets = find.modelOf(coupling.to.device)?.elements.find(({ id }) => id === coupling.to.element);
  if (leaves?.kind !== 'output' || meets?.kind !== 'input') return undefined;
  const nominal = leaves.nominalDbu ?? NOMINAL_OUTPUT_DBU[leaves.signal];
  const [coldest, hottest] = meets.accepts ?? ACCEPTED_DBU[meets.signal];
  return {
    leaves,
    meets,
    nominal,
    arrives: nominal + dbFromRatio(couplingLevel(coupling)),
    coldest,
    hottest,
  };
};
