/** "−18.3" with a real minus sign; "–" when there is nothing to say. */
export const figure = (value: number | null): string =>
  value === null ? '–' : (Math.abs(value) < 0.05 ? 0 : value).toFixed(1).replace('-', '−');

/** Rows as aligned columns: the first to the left, figures to the right. */
export const columns = (rows: string[][]): string => {
  const widths = rows[0]!.map((_, column) => Math.max(...rows.map((row) => row[column]!.length)));
  return rows
    .map((row) =>
      row
        .map((cell, column) => (column < 2 ? cell.padEnd(widths[column]!) : cell.padStart(widths[column]!)))
        .join('  ')
        .trimEnd(),
    )
    .map((line) => `  ${line}`)
    .join('\n');
};
