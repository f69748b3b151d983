import type { Lookup } from '../rig';
import { clustersOf } from './clusters';
import { openCircuit, type OpenCircuit } from './open-circuit';
import type { ElementRef } from './readings';
import { isGround, netsOf, type Primitive } from './primitives';
import type { Complex, Solution } from './solve';

/** How an output arrives at an input at one frequency, volts per volt of its EMF; with nothing between them, nothing. */
export type Transfer = (from: ElementRef, to: ElementRef, hertz: number) => Complex;

const SILENCE: Complex = { re: 0, im: 0 };

interface Part {
  circuit: OpenCircuit;
  islands: Primitive[][];
}

/**
 * The circuit of a rig at any frequency, solved only where and when it is asked: the part the input is in, once for each
 * frequency.
 */
export const makeTransfer = (find: Lookup): Transfer => {
  const scopes = clustersOf(find);
  const parts = new Map<number, Part>();
  const partOf = (to: ElementRef): Part | undefined => {
    const at = scopes.findIndex(({ devices }) =>
      devices.some(({ id, elements }) => id === to.device && elements.some((one) => one.id === to.element)),
    );
    if (at < 0) return undefined;
    let part = parts.get(at);
    if (!part) {
      const circuit = openCircuit(find, scopes[at]);
      const ties = [...circuit.elements.inputs, ...circuit.elements.outputs].map(({ nets }) => nets);
      parts.set(at, (part = { circuit, islands: circuit.islands('ac', ties) }));
    }
    return part;
  };
  const solved = new Map<Primitive[], Map<number, Solution>>();
  const solve = ({ solve: solveIsland }: OpenCircuit, island: Primitive[], hertz: number): Solution => {
    let at = solved.get(island);
    if (!at) solved.set(island, (at = new Map()));
    let solution = at.get(hertz);
    if (!solution) at.set(hertz, (solution = solveIsland(island, hertz)));
    return solution;
  };
  return (from, to, hertz) => {
    const part = partOf(to);
    const input = part?.circuit.elements.inputs.find(
      ({ device, element }) => device === to.device && element.id === to.element,
    );
    if (!part || !input) return SILENCE;
    // The second net is the other leg, or else the ground it works against.
    const [plus, back] = input.nets;
    const legs = [plus!, back!].filter((net) => !isGround(net));
    const island = part.islands.find((one) =>
      one.some((piece) => netsOf(piece).some((net) => legs.includes(net))),
    );
    if (!island) return SILENCE;
    const { volts } = solve(part.circuit, island, hertz);
    const source = `${from.device}:${from.element}`;
    const [a, b] = [volts(source, plus!), volts(source, back!)];
    return { re: a.re - b.re, im: a.im - b.im };
  };
};
