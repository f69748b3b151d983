import type { CircuitElement } from '../../catalogue';
import type { Analysis, Net, Primitive } from '../primitives';
import { lowerFeed } from './feed';
import { lowerInput } from './input';
import { lowerLoad } from './load';
import { lowerOutput } from './output';
import { lowerTransformer } from './transformer';

/** What an element needs to know to become primitives. */
export interface Place {
  /** The net of a pin reference of this device or lead. */
  net: (pin: string) => Net;
  /** Name of this element's own source: `device:element`. */
  source: string;
  /** Whether a switch control stands on; for a feed without one, always. */
  isOn: (control: string | undefined) => boolean;
}

type Lowering<K extends CircuitElement['kind']> = (
  element: Extract<CircuitElement, { kind: K }>,
  analysis: Analysis,
  place: Place,
) => Primitive[];

const LOWERINGS: { [K in CircuitElement['kind']]: Lowering<K> } = {
  output: lowerOutput,
  input: lowerInput,
  feed: lowerFeed,
  load: lowerLoad,
  transformer: lowerTransformer,
  resistor: ({ a, b, ohms }, _analysis, { net }) => [{ kind: 'resistor', a: net(a), b: net(b), ohms }],
  capacitor: ({ a, b, farads }, _analysis, { net }) => [{ kind: 'capacitor', a: net(a), b: net(b), farads }],
  // Bonds were already joined into one net.
  bond: () => [],
};

/** An element of a device or lead as primitives, for one analysis. */
export const lower = (element: CircuitElement, analysis: Analysis, place: Place): Primitive[] =>
  (LOWERINGS[element.kind] as Lowering<typeof element.kind>)(element as never, analysis, place);
