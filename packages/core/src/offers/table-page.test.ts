import { tableOf } from '../checks/table.testing';
import { setAssumptions } from '../rig';
import { after } from '../rig/testing';
import { solve } from './solve-rig';
import { tablePage } from './table-page';

/** Who is heard in whose microphone, as the table shows it. */

const rig = tableOf({ mic: 'mic-condenser-large', count: 3, distanceM: 0.3 });
const page = tablePage(solve(rig));

it('a row for each microphone, a cell for each neighbour and none for its own voice', () => {
  expect(page.rows.map(({ device, name, owners }) => [device, name, owners])).toEqual([
    ['mic-ann', 'ann’s microphone', ['ann']],
    ['mic-bob', 'bob’s microphone', ['bob']],
    ['mic-cleo', 'cleo’s microphone', ['cleo']],
  ]);
  expect(page.rows.map(({ cells }) => Object.keys(cells).sort())).toEqual([
    ['bob', 'cleo'],
    ['ann', 'cleo'],
    ['ann', 'bob'],
  ]);
});

it('a cell: straight and by the room add up as powers, against the own voice', () => {
  for (const { cells } of page.rows)
    for (const { straightDb, roomDb, ownDb, againstDb } of Object.values(cells)) {
      const both = 10 * Math.log10(10 ** (straightDb / 10) + 10 ** (roomDb / 10));
      expect(both - ownDb).toBeCloseTo(againstDb, 6);
      expect(againstDb).toBeLessThan(0);
    }
});

it('too loud is what is not as far under as is wanted, to the point', () => {
  const { againstDb } = page.rows[0]!.cells['bob']!;
  const wanting = (leastApartDb: number) =>
    tablePage(solve(after(rig, setAssumptions(rig, { ...rig.assumptions, leastApartDb }))));
  expect(wanting(-againstDb - 1).rows[0]!.cells['bob']!.isTooLoud).toBe(false);
  expect(wanting(-againstDb).rows[0]!.cells['bob']!.isTooLoud).toBe(false);
  expect(wanting(-againstDb + 0.01).rows[0]!.cells['bob']!.isTooLoud).toBe(true);
  expect(wanting(7).leastApartDb).toBe(7);
});
