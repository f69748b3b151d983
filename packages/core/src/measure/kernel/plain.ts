import { AROUND, FADED, THRESHOLDS, type Kernel } from './kernel';

const STRIDE = 64;
const faded = (value: number): number => (Math.abs(value) >= FADED ? value : 0);

const unpack: Kernel['unpack'] = (raw, first, bits, step, line, from, until) => {
  const view = new DataView(raw.buffer, raw.byteOffset, raw.byteLength);
  const scale = 2 ** (1 - bits);
  for (let at = from, place = first; at < until; at += 1, place += step)
    line[at] =
      bits === 16
        ? view.getInt16(place, true) * scale
        : bits === 24
          ? ((view.getInt8(place + 2) << 16) | view.getUint16(place, true)) * scale
          : bits === 32
            ? view.getInt32(place, true) * scale
            : view.getFloat32(place, true);
};

const unpackPair: Kernel['unpackPair'] = (raw, first, step, left, right, from, until) => {
  unpack(raw, first, 16, step, left, from, until);
  unpack(raw, first + 2, 16, step, right, from, until);
};

const levels: Kernel['levels'] = (line, from, until, out) => {
  let [high, low, sum, squares] = [out[0]!, out[1]!, 0, 0];
  for (let at = from; at < until; at += 1) {
    const x = line[at]!;
    if (x > high) high = x;
    if (x < low) low = x;
    sum += x;
    squares += x * x;
  }
  out.set([high, low, out[2]! + sum, out[3]! + squares]);
};

const power: Kernel['power'] = (line, from, until) => {
  let sum = 0;
  for (let at = from; at < until; at += 1) sum += line[at]! * line[at]!;
  return sum;
};

/** One channel of the two: its values are every other one of `state`. */
const weighOne = (
  line: Float64Array,
  from: number,
  until: number,
  state: Float64Array,
  side: number,
  filter: Float64Array,
) => {
  const [b0, b1, b2, a1, a2, c1, c2] = filter as unknown as [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  let [s0, s1, t0, t1, sum] = [0, 2, 4, 6, 8].map((at) => state[at + side]!) as [
    number,
    number,
    number,
    number,
    number,
  ];
  for (let at = from; at < until; at += 1) {
    const x = line[at]!;
    const y = b0 * x + s0;
    s0 = b1 * x - a1 * y + s1;
    s1 = b2 * x - a2 * y;
    const z = y + t0;
    t0 = -2 * y - c1 * z + t1;
    t1 = y - c2 * z;
    sum += z * z;
  }
  [faded(s0), faded(s1), faded(t0), faded(t1), sum].forEach((value, at) => (state[2 * at + side] = value));
};

const weigh: Kernel['weigh'] = (left, right, from, until, state, filter) => {
  weighOne(left, from, until, state, 0, filter);
  weighOne(right, from, until, state, 1, filter);
};

const highest = (line: Float64Array, from: number, until: number): number => {
  let most = 0;
  for (let at = from; at < until; at += 1) {
    const size = Math.abs(line[at]!);
    if (size > most) most = size;
  }
  return most;
};

const truePeak: Kernel['truePeak'] = (line, from, until, table, most, before) => {
  let peak = before;
  for (let start = from; start < until; start += STRIDE) {
    const end = Math.min(until, start + STRIDE);
    const around = highest(line, start - AROUND, end);
    if (around * most <= peak) continue;
    if (around > peak) peak = Math.max(peak, highest(line, start, end));
    for (let at = start; at < end; at += 1) {
      let [half, even, odd] = [0, 0, 0];
      for (let k = 0, row = 0; k < 6; k += 1, row += 6) {
        const [x, y] = [line[at - k]!, line[at - AROUND + 1 + k]!];
        half += (x + y) * table[row]!;
        even += (x + y) * table[row + 2]!;
        odd += (x - y) * table[row + 4]!;
      }
      const found = Math.max(Math.abs(half), Math.abs(even) + Math.abs(odd));
      if (found > peak) peak = found;
    }
  }
  return peak;
};

const speech: Kernel['speech'] = (line, from, until, stride, g, hang, state, active, since) => {
  let [p, q, sum, looks, filled, size] = state as unknown as [number, number, number, number, number, number];
  for (let start = from; start < until;) {
    const end = Math.min(until, start + stride - filled);
    let [sizes, squares] = [0, 0];
    for (let at = start; at < end; at += 1) {
      const x = line[at]!;
      sizes += Math.abs(x);
      squares += x * x;
    }
    size += sizes;
    sum += squares;
    filled += end - start;
    start = end;
    if (filled < stride) break;
    p = faded(g * p + ((1 - g) / stride) * size);
    q = faded(g * q + (1 - g) * p);
    let threshold = 2 ** -THRESHOLDS;
    for (let k = THRESHOLDS - 1; k >= 0; k -= 1, threshold *= 2) {
      if (q >= threshold) since[k] = 0;
      else if (since[k]! < hang) since[k]! += 1;
      // Those above have been quiet for as long, or longer.
      else break;
      active[k]! += 1;
    }
    looks += 1;
    filled = 0;
    size = 0;
  }
  state.set([p, q, sum, looks, filled, size]);
};

const thirds: Kernel['thirds'] = (line, from, until, out) => {
  let [sum, most] = [0, 0];
  for (let at = from; at < until; at += 1) {
    const third = line[at]! - line[at - 3]! - 3 * (line[at - 1]! - line[at - 2]!);
    sum += third * third;
    if (Math.abs(third) > most) most = Math.abs(third);
  }
  out.set([sum, most]);
};

const chunks: Kernel['chunks'] = (line, from, until, size, powers, steady) => {
  for (let start = from, chunk = 0; start < until; start += size, chunk += 1) {
    const end = Math.min(until, start + size);
    let [squares, isSteady] = [0, (end - start) % 2 === 1];
    for (let at = start; at < end; at += 1) {
      const x = line[at]!;
      squares += x * x;
      if ((x === line[at - 1] && x === line[at - 2]) || Math.abs(x) >= 1) isSteady = true;
    }
    powers[chunk] = squares;
    steady[chunk] = isSteady ? 1 : 0;
  }
};

/** The loops in TypeScript: where there is no WebAssembly, and what that is held against. */
export const plainKernel = (): Kernel => ({
  floats: (count) => new Float64Array(count),
  bytes: (count) => new Uint8Array(count),
  ...{ unpack, unpackPair, levels, power, weigh, truePeak, speech, thirds, chunks },
});
