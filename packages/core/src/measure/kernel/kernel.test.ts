import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import * as fc from 'fast-check';
import { HISTORY, THRESHOLDS, type Kernel } from './kernel';
import { plainKernel } from './plain';
import { wasmKernel } from './wasm';

/** The loops in WebAssembly against those in TypeScript, to 1e-9 of what they give. */

const near = (a: ArrayLike<number>, b: ArrayLike<number>) =>
  Array.from(a).forEach((value, at) =>
    expect(Math.abs(value - b[at]!)).toBeLessThanOrEqual(1e-9 * Math.max(1e-3, Math.abs(value))),
  );

/** What all loops make of some samples that go by in pieces. */
const all = (kernel: Kernel, samples: readonly number[], pieces: readonly number[]): number[] => {
  const line = kernel.floats(HISTORY + samples.length);
  line.set(samples, HISTORY);
  const of = (count: number, fill = 0) => kernel.floats(count).fill(fill);
  const [levels, weighed, state, active, since, two, powers, steady] = [
    ...[of(4), of(10), of(6), of(THRESHOLDS), of(THRESHOLDS, 5), of(2), of(99), of(99)],
  ] as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  const filter = of(7);
  filter.set([1.5, -2.6, 1.2, -1.69, 0.73, -1.99, 0.99]);
  const table = of(116);
  const taps = Array.from({ length: 36 }, (_, at) => Math.sin(1 + (at >> 1)) / 4);
  table.set(taps);
  const rough = new Float32Array(table.buffer, table.byteOffset + 36 * 8, 72);
  taps.forEach((value, at) => rough.fill(value, 2 * at, 2 * at + 2));
  const right = of(line.length);
  right.set([...line].reverse());
  let peak = 0;
  const seen: number[] = [];
  for (let at = 0, from = HISTORY; from < line.length; at += 1) {
    const until = Math.min(line.length, from + pieces[at % pieces.length]!);
    kernel.levels(line, from, until, levels);
    seen.push(kernel.power(line, from, until));
    kernel.weigh(line, right, from, until, weighed, filter);
    peak = kernel.truePeak(line, from, until, table, 3, peak);
    kernel.speech(line, from, until, 16, 0.97, 5, state, active, since);
    kernel.thirds(line, from, until - ((until - from) % 2), two);
    kernel.chunks(line, from, until, 64, powers, steady);
    seen.push(peak, ...two, ...powers, ...steady);
    from = until;
  }
  return [...levels, ...weighed, ...state, ...active, ...since, ...seen];
};

it('gives what the plain loops give, whatever the samples and the pieces', () => {
  const sample = fc.oneof(
    fc.double({ min: -1.2, max: 1.2, noNaN: true }),
    fc.constantFrom(0, 1, -1, 0.25, 1e-40),
  );
  fc.assert(
    fc.property(
      fc.array(sample, { minLength: 1, maxLength: 600 }),
      fc.array(fc.integer({ min: 1, max: 300 }), { minLength: 1, maxLength: 4 }),
      (samples, pieces) => near(all(wasmKernel(9000), samples, pieces), all(plainKernel(), samples, pieces)),
    ),
    { numRuns: 60, seed: 7 },
  );
});

it('unpacks samples of every kind as the plain loops do', () => {
  const kinds = [16, 24, 32, -32] as const;
  const bytes = Uint8Array.from({ length: 240 }, (_, at) => (at * 37 + (at >> 3)) % 251);
  const of = (kernel: Kernel, bits: number) => {
    const [raw, line] = [kernel.bytes(bytes.length), kernel.floats(20)];
    raw.set(bytes);
    kernel.unpack(raw, 3, bits, 11, line, 4, 20);
    return [...line];
  };
  for (const bits of kinds) {
    const found = of(wasmKernel(100), bits);
    expect(found).toEqual(of(plainKernel(), bits));
    expect(new Set(found).size).toBe(17);
  }
  // Two beside each other are as each alone.
  const kernel = wasmKernel(200);
  const [raw, left, right] = [kernel.bytes(bytes.length), kernel.floats(20), kernel.floats(20)];
  raw.set(bytes);
  kernel.unpackPair(raw, 3, 11, left, right, 3, 20);
  const alone = [3, 5].map((first) => {
    const line = kernel.floats(20);
    kernel.unpack(raw, first, 16, 11, line, 3, 20);
    return line;
  });
  expect([left, right]).toEqual(alone);
});

it('is what its source makes, byte for byte', () => {
  const { stdout } = spawnSync(
    process.execPath,
    [join(__dirname, '../../../../../scripts/kernel.mjs'), '--print'],
    {
      encoding: 'utf8',
    },
  );
  expect(readFileSync(join(__dirname, 'bytes.ts'), 'utf8')).toBe(stdout);
});
