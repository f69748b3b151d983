/**
 * The loops of `measure/` that turn over every sample, two at a time (WebAssembly SIMD). Written in AssemblyScript; `npm run kernel`
 * compiles them. `measure/kernel/plain.ts` says the same in plain TypeScript: what each gives, and what the arrays hold, is told there.
 * Places are counted in samples of 8 bytes from where an array begins.
 */

// @ts-ignore: decorator
@inline
function at(array: usize, place: i32): usize {
  return array + ((<usize>place) << 3);
}

// @ts-ignore: decorator
@inline
function both(a: v128): f64 {
  return f64x2.extract_lane(a, 0) + f64x2.extract_lane(a, 1);
}

// @ts-ignore: decorator
@inline
function higher(a: v128): f64 {
  return max(f64x2.extract_lane(a, 0), f64x2.extract_lane(a, 1));
}

export function levels(line: usize, from: i32, until: i32, out: usize): void {
  let high = f64x2.splat(load<f64>(out));
  let low = f64x2.splat(load<f64>(out, 8));
  let sum = f64x2.splat(0);
  let squares = f64x2.splat(0);
  let place = from;
  for (; place + 2 <= until; place += 2) {
    const x = v128.load(at(line, place));
    high = f64x2.pmax(high, x);
    low = f64x2.pmin(low, x);
    sum = f64x2.add(sum, x);
    squares = f64x2.add(squares, f64x2.mul(x, x));
  }
  let highest = higher(high);
  let lowest = min(f64x2.extract_lane(low, 0), f64x2.extract_lane(low, 1));
  let total = both(sum);
  let power = both(squares);
  if (place < until) {
    const x = load<f64>(at(line, place));
    highest = max(highest, x);
    lowest = min(lowest, x);
    total += x;
    power += x * x;
  }
  store<f64>(out, highest);
  store<f64>(out, lowest, 8);
  store<f64>(out, load<f64>(out, 16) + total, 16);
  store<f64>(out, load<f64>(out, 24) + power, 24);
}

export function power(line: usize, from: i32, until: i32): f64 {
  let a = f64x2.splat(0);
  let b = f64x2.splat(0);
  let place = from;
  for (; place + 4 <= until; place += 4) {
    const x = v128.load(at(line, place));
    const y = v128.load(at(line, place), 16);
    a = f64x2.add(a, f64x2.mul(x, x));
    b = f64x2.add(b, f64x2.mul(y, y));
  }
  let sum = both(f64x2.add(a, b));
  for (; place < until; place += 1) sum += load<f64>(at(line, place)) * load<f64>(at(line, place));
  return sum;
}

/** What has faded to nothing is nothing: numbers too small for the processor take it sixteen times as long. */
// @ts-ignore: decorator
@inline
function faded(state: v128): v128 {
  return v128.and(state, f64x2.ge(f64x2.abs(state), f64x2.splat(1e-30)));
}

export function weigh(left: usize, right: usize, from: i32, until: i32, state: usize, filter: usize): void {
  const b0 = v128.load64_splat(filter);
  const b1 = v128.load64_splat(filter, 8);
  const b2 = v128.load64_splat(filter, 16);
  const a1 = v128.load64_splat(filter, 24);
  const a2 = v128.load64_splat(filter, 32);
  const c1 = v128.load64_splat(filter, 40);
  const c2 = v128.load64_splat(filter, 48);
  let s0 = v128.load(state);
  let s1 = v128.load(state, 16);
  let t0 = v128.load(state, 32);
  let t1 = v128.load(state, 48);
  let sum = v128.load(state, 64);
  for (let place = from; place < until; place += 1) {
    const x = f64x2.replace_lane(v128.load64_splat(at(left, place)), 1, load<f64>(at(right, place)));
    const y = f64x2.add(f64x2.mul(b0, x), s0);
    s0 = f64x2.add(f64x2.sub(f64x2.mul(b1, x), f64x2.mul(a1, y)), s1);
    s1 = f64x2.sub(f64x2.mul(b2, x), f64x2.mul(a2, y));
    const z = f64x2.add(y, t0);
    t0 = f64x2.sub(f64x2.sub(t1, f64x2.add(y, y)), f64x2.mul(c1, z));
    t1 = f64x2.sub(y, f64x2.mul(c2, z));
    sum = f64x2.add(sum, f64x2.mul(z, z));
  }
  v128.store(state, faded(s0));
  v128.store(state, faded(s1), 16);
  v128.store(state, faded(t0), 32);
  v128.store(state, faded(t1), 48);
  v128.store(state, sum, 64);
}

const STRIDE: i32 = 64;
const AROUND: i32 = 12;

// @ts-ignore: decorator
@inline
function highest(line: usize, from: i32, until: i32): f64 {
  let a = f64x2.splat(0);
  let b = f64x2.splat(0);
  let place = from;
  for (; place + 4 <= until; place += 4) {
    a = f64x2.pmax(a, f64x2.abs(v128.load(at(line, place))));
    b = f64x2.pmax(b, f64x2.abs(v128.load(at(line, place), 16)));
  }
  let most = higher(f64x2.pmax(a, b));
  for (; place < until; place += 1) most = max(most, abs(load<f64>(at(line, place))));
  return most;
}

/** Two places at once: the highest of the three between each sample and the one before it. */
// @ts-ignore: decorator
@inline
function between(line: usize, place: i32, table: usize): v128 {
  let half = f64x2.splat(0);
  let even = f64x2.splat(0);
  let odd = f64x2.splat(0);
  const newest = at(line, place);
  const oldest = at(line, place - AROUND + 1);
  for (let k: usize = 0; k < 6; k += 1) {
    const x = v128.load(newest - (k << 3));
    const y = v128.load(oldest + (k << 3));
    const sum = f64x2.add(x, y);
    const difference = f64x2.sub(x, y);
    const row = table + k * 48;
    half = f64x2.add(half, f64x2.mul(sum, v128.load(row)));
    even = f64x2.add(even, f64x2.mul(sum, v128.load(row, 16)));
    odd = f64x2.add(odd, f64x2.mul(difference, v128.load(row, 32)));
  }
  return f64x2.pmax(f64x2.abs(half), f64x2.add(f64x2.abs(even), f64x2.abs(odd)));
}

/** Four places at once, in single precision. @param oldest the sample eleven before the first of them */
// @ts-ignore: decorator
@inline
function roughly(oldest: usize, table: usize): v128 {
  const newest = oldest + 44;
  let half = f32x4.splat(0);
  let even = f32x4.splat(0);
  let odd = f32x4.splat(0);
  {
    const x = v128.load(newest - 0);
    const y = v128.load(oldest + 0);
    const sum = f32x4.add(x, y);
    half = f32x4.add(half, f32x4.mul(sum, v128.load(table, 0)));
    even = f32x4.add(even, f32x4.mul(sum, v128.load(table, 16)));
    odd = f32x4.add(odd, f32x4.mul(f32x4.sub(x, y), v128.load(table, 32)));
  }
  {
    const x = v128.load(newest - 4);
    const y = v128.load(oldest + 4);
    const sum = f32x4.add(x, y);
    half = f32x4.add(half, f32x4.mul(sum, v128.load(table, 48)));
    even = f32x4.add(even, f32x4.mul(sum, v128.load(table, 64)));
    odd = f32x4.add(odd, f32x4.mul(f32x4.sub(x, y), v128.load(table, 80)));
  }
  {
    const x = v128.load(newest - 8);
    const y = v128.load(oldest + 8);
    const sum = f32x4.add(x, y);
    half = f32x4.add(half, f32x4.mul(sum, v128.load(table, 96)));
    even = f32x4.add(even, f32x4.mul(sum, v128.load(table, 112)));
    odd = f32x4.add(odd, f32x4.mul(f32x4.sub(x, y), v128.load(table, 128)));
  }
  {
    const x = v128.load(newest - 12);
    const y = v128.load(oldest + 12);
    const sum = f32x4.add(x, y);
    half = f32x4.add(half, f32x4.mul(sum, v128.load(table, 144)));
    even = f32x4.add(even, f32x4.mul(sum, v128.load(table, 160)));
    odd = f32x4.add(odd, f32x4.mul(f32x4.sub(x, y), v128.load(table, 176)));
  }
  {
    const x = v128.load(newest - 16);
    const y = v128.load(oldest + 16);
    const sum = f32x4.add(x, y);
    half = f32x4.add(half, f32x4.mul(sum, v128.load(table, 192)));
    even = f32x4.add(even, f32x4.mul(sum, v128.load(table, 208)));
    odd = f32x4.add(odd, f32x4.mul(f32x4.sub(x, y), v128.load(table, 224)));
  }
  {
    const x = v128.load(newest - 20);
    const y = v128.load(oldest + 20);
    const sum = f32x4.add(x, y);
    half = f32x4.add(half, f32x4.mul(sum, v128.load(table, 240)));
    even = f32x4.add(even, f32x4.mul(sum, v128.load(table, 256)));
    odd = f32x4.add(odd, f32x4.mul(f32x4.sub(x, y), v128.load(table, 272)));
  }
  return f32x4.pmax(f32x4.abs(half), f32x4.add(f32x4.abs(even), f32x4.abs(odd)));
}

/** How far single precision is off at most, of the largest that can be. */
const ROUGH: f64 = 1e-5;

/** The table is followed by the same in single precision, four times each, and by room for a stride of samples. */
export function truePeak(line: usize, from: i32, until: i32, table: usize, most: f64, before: f64): f64 {
  const rough = table + 288;
  const room = rough + 288;
  let peak = before;
  for (let start = from; start < until; start += STRIDE) {
    const end = min(until, start + STRIDE);
    const around = highest(line, start - AROUND, end);
    if (around * most <= peak) continue;
    if (around > peak) peak = max(peak, highest(line, start, end));
    const count = end - start + AROUND - 1;
    for (let place = 0; place < count; place += 2)
      v128.store64_lane(
        room + ((<usize>place) << 2),
        f32x4.demote_f64x2_zero(v128.load(at(line, start - AROUND + 1 + place))),
        0,
      );
    for (let place = start; place < end; place += 4) {
      const found = roughly(room + ((<usize>(place - start)) << 2), rough);
      const least = f32x4.splat(<f32>(peak - ROUGH * around * most));
      if (!v128.any_true(f32x4.gt(found, least))) continue;
      const last = min(end, place + 4);
      for (let exact = place; exact < last; exact += 2) {
        const two = between(line, exact, table);
        peak = max(peak, f64x2.extract_lane(two, 0));
        if (exact + 1 < last) peak = max(peak, f64x2.extract_lane(two, 1));
      }
    }
  }
  return peak;
}

const THRESHOLDS: i32 = 16;

export function speech(
  line: usize,
  from: i32,
  until: i32,
  stride: i32,
  g: f64,
  hang: f64,
  state: usize,
  active: usize,
  since: usize,
): void {
  let p = load<f64>(state);
  let q = load<f64>(state, 8);
  let looks = load<f64>(state, 24);
  let filled = <i32>load<f64>(state, 32);
  let size = load<f64>(state, 40);
  let power = 0.0;
  const share = (1 - g) / <f64>stride;
  for (let start = from; start < until; ) {
    const end = min(until, start + stride - filled);
    let sizes = f64x2.splat(0);
    let squares = f64x2.splat(0);
    let place = start;
    for (; place + 2 <= end; place += 2) {
      const x = v128.load(at(line, place));
      sizes = f64x2.add(sizes, f64x2.abs(x));
      squares = f64x2.add(squares, f64x2.mul(x, x));
    }
    size += both(sizes);
    power += both(squares);
    if (place < end) {
      const x = load<f64>(at(line, place));
      size += abs(x);
      power += x * x;
    }
    filled += end - start;
    start = end;
    if (filled < stride) break;
    p = g * p + share * size;
    q = g * q + (1 - g) * p;
    if (q < 1e-30) q = 0;
    if (p < 1e-30) p = 0;
    let threshold = 1.0 / 65536.0;
    for (let k = THRESHOLDS - 1; k >= 0; k -= 1) {
      const quiet = load<f64>(at(since, k));
      if (q >= threshold) store<f64>(at(since, k), 0);
      else if (quiet < hang) store<f64>(at(since, k), quiet + 1);
      else break;
      store<f64>(at(active, k), load<f64>(at(active, k)) + 1);
      threshold *= 2;
    }
    looks += 1;
    filled = 0;
    size = 0;
  }
  store<f64>(state, p);
  store<f64>(state, q, 8);
  store<f64>(state, load<f64>(state, 16) + power, 16);
  store<f64>(state, looks, 24);
  store<f64>(state, <f64>filled, 32);
  store<f64>(state, size, 40);
}

export function thirds(line: usize, from: i32, until: i32, out: usize): void {
  const three = f64x2.splat(3);
  let squares = f64x2.splat(0);
  let most = f64x2.splat(0);
  for (let place = from; place + 2 <= until; place += 2) {
    const newest = at(line, place);
    const ends = f64x2.sub(v128.load(newest), v128.load(newest - 24));
    const middle = f64x2.sub(v128.load(newest - 8), v128.load(newest - 16));
    const third = f64x2.sub(ends, f64x2.mul(three, middle));
    squares = f64x2.add(squares, f64x2.mul(third, third));
    most = f64x2.pmax(most, f64x2.abs(third));
  }
  store<f64>(out, both(squares));
  store<f64>(out, higher(most), 8);
}

export function chunks(line: usize, from: i32, until: i32, size: i32, powers: usize, steady: usize): void {
  const full = f64x2.splat(1);
  let chunk = 0;
  for (let start = from; start < until; start += size) {
    const end = min(until, start + size);
    let squares = f64x2.splat(0);
    let alike = i64x2.splat(0);
    let place = start;
    for (; place + 2 <= end; place += 2) {
      const newest = at(line, place);
      const x = v128.load(newest);
      const y = v128.load(newest - 8);
      squares = f64x2.add(squares, f64x2.mul(x, x));
      const run = v128.and(f64x2.eq(x, y), f64x2.eq(y, v128.load(newest - 16)));
      alike = v128.or(alike, v128.or(run, f64x2.ge(f64x2.abs(x), full)));
    }
    let power = both(squares);
    let found = v128.any_true(alike);
    if (place < end) {
      const x = load<f64>(at(line, place));
      power += x * x;
      found = true;
    }
    store<f64>(at(powers, chunk), power);
    store<f64>(at(steady, chunk), found ? 1 : 0);
    chunk += 1;
  }
}

/** Of 16, 24 or 32 bits, or floats of 32 (−32), `step` bytes from one to the next. */
export function unpack(raw: usize, bits: i32, step: i32, line: usize, from: i32, until: i32): void {
  let source = raw;
  if (bits == 16) {
    for (let place = from; place < until; place += 1, source += step)
      store<f64>(at(line, place), <f64>(<i32>load<i16>(source)) * (1.0 / 32768.0));
  } else if (bits == 24) {
    for (let place = from; place < until; place += 1, source += step) {
      const value = (<i32>load<i8>(source, 2) << 16) | <i32>load<u16>(source);
      store<f64>(at(line, place), <f64>value * (1.0 / 8388608.0));
    }
  } else if (bits == 32) {
    for (let place = from; place < until; place += 1, source += step)
      store<f64>(at(line, place), <f64>load<i32>(source) * (1.0 / 2147483648.0));
  } else {
    for (let place = from; place < until; place += 1, source += step)
      store<f64>(at(line, place), <f64>load<f32>(source));
  }
}

/** Two channels of 16 bits that lie beside each other, two frames at a time. */
export function unpackPair(raw: usize, step: i32, left: usize, right: usize, from: i32, until: i32): void {
  const scale = f64x2.splat(1.0 / 32768.0);
  let source = raw;
  let place = from;
  for (; place + 2 <= until; place += 2, source += 2 * step) {
    const four = i32x4.extend_low_i16x8_s(
      v128.load32_lane(source + step, v128.load32_zero(source), 1),
    );
    const lefts = v128.shuffle<i32>(four, four, 0, 2, 0, 2);
    const rights = v128.shuffle<i32>(four, four, 1, 3, 1, 3);
    v128.store(at(left, place), f64x2.mul(f64x2.convert_low_i32x4_s(lefts), scale));
    v128.store(at(right, place), f64x2.mul(f64x2.convert_low_i32x4_s(rights), scale));
  }
  unpack(source, 16, step, left, place, until);
  unpack(source + 2, 16, step, right, place, until);
}
