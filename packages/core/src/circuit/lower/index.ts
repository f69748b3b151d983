import type { CircuitElement } from '../../catalogue';
import type { Lowered, Primitive } from '../primitives';
import { lowerFeed } from './feed';
import { lowerInput } from './input';
import { lowerLoad } from './load';
import { lowerOutput } from './output';
import type { Place } from './place';
import { lowerRail } from './rail';
import { lowerTransformer } from './transformer';

type Lowering<K extends CircuitElement['kind']> = (
  element: Extract<CircuitElement, { kind: K }>,
  analysis: Lowered,
  place: Place,
) => Primitive[];

const LOWERINGS: { [K in CircuitElement['kind']]: Lowering<K> } = {
  output: lowerOutput,
  input: lowerInput,
  feed: lowerFeed,
  rail: lowerRail,
  load: lowerLoad,
  transformer: lowerTransformer,
  resistor: ({ a, b, ohms }, _analysis, { net }) => [
    { kind: 'resistor', a: net(a), b: net(b), ohms, isPiece: true },
  ],
  capacitor: ({ a, b, farads }, _analysis, { net }) => [{ kind: 'capacitor', a: net(a), b: net(b), farads }],
  // Bonds were already joined into one net.
  bond: () => [],
};

/** An element of a device or lead as primitives, for one analysis. */
export const lower = (element: CircuitElement, analysis: Lowered, place: Place): Primitive[] =>
  (LOWERINGS[element.kind] as Lowering<typeof element.kind>)(element as never, analysis, place);
