import { skerryLight } from '../demo';
import type { Stage, Strand } from '../gain';
import { hissPage, levelsPage, strandRow } from './levels-page';
import { solve } from './solve-rig';

const stage = (label: string, more: Partial<Stage>): Stage =>
  ({ label, typical: -20, peak: -8, noise: -70, ceiling: 0, shiftDb: 0, headroomDb: null, ...more }) as Stage;
const strand = (...stages: Stage[]) => ({ id: 'one', stages }) as Strand;

describe('a strand in short', () => {
  it('on one scale, in tenths; what is not known stays so', () => {
    const { outline } = strandRow(
      strand(
        stage('a', { typical: -20.04, shiftDb: 4 }),
        stage('b', { noise: null, ceiling: null, shiftDb: -2.5 }),
      ),
    );
    expect(outline).toEqual([
      [-24, -12, -74, -4],
      [-17.5, -5.5, null, null],
    ]);
  });

  it('where there is least room, the first of several alike', () => {
    const at = (...rooms: (number | null)[]) =>
      strandRow(strand(...rooms.map((headroomDb, n) => stage(`s${n}`, { headroomDb })))).tightest;
    expect(at(12, 3, 7)).toEqual({ label: 's1', roomDb: 3 });
    expect(at(null, 5, 5)).toEqual({ label: 's1', roomDb: 5 });
    expect(at(null, null)).toBeNull();
  });
});

describe('the levels of a rig', () => {
  const solved = solve(skerryLight);
  const [first, second] = solved.strands;

  it('the one that is asked for is whole; gone, it is the first', () => {
    expect(levelsPage(solved.strands, second!.id).chosen).toBe(second);
    expect(levelsPage(solved.strands, 'ghost').chosen).toBe(first);
    expect(levelsPage(solved.strands).rows.map(({ id }) => id)).toEqual(solved.strands.map(({ id }) => id));
  });

  it('what makes the noise of one: shares of it, the largest first, without what nobody looks for', () => {
    const page = hissPage(solved, second!.id)!;
    const shares = page.shares.map(({ share }) => share);
    expect(shares.length).toBeGreaterThan(1);
    expect(Math.min(...shares)).toBeGreaterThanOrEqual(0.005);
    expect(page.shares.map(({ label }) => label)).toContain('USB input 1');
    expect(page.oneDb.length).toBeGreaterThan(0);
    // On a track of its own all of it is the strand’s.
    const sum = hissPage(solved, first!.id)!.shares.reduce((all, { share }) => all + share, 0);
    expect(sum).toBeGreaterThan(0.98);
    expect(sum).toBeLessThanOrEqual(1 + 1e-9);
  });

  it('nothing for one there is not', () => {
    expect(hissPage(solved, 'ghost')).toBeUndefined();
  });
});
