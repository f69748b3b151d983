import type { Coupling, ElementRef } from './readings';

type Couplings = readonly Coupling[];
interface Coupled {
  couplings: Couplings;
}

/** The couplings of a circuit are never changed once it is solved. */
const KNOWN = new WeakMap<Couplings, ReadonlyMap<string, Couplings>>();

const keyOf = ({ device, element }: ElementRef): string => `${device}:${element}`;

const group = (couplings: Couplings): ReadonlyMap<string, Couplings> => {
  const groups = new Map<string, Coupling[]>();
  for (const coupling of couplings) {
    const key = keyOf(coupling.to);
    const there = groups.get(key);
    if (there) there.push(coupling);
    else groups.set(key, [coupling]);
  }
  return groups;
};

const byInput = ({ couplings }: Coupled): ReadonlyMap<string, Couplings> => {
  const known = KNOWN.get(couplings) ?? group(couplings);
  KNOWN.set(couplings, known);
  return known;
};

/** What comes into each input, input by input, in the order of the circuit. */
export const couplingsByInput = (circuit: Coupled): Couplings[] => [...byInput(circuit).values()];

/** What comes into one input. */
export const couplingsInto = (circuit: Coupled, input: ElementRef): Couplings =>
  byInput(circuit).get(keyOf(input)) ?? [];
