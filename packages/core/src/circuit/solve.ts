import { eliminate } from './eliminate';
import { addTo, eliminateSparse, type SparseRows } from './eliminate-sparse';
import { isGround, netsOf, type Net, type Primitive } from './primitives';
import { stamp, type System } from './stamps';

/** A leak from every net to ground that keeps unconnected metal defined, siemens (1 TΩ). */
const LEAK = 1e-12;

/** What an ideal transformer lacks to be solved wherever it is put, ohms. */
const WINDING_OHMS = 1e-9;

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

/** Unknowns above which an island is solved by what is there instead of by whole rows: about where the two are equally quick. */
const LARGE = 150;

/** The equations of an island, being put together. */
interface Matrix {
  add: (row: number, column: number, re: number, im: number) => void;
  /** Solves for right-hand sides by rows, size × width; they are overwritten. */
  solve: (width: number, re: Float64Array, im: Float64Array) => void;
}

const denseMatrix = (size: number): Matrix => {
  const real = new Float64Array(size * size);
  let imaginary: Float64Array | null = null;
  return {
    add: (row, column, re, im) => {
      real[row * size + column]! += re;
      if (im === 0) return;
      imaginary ??= new Float64Array(size * size);
      imaginary[row * size + column]! += im;
    },
    solve: (width, re, im) => eliminate(size, width, real, imaginary, re, im),
  };
};

const sparseMatrix = (size: number): Matrix => {
  const rows: SparseRows = Array.from({ length: size }, () => new Map());
  return {
    add: (row, column, re, im) => addTo(rows, row, column, re, im),
    solve: (width, re, im) => eliminateSparse(rows, width, re, im),
  };
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
  const matrix = size > LARGE ? sparseMatrix(size) : denseMatrix(size);
  const columns = new Map<string, number>();
  const currents: [column: number, row: number, amps: number][] = [];
  const column = (source: string): number => {
    let found = columns.get(source);
    if (found === undefined) columns.set(source, (found = columns.size));
    return found;
  };
  const between = (a: number, b: number, re: number, im: number) => {
    if (a >= 0) matrix.add(a, a, re, im);
    if (b >= 0) matrix.add(b, b, re, im);
    if (a >= 0 && b >= 0) {
      matrix.add(a, b, -re, -im);
      matrix.add(b, a, -re, -im);
    }
  };
  let branch = nodes;
  const system: System = {
    conductance: (a, b, siemens) => {
      const [i, j] = [row(a), row(b)];
      between(i, j, siemens, 0);
      // Metal is a known voltage: what it presses through this conductance is a column of its own.
      if (a < 0 && j >= 0) currents.push([column(METAL + a), j, siemens]);
      if (b < 0 && i >= 0) currents.push([column(METAL + b), i, siemens]);
    },
    susceptance: (a, b, siemens) => {
      if (siemens !== 0) between(row(a), row(b), 0, siemens);
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
        matrix.add(branch, node, coefficient, 0);
        matrix.add(node, branch, coefficient, 0);
      }
      // Windings have some resistance, if next to none: with all of it on one net there is no other answer than none.
      matrix.add(branch, branch, -WINDING_OHMS, 0);
      branch += 1;
    },
  };
  for (const part of parts) stamp(part, system, 2 * Math.PI * hertz);
  for (let node = 0; node < nodes; node += 1) matrix.add(node, node, LEAK, 0);

  const sources = [...columns.keys()];
  const width = sources.length;
  const re = new Float64Array(size * width);
  const im = new Float64Array(size * width);
  for (const [k, i, amps] of currents) re[i * width + k]! += amps;
  matrix.solve(width, re, im);
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
