import type { Lookup } from '../rig';
import { openCircuit } from './open-circuit';
import { isGround, netsOf, type Net, type Primitive } from './primitives';

/** Which sources a deck has on: every DC supply, or one sound at a frequency. */
export type SpiceAnalysis = { kind: 'dc' } | { kind: 'ac'; source: string; hertz: number };

/** In place of one source: every supply together. */
const ALL_SUPPLIES = '';

const node = (net: Net): string => (isGround(net) ? '0' : `n${net}`);

/** One primitive as SPICE lines. An ideal transformer is the usual pair of controlled sources. */
const linesOf = (part: Primitive, index: number, source: string): string[] => {
  switch (part.kind) {
    case 'resistor':
      return [`R${index} ${node(part.a)} ${node(part.b)} ${part.ohms}`];
    case 'capacitor':
      return [`C${index} ${node(part.a)} ${node(part.b)} ${part.farads}`];
    case 'emf': {
      const volts = source === ALL_SUPPLIES || part.source === source ? part.volts : 0;
      return [
        `V${index} e${index} ${node(part.b)} dc ${volts} ac ${volts}`,
        `R${index} e${index} ${node(part.a)} ${part.ohms}`,
      ];
    }
    case 'sink':
      return [`I${index} ${node(part.a)} ${node(part.b)} dc ${source === ALL_SUPPLIES ? part.amps : 0}`];
    case 'transformer': {
      const [p, pReturn] = part.primary.map(node);
      const [s, sReturn] = part.secondary.map(node);
      return [
        `E${index} t${index} ${sReturn} ${p} ${pReturn} ${part.ratio}`,
        `V${index} t${index} ${s} 0`,
        `F${index} ${p} ${pReturn} V${index} ${part.ratio}`,
      ];
    }
  }
};

/** Names of the sounds of a rig that a deck can be made for: `device:output`. */
export const spiceSources = (find: Lookup): string[] => {
  const parts = openCircuit(find).parts('ac');
  return [...new Set(parts.flatMap((part) => (part.kind === 'emf' ? [part.source] : [])))];
};

/**
 * The whole circuit of a rig as a SPICE deck that runs by itself and prints the voltage of every net.
 * Comments say which pins each net joins. Every net leaks 1 TΩ to ground, as in our own solver.
 */
export const spiceDeck = (find: Lookup, analysis: SpiceAnalysis): string => {
  const { nets, parts: partsFor } = openCircuit(find);
  const parts = partsFor(analysis.kind);
  const source = analysis.kind === 'dc' ? ALL_SUPPLIES : analysis.source;
  const used = [...new Set(parts.flatMap(netsOf))].filter((net) => !isGround(net));
  const names = nets.names();
  const prints = used.map((net) =>
    analysis.kind === 'dc' ? `print v(${node(net)})` : `print vr(${node(net)}) vi(${node(net)})`,
  );
  return `${[
    `* ${find.rig.name.replace(/\s+/g, ' ')}: ${analysis.kind === 'dc' ? 'supplies on, DC' : `${source}, 1 V, ${analysis.hertz} Hz`}`,
    ...used.map((net) => `* ${node(net)} = ${(names.get(net) ?? ['inner node']).join(' ')}`),
    ...parts.flatMap((part, index) => linesOf(part, index, source)),
    ...used.map((net) => `Rleak${net} ${node(net)} 0 1e12`),
    analysis.kind === 'dc' ? '.op' : `.ac lin 1 ${analysis.hertz} ${analysis.hertz}`,
    '.control',
    'set numdgt=12',
    'run',
    ...prints,
    'quit 0',
    '.endc',
    '.end',
  ].join('\n')}\n`;
};
