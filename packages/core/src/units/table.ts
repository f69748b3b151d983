/** Reads a table of rising pairs between its rows; beyond them as at its ends. */
export const readTable = (rows: readonly (readonly [x: number, y: number])[], at: number): number => {
  const next = rows.findIndex(([x]) => x >= at);
  if (next < 0) return rows[rows.length - 1]![1];
  if (next === 0) return rows[0]![1];
  const [[x0, y0], [x1, y1]] = [rows[next - 1]!, rows[next]!];
  return x1 === x0 ? y1 : y0 + ((at - x0) * (y1 - y0)) / (x1 - x0);
};
