import { LuDecomposition, Matrix } from 'ml-matrix';
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

/** A current forced into one net and out of another, amps, to find what impedance is seen there. */
export interface Probe {
  source: string;
  into: Net;
  outOf: Net;
}

/**
 * Modified nodal analysis of one island: all sources at once, one right-hand side each.
 * Complex equations are solved as real ones of twice the size: [G −B; B G].
 * @param parts every primitive of the island
 * @param hertz 0 for DC (capacitors open)
 * @returns node voltages per source, volts (per volt of EMF, or per amp of a probe)
 */
export const solveIsland = (
  parts: readonly Primitive[],
  hertz: number,
  probes: readonly Probe[] = [],
): Solution => {
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
  const columns = new Map<string, Float64Array>();
  const column = (source: string) => {
    let found = columns.get(source);
    if (!found) columns.set(source, (found = new Float64Array(size)));
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
      const rhs = column(source);
      if (row(a) >= 0) rhs[row(a)]! += amps;
      if (row(b) >= 0) rhs[row(b)]! -= amps;
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
  for (const probe of probes) system.current(probe.source, probe.into, probe.outOf, 1);
  for (let node = 0; node < nodes; node += 1) real[node * size + node]! += LEAK;

  const sources = [...columns.keys()];
  const span = isComplex ? 2 * size : size;
  const matrix = Matrix.zeros(span, span);
  const right = Matrix.zeros(span, Math.max(1, sources.length));
  for (let i = 0; i < size; i += 1) {
    for (let j = 0; j < size; j += 1) {
      const g = real[i * size + j]!;
      if (g !== 0) {
        matrix.set(i, j, g);
        if (isComplex) matrix.set(size + i, size + j, g);
      }
      const b = imaginary[i * size + j]!;
      if (b !== 0) {
        matrix.set(i, size + j, -b);
        matrix.set(size + i, j, b);
      }
    }
    sources.forEach((source, k) => right.set(i, k, columns.get(source)![i]!));
  }
  const solved = new LuDecomposition(matrix).solve(right);
  const position = new Map(sources.map((source, k) => [source, k]));
  return {
    sources,
    volts: (source, net) => {
      const node = net === GROUND ? -1 : (index.get(net) ?? -1);
      const k = position.get(source);
      if (node < 0 || k === undefined) return { re: 0, im: 0 };
      return { re: solved.get(node, k), im: isComplex ? solved.get(size + node, k) : 0 };
    },
  };
};
