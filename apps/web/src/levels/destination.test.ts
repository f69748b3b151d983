import { skerryLight, solve, strandRow } from '@diaphon/core';
import { destinationsOf, rowsAt } from './destination';

const rows = solve(skerryLight).strands.map(strandRow);

describe('whose levels are looked at', () => {
  it('each program or device once, by its name and where it runs', () => {
    expect(destinationsOf(skerryLight, rows).map(({ name }) => name)).toEqual([
      'Recorder on Recording computer',
      "Call on Caller's laptop",
    ]);
  });

  it('only what ends there; everything without a choice, or where the chosen one is gone', () => {
    const atCall = rowsAt(rows, 'call');
    expect(atCall.length).toBeGreaterThan(1);
    expect(atCall.every(({ sinkLabel }) => sinkLabel === 'Far end of Call')).toBe(true);
    expect(rowsAt(rows, '')).toEqual(rows);
    expect(rowsAt(rows, 'gone')).toEqual(rows);
  });
});
