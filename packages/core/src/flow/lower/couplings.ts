import type { CircuitElement, InputElement, OutputElement } from '../../catalogue';
import { couplingLevel, type Circuit, type Coupling, type ElementRef } from '../../circuit';
import type { Lookup } from '../../rig';
import { dbFromRatio, dbuFromVolts } from '../../units';
import type { GraphMaker } from '../graph';
import { pointId } from '../ids';
import { law } from '../law';
import type { FlowMemory } from '../memory';

type Socketed = InputElement | OutputElement;
const isSocketed = (element: CircuitElement | undefined): element is Socketed =>
  element?.kind === 'output' || element?.kind === 'input';

const isData = (find: Lookup, { device, element }: ElementRef): boolean => {
  const found = find.element(device, element);
  return isSocketed(found) && found.signal === 'aes3';
};

/** AES3: at least 0.2 V of the 2 V or more that are sent must arrive; then the data is whole (AES3, from memory). */
const READABLE_DATA = 0.1;

/** Quieter than this a ratio's decibels say nothing, −300 dB; figures stay finite. */
const LEAST = 1e-15;

/** Decibels of one size against another, both kept above nothing. */
const against = (size: number, reference: number): number =>
  dbFromRatio(Math.max(LEAST, size) / Math.max(LEAST, reference));

const wire = (find: Lookup, coupling: Coupling) => {
  const [from, to] = [coupling.from, coupling.to].map(({ device, element }) => pointId(device, element));
  const level = couplingLevel(coupling);
  const [sends, reads] = [isData(find, coupling.from), isData(find, coupling.to)];
  if (sends || reads) {
    const isRead = sends && reads && level >= READABLE_DATA;
    return isRead
      ? law({ from: from!, to: to!, kind: 'digital', terms: [{ db: 0, because: { kind: 'data' } }] })
      : undefined;
  }
  return law({
    from: from!,
    to: to!,
    kind: 'circuit',
    terms: [{ db: dbFromRatio(level), because: { kind: 'circuit' } }],
    re: coupling.re,
    im: coupling.im,
    lowDb: against(coupling.lowVolts, level),
    topDb: against(coupling.topVolts, level),
    ...(coupling.isCrosstalk ? { isCrosstalk: true } : {}),
  });
};

/** Sound over wires, as the solved circuit lets it through, and the thermal noise of what lies between. */
export const lowerCouplings = (graph: GraphMaker, find: Lookup, circuit: Circuit, memory?: FlowMemory) => {
  for (const coupling of circuit.couplings) {
    const known = memory?.wires.get(coupling);
    const edge = known === undefined ? (wire(find, coupling) ?? null) : known;
    if (known === undefined) memory?.wires.set(coupling, edge);
    if (edge) graph.edge(edge);
  }
  for (const { device, element, thermalVolts } of circuit.inputs) {
    const node = graph.at(pointId(device, element));
    if (node && thermalVolts > 0) graph.node({ ...node, noise: dbuFromVolts(thermalVolts) });
  }
};
