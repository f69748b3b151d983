import { eliminate } from './eliminate';
import { GROUND, netsOf, type Net, type Primitive } from './primitives';
import { stamp, type System } from './stamps';

/** A leak from every net to ground that keeps unconnected metal defined, siemens (1 TΩ). */
const LEAK = 1e-12;

export interface Complex {
  re: number;
  im: number;
}

/** Voltages of an island: one column per source, asked for by net. */
export interface Solution {
  volts: (source: string, net: Net) => Complex;
  sources: string[];
}

/**
 * Modified nodal analysis of one island: all sources at once, one right-hand side each.
 * @param parts every primitive of the island
 * @param hertz 0 for DC (capacitors open)
 * @returns node voltages per source, volts (per volt of EMF)
 */
export const solveIsland = (parts: readonly Primitive[], hertz: number): Solution => {
  const index = new Map<Net, number>();
  const row = (net: Net): number => {
    if (net === GROUND) return -1;
    let found = index.get(net);
    if (found === undefined) {
      found = index.size;
      index.set(net, found);
    }
    return found;
  };
  for (const part of parts) netsOf(part).forEach(row);
  const nodes = index.size;
  const branches = parts.filter((part) => part.kind === 'transformer').length;
  const size = nodes + branches;
  const real = new Float64Array(size * size);
  const imaginary = new Float64Array(size * size);
  let isComplex = false;
  const columns = new Map<string, number>();
  const currents: [column: number, row: number, amps: number][] = [];
  const column = (source: string): number => {
    let found = columns.get(source);
    if (found === undefined) columns.set(source, (found = columns.size));
    return found;
  };
  const between = (target: Float64Array, a: number, b: number, value: number) => {
    if (a >= 0) target[a * size + a]! += value;
    if (b >= 0) target[b * size + b]! += value;
    if (a >= 0 && b >= 0) {
      target[a * size + b]! -= value;
      target[b * size + a]! -= value;
    }
  };
  let branch = nodes;
  const system: System = {
    conductance: (a, b, siemens) => between(real, row(a), row(b), siemens),
    susceptance: (a, b, siemens) => {
      if (siemens === 0) return;
      isComplex = true;
      between(imaginary, row(a), row(b), siemens);
    },
    current: (source, a, b, amps) => {
      if (row(a) >= 0) currents.push([column(source), row(a), amps]);
      if (row(b) >= 0) currents.push([column(source), row(b), -amps]);
    },
    constraint: (terms) => {
      for (const [net, coefficient] of terms) {
        const node = row(net);
        if (node < 0) continue;
        real[branch * size + node]! += coefficient;
        real[node * size + branch]! += coefficient;
      }
      branch += 1;
    },
  };
  for (const part of parts) stamp(part, system, 2 * Math.PI * hertz);
  for (let node = 0; node < nodes; node += 1) real[node * size + node]! += LEAK;

  const sources = [...columns.keys()];
  const width = sources.length;
  const re = new Float64Array(size * width);
  const im = new Float64Array(size * width);
  for (const [k, i, amps] of currents) re[i * width + k]! += amps;
  eliminate(size, width, real, isComplex ? imaginary : null, re, im);
  return {
    sources,
    volts: (source, net) => {
      const node = index.get(net);
      const k = columns.get(source);
      if (node === undefined || k === undefined) return { re: 0, im: 0 };
      return { re: re[node * width + k]!, im: im[node * width + k]! };
    },
  };
};
