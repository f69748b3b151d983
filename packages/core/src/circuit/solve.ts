import { eliminate } from './eliminate';
import { isGround, netsOf, type Net, type Primitive } from './primitives';
import { stamp, type System } from './stamps';

/** A leak from every net to ground that keeps unconnected metal defined, siemens (1 TΩ). */
const LEAK = 1e-12;

export interface Complex {
  re: number;
  im: number;
}

/** Voltages of an island: one column per source, asked for by net. */
export interface Solution {
  /** Volts of one source at a net (per volt of its EMF); 0 where it does not reach. */
  volts: (source: string, net: Net) => Complex;
  /** Volts at a net when one piece of metal stands a volt above the room's ground, for sound far below the band. */
  shifted: (metal: Net, net: Net) => number;
  /** Volts of all sources together; what DC is. */
  total: (net: Net) => number;
  sources: string[];
  /** Metal that touches this island. */
  metals: Net[];
}

/** The numbers of a solved island, by its own numbering of nets. */
interface SolvedColumns {
  sources: string[];
  re: Float64Array;
  im: Float64Array;
}

const METAL = 'metal ';

/** The net numbers of an island in the order its parts name them; ground and metal have none. */
const numberNets = (parts: readonly Primitive[]): Map<Net, number> => {
  const index = new Map<Net, number>();
  for (const part of parts) {
    for (const net of netsOf(part)) if (!isGround(net) && !index.has(net)) index.set(net, index.size);
  }
  return index;
};

const solveColumns = (
  parts: readonly Primitive[],
  hertz: number,
  index: ReadonlyMap<Net, number>,
): SolvedColumns => {
  const row = (net: Net): number => (isGround(net) ? -1 : index.get(net)!);
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
    conductance: (a, b, siemens) => {
      const [i, j] = [row(a), row(b)];
      between(real, i, j, siemens);
      // Metal is a known voltage: what it presses through this conductance is a column of its own.
      if (a < 0 && j >= 0) currents.push([column(METAL + a), j, siemens]);
      if (b < 0 && i >= 0) currents.push([column(METAL + b), i, siemens]);
    },
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
        if (net < 0) currents.push([column(METAL + net), branch, -coefficient]);
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
  return { sources, re, im };
};

/**
 * Modified nodal analysis of one island: all sources at once, one right-hand side each.
 * @param parts every primitive of the island
 * @param hertz 0 for DC (capacitors open)
 * @returns node voltages per source, volts (per volt of EMF)
 */
export const solveIsland = (parts: readonly Primitive[], hertz: number): Solution => {
  const index = numberNets(parts);
  const { sources, re, im } = solveColumns(parts, hertz, index);
  const width = sources.length;
  const columns = new Map(sources.map((source, k) => [source, k]));
  const at = (source: string, net: Net): Complex => {
    const node = index.get(net);
    const k = columns.get(source);
    if (node === undefined || k === undefined) return { re: 0, im: 0 };
    return { re: re[node * width + k]!, im: im[node * width + k]! };
  };
  const isMetal = (source: string) => source.startsWith(METAL);
  const own = sources.filter((source) => !isMetal(source));
  let totals: Float64Array | undefined;
  /** Every source added up, by node; worked out when it is first asked for. */
  const sumUp = (): Float64Array => {
    const sums = new Float64Array(index.size);
    sources.forEach((source, k) => {
      if (!isMetal(source))
        for (let node = 0; node < sums.length; node += 1) sums[node]! += re[node * width + k]!;
    });
    return sums;
  };
  return {
    sources: own,
    metals: sources.filter(isMetal).map((source) => Number(source.slice(METAL.length))),
    volts: at,
    shifted: (metal, net) => (net === metal ? 1 : at(METAL + metal, net).re),
    total: (net) => {
      const node = index.get(net);
      totals ??= sumUp();
      return node === undefined ? 0 : totals[node]!;
    },
  };
};
