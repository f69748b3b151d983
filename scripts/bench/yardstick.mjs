/**
 * What this machine does now, as a length: machines differ by half and more, and one machine from hour to hour, so what must be
 * quick is held against plain work of a fixed amount that is timed between the runs. Plain code, and never changed: all limits are
 * multiples of it.
 */

const SIZE = 110;
const PLACES = 30_000;

/** The same numbers every time. */
const numbers = (seed) => {
  let now = seed;
  return () => (now = (now * 1_664_525 + 1_013_904_223) % 4_294_967_296) / 4_294_967_296;
};

/** A dense system of equations, eliminated. */
const eliminate = () => {
  const random = numbers(1);
  const rows = Array.from({ length: SIZE }, (_, at) =>
    Float64Array.from({ length: SIZE + 1 }, (_one, column) => random() + (column === at ? SIZE : 0)),
  );
  for (let pivot = 0; pivot < SIZE; pivot += 1)
    for (let at = pivot + 1; at < SIZE; at += 1) {
      const factor = rows[at][pivot] / rows[pivot][pivot];
      for (let column = pivot; column <= SIZE; column += 1) rows[at][column] -= factor * rows[pivot][column];
    }
  return rows[SIZE - 1][SIZE];
};

/** A graph of objects and maps, walked: what most of a pass is. */
const walk = () => {
  const random = numbers(2);
  const places = new Map();
  for (let id = 0; id < PLACES; id += 1)
    places.set(`p${id}`, {
      id,
      to: [`p${Math.floor(random() * PLACES)}`, `p${Math.floor(random() * PLACES)}`],
    });
  const seen = new Set(['p0']);
  for (const id of seen) for (const next of places.get(id).to) seen.add(next);
  return seen.size;
};

/** Once, milliseconds. */
export const yard = () => {
  const start = performance.now();
  const found = eliminate() + walk();
  if (!Number.isFinite(found)) throw new Error('The yardstick is broken.');
  return performance.now() - start;
};

export const median = (values) => [...values].sort((a, b) => a - b)[values.length >> 1];

/**
 * Runs of some work, and of the yardstick between them.
 * @returns medians: of the work, milliseconds; of the same in yards
 */
export const measured = async (work, { runs = 15, warmUp = 10, warmMs = 0 } = {}) => {
  const begun = performance.now();
  for (let run = 0; run < warmUp || performance.now() - begun < warmMs; run += 1) await work();
  for (let run = 0; run < 3; run += 1) yard();
  const [times, yards] = [[], []];
  for (let run = 0; run < runs; run += 1) {
    yards.push(yard());
    const start = performance.now();
    const took = await work();
    times.push(typeof took === 'number' ? took : performance.now() - start);
  }
  return { ms: median(times), yards: median(times) / median(yards) };
};
