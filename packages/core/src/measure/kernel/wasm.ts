import { KERNEL_BYTES } from './bytes';
import type { Kernel } from './kernel';

/** Where an array begins in the memory the loops share, bytes. */
type Place = number;
interface Loops {
  unpack: (raw: Place, bits: number, step: number, line: Place, from: number, until: number) => void;
  unpackPair: (raw: Place, step: number, left: Place, right: Place, from: number, until: number) => void;
  levels: (line: Place, from: number, until: number, out: Place) => void;
  power: (line: Place, from: number, until: number) => number;
  weigh: (left: Place, right: Place, from: number, until: number, state: Place, filter: Place) => void;
  truePeak: (line: Place, from: number, until: number, table: Place, most: number, before: number) => number;
  speech: (
    ...of: [Place, from: number, until: number, stride: number, g: number, hang: number, Place, Place, Place]
  ) => void;
  thirds: (line: Place, from: number, until: number, out: Place) => void;
  chunks: (line: Place, from: number, until: number, size: number, powers: Place, steady: Place) => void;
}

/** What Node and browsers have beside the language, as far as it is used here. */
interface Host {
  atob: (text: string) => string;
  WebAssembly?: {
    Memory: new (size: { initial: number }) => { buffer: ArrayBuffer };
    Module: new (bytes: Uint8Array) => object;
    Instance: new (module: object, imports: object) => { exports: unknown };
  };
}

const PAGE = 65_536;

let compiled: object | undefined;

/**
 * The loops in WebAssembly, with a memory of their own.
 * @param floats how many numbers will be asked of them
 * @throws where there is no WebAssembly, or none with SIMD
 */
export const wasmKernel = (floats: number): Kernel => {
  const host = globalThis as unknown as Host;
  if (!host.WebAssembly) throw new Error('There is no WebAssembly here.');
  const { Memory, Module, Instance } = host.WebAssembly;
  compiled ??= new Module(Uint8Array.from(host.atob(KERNEL_BYTES), (one) => one.charCodeAt(0)));
  const memory = new Memory({ initial: 1 + Math.ceil((floats * 8) / PAGE) });
  const loops = new Instance(compiled, { env: { memory } }).exports as Loops;
  // Each begins where two numbers at once are read in one go.
  let next = 16;
  const take = (bytes: number): number => {
    const at = next;
    next += 16 * Math.ceil(bytes / 16);
    return at;
  };
  return {
    floats: (count) => new Float64Array(memory.buffer, take(8 * count), count),
    bytes: (count) => new Uint8Array(memory.buffer, take(count), count),
    unpack: (raw, first, bits, step, line, from, until) =>
      loops.unpack(raw.byteOffset + first, bits, step, line.byteOffset, from, until),
    unpackPair: (raw, first, step, left, right, from, until) =>
      loops.unpackPair(raw.byteOffset + first, step, left.byteOffset, right.byteOffset, from, until),
    levels: (line, from, until, out) => loops.levels(line.byteOffset, from, until, out.byteOffset),
    power: (line, from, until) => loops.power(line.byteOffset, from, until),
    weigh: (left, right, from, until, state, filter) =>
      loops.weigh(left.byteOffset, right.byteOffset, from, until, state.byteOffset, filter.byteOffset),
    truePeak: (line, from, until, table, most, before) =>
      loops.truePeak(line.byteOffset, from, until, table.byteOffset, most, before),
    speech: (line, from, until, stride, g, hang, state, active, since) =>
      loops.speech(
        ...([line.byteOffset, from, until, stride, g, hang] as const),
        ...([state.byteOffset, active.byteOffset, since.byteOffset] as const),
      ),
    thirds: (line, from, until, out) => loops.thirds(line.byteOffset, from, until, out.byteOffset),
    chunks: (line, from, until, size, powers, steady) =>
      loops.chunks(line.byteOffset, from, until, size, powers.byteOffset, steady.byteOffset),
  };
};
