import type { Primitive } from './primitives';

/**
 * An island as a SPICE deck, for checking the solver with another program.
 * An ideal transformer is the usual pair of controlled sources; every net leaks 1 TΩ like in our own solver.
 * @param source the EMF that is on; all others are replaced by their resistance
 */
export const spiceDeck = (parts: readonly Primitive[], source: string, analysis: 'dc' | number): string => {
  const lines = ['Diaphon island'];
  const nets = new Set<number>();
  const node = (net: number) => {
    if (net !== 0) nets.add(net);
    return net === 0 ? '0' : `n${net}`;
  };
  parts.forEach((part, index) => {
    switch (part.kind) {
      case 'resistor':
        lines.push(`R${index} ${node(part.a)} ${node(part.b)} ${part.ohms}`);
        break;
      case 'capacitor':
        lines.push(`C${index} ${node(part.a)} ${node(part.b)} ${part.farads}`);
        break;
      case 'emf': {
        const volts = part.source === source ? part.volts : 0;
        lines.push(`V${index} e${index} ${node(part.b)} dc ${volts} ac ${volts}`);
        lines.push(`R${index} e${index} ${node(part.a)} ${part.ohms}`);
        break;
      }
      case 'transformer': {
        const [p, pReturn] = part.primary.map(node);
        const [s, sReturn] = part.secondary.map(node);
        lines.push(`E${index} t${index} ${sReturn} ${p} ${pReturn} ${part.ratio}`);
        lines.push(`V${index} t${index} ${s} 0`);
        lines.push(`F${index} ${p} ${pReturn} V${index} ${part.ratio}`);
        break;
      }
    }
  });
  for (const net of nets) lines.push(`Rleak${net} n${net} 0 1e12`);
  const all = [...nets].map((net) => `n${net}`);
  lines.push(
    analysis === 'dc' ? '.op' : `.ac lin 1 ${analysis} ${analysis}`,
    '.control',
    'set numdgt=12',
    'run',
    ...all.map((name) => (analysis === 'dc' ? `print v(${name})` : `print vr(${name}) vi(${name})`)),
    'quit 0',
    '.endc',
    '.end',
  );
  return `${lines.join('\n')}\n`;
};
