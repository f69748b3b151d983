import { LEAST_PIVOT } from './eliminate';
/** One entry of a row. */
interface Entry {
  re: number;
  im: number;
}

/** A square complex matrix that is mostly nothing: rows of what is there. */
export type SparseRows = Map<number, Entry>[];

export const addTo = (rows: SparseRows, row: number, column: number, re: number, im: number): void => {
  const there = rows[row]!.get(column);
  if (there) {
    there.re += re;
    there.im += im;
  } else rows[row]!.set(column, { re, im });
};

const sizeOf = ({ re, im }: Entry): number => Math.abs(re) + Math.abs(im);

/**
 * An entry this much smaller than the largest of its row is no pivot: the figures would not stand it. A share of 0.1 is usual
 * (textbooks on sparse elimination); in some of the tests' ladders rounding grew ten millionfold with it, and hardly does with this.
 */
const PIVOT_SHARE = 0.25;

/** Rows by how many entries they have left, the shortest first; what has grown or gone meanwhile is met again or passed by. */
const makeQueue = (rows: SparseRows) => {
  const byLength: number[][] = [];
  const put = (row: number) => {
    const length = rows[row]!.size;
    (byLength[length] ??= []).push(row);
  };
  rows.forEach((_, row) => put(row));
  return {
    put,
    next: (isDone: Uint8Array): number => {
      for (let length = 0; length < byLength.length; length += 1) {
        const there = byLength[length];
        while (there && there.length > 0) {
          const row = there.pop()!;
          if (!isDone[row] && rows[row]!.size === length) return row;
        }
      }
      return -1;
    },
  };
};

/**
 * Solves A·X = B as `eliminate` does, for large circuits: what hangs on little is taken out first (Markowitz 1957), so that a
 * circuit that is nearly a tree stays nearly a tree.
 * @param rows A, overwritten
 * @param width columns of B
 * @param bRe, bIm B by rows, size × width. Overwritten with X.
 * @throws RangeError when A is singular
 */
export const eliminateSparse = (
  rows: SparseRows,
  width: number,
  bRe: Float64Array,
  bIm: Float64Array,
): void => {
  const size = rows.length;
  const columns = Array.from({ length: size }, () => new Set<number>());
  rows.forEach((row, at) => {
    for (const column of row.keys()) columns[column]!.add(at);
  });
  const isDone = new Uint8Array(size);
  const queue = makeQueue(rows);
  const pivots: { row: number; column: number }[] = [];
  for (let step = 0; step < size; step += 1) {
    const row = queue.next(isDone);
    const column = row < 0 ? -1 : pivotIn(rows[row]!, columns);
    if (column < 0) throw new RangeError('The circuit’s equations have no single solution.');
    isDone[row] = 1;
    pivots.push({ row, column });
    const own = rows[row]!;
    for (const one of own.keys()) columns[one]!.delete(row);
    const pivot = own.get(column)!;
    const scale = 1 / (pivot.re ** 2 + pivot.im ** 2);
    for (const other of columns[column]!) {
      const target = rows[other]!;
      const { re, im } = target.get(column)!;
      const fr = (re * pivot.re + im * pivot.im) * scale;
      const fi = (im * pivot.re - re * pivot.im) * scale;
      target.delete(column);
      for (const [at, entry] of own) {
        if (at === column) continue;
        if (!target.has(at)) columns[at]!.add(other);
        addTo(rows, other, at, -(fr * entry.re - fi * entry.im), -(fr * entry.im + fi * entry.re));
      }
      for (let k = 0; k < width; k += 1) {
        const [x, y] = [bRe[row * width + k]!, bIm[row * width + k]!];
        bRe[other * width + k]! -= fr * x - fi * y;
        bIm[other * width + k]! -= fr * y + fi * x;
      }
      queue.put(other);
    }
    columns[column]!.clear();
  }
  const xRe = new Float64Array(bRe.length);
  const xIm = new Float64Array(bIm.length);
  for (const { row, column } of pivots.reverse()) {
    const pivot = rows[row]!.get(column)!;
    const scale = 1 / (pivot.re ** 2 + pivot.im ** 2);
    for (let k = 0; k < width; k += 1) {
      let [re, im] = [bRe[row * width + k]!, bIm[row * width + k]!];
      for (const [at, entry] of rows[row]!) {
        if (at === column) continue;
        const [x, y] = [xRe[at * width + k]!, xIm[at * width + k]!];
        re -= entry.re * x - entry.im * y;
        im -= entry.re * y + entry.im * x;
      }
      xRe[column * width + k] = (re * pivot.re + im * pivot.im) * scale;
      xIm[column * width + k] = (im * pivot.re - re * pivot.im) * scale;
    }
  }
  bRe.set(xRe);
  bIm.set(xIm);
};

/** The column of a row that is in fewest other rows, among entries large enough. */
const pivotIn = (row: SparseRows[number], columns: readonly ReadonlySet<number>[]): number => {
  let largest = 0;
  for (const entry of row.values()) largest = Math.max(largest, sizeOf(entry));
  if (largest < LEAST_PIVOT) return -1;
  let best = -1;
  let fewest = Infinity;
  for (const [column, entry] of row) {
    if (sizeOf(entry) < largest * PIVOT_SHARE) continue;
    const count = columns[column]!.size;
    if (count < fewest) {
      fewest = count;
      best = column;
    }
  }
  return best;
};
