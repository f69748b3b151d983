import { DEFAULT_EARTH_HUM_MILLIVOLTS, type Lookup } from '../rig';
import { eliminate } from './eliminate';
import { EARTH, type LoopPiece } from './metal';
import type { InputReading } from './readings';

/** An earth wire from a device to where all earths meet, ohms: some metres of 1 mm². Common practice. */
const EARTH_WIRE_OHMS = 0.2;

/**
 * Hum on each device's metal against the mains earth, volts, a column for each earthed plug by itself. Only devices whose
 * metal takes part in a ring through two earths are named: no other metal carries mains hum of its own.
 */
export type HumVolts = Record<string, number[]>;

const componentsOf = (pieces: readonly LoopPiece[]): LoopPiece[][] => {
  const parent = new Map<string, string>();
  const root = (node: string): string => {
    const up = parent.get(node);
    return up === undefined ? node : root(up);
  };
  // The earth itself joins nothing: it is where all voltages are counted from.
  for (const { from, to } of pieces) {
    if (from === EARTH || to === EARTH) continue;
    const [a, b] = [root(from), root(to)];
    if (a !== b) parent.set(a, b);
  }
  const groups = new Map<string, LoopPiece[]>();
  for (const piece of pieces) {
    const key = root(piece.from === EARTH ? piece.to : piece.from);
    groups.set(key, [...(groups.get(key) ?? []), piece]);
  }
  return [...groups.values()];
};

/** Earth plugs stand at slightly different voltages; what flows through screens for it is Ohm's law. */
export const humVolts = (find: Lookup, metal: readonly LoopPiece[]): HumVolts => {
  const volts = (find.rig.assumptions.earthHumMillivolts ?? DEFAULT_EARTH_HUM_MILLIVOLTS) / 1000;
  const hum: HumVolts = {};
  for (const pieces of componentsOf(metal)) {
    const earths = pieces.filter(({ from, to }) => from === EARTH || to === EARTH);
    if (earths.length < 2) continue;
    const nodes = [...new Set(pieces.flatMap(({ from, to }) => [from, to]).filter((node) => node !== EARTH))];
    const size = nodes.length;
    const index = new Map(nodes.map((node, i) => [node, i]));
    const matrix = new Float64Array(size * size);
    const right = new Float64Array(size * earths.length);
    for (const { from, to, ohms } of pieces) {
      const siemens = 1 / (from === EARTH || to === EARTH ? EARTH_WIRE_OHMS : ohms);
      const [i, j] = [index.get(from), index.get(to)];
      if (i !== undefined) matrix[i * size + i]! += siemens;
      if (j !== undefined) matrix[j * size + j]! += siemens;
      if (i !== undefined && j !== undefined) {
        matrix[i * size + j]! -= siemens;
        matrix[j * size + i]! -= siemens;
      }
    }
    earths.forEach(({ from, to }, k) => {
      const i = index.get(from === EARTH ? to : from)!;
      right[i * earths.length + k]! += volts / EARTH_WIRE_OHMS;
    });
    eliminate(size, earths.length, matrix, null, right, new Float64Array(right.length));
    for (const [node, i] of index) {
      hum[node] = [...right.subarray(i * earths.length, (i + 1) * earths.length)];
    }
  }
  return hum;
};

/** Hum an input hears because metal stands at different voltages, volts; earths do not know of each other: powers add. */
export const humAtInput = (hum: HumVolts, { device, metals }: InputReading): number => {
  const reference = hum[device] ?? hum[metals.find((metal) => hum[metal.device])?.device ?? ''];
  if (!reference) return 0;
  const power = reference.reduce((sum, own, k) => {
    const heard = metals.reduce((all, metal) => {
      const there = metal.device === device ? undefined : hum[metal.device];
      return all + (there?.length === reference.length ? (there[k]! - own) * metal.volts : 0);
    }, 0);
    return sum + heard ** 2;
  }, 0);
  return Math.sqrt(power);
};
