import { oncePer } from '../catalogue';
import type { Coupling, ElementRef } from './readings';

type Couplings = readonly Coupling[];
interface Coupled {
  couplings: Couplings;
}

const keyOf = ({ device, element }: ElementRef): string => `${device}:${element}`;

/** The couplings of a circuit are never changed once it is solved. */
const byInput = oncePer((couplings: Couplings): ReadonlyMap<string, Couplings> => {
  const groups = new Map<string, Coupling[]>();
  for (const coupling of couplings) {
    const key = keyOf(coupling.to);
    const there = groups.get(key);
    if (there) there.push(coupling);
    else groups.set(key, [coupling]);
  }
  return groups;
});

/** What comes into each input, input by input, in the order of the circuit. */
export const couplingsByInput = ({ couplings }: Coupled): Couplings[] => [...byInput(couplings).values()];

/** What comes into one input. */
export const couplingsInto = ({ couplings }: Coupled, input: ElementRef): Couplings =>
  byInput(couplings).get(keyOf(input)) ?? [];
