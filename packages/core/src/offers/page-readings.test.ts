import { generateRig, skerryLight } from '../demo';
import { levelsPage, pageReadings, solveRig } from '.';

/** What crosses to the page has a limit of its own: 100 kB for each answer at 200 devices. */
const MOST_BYTES = 100_000;

describe('what crosses to the page', () => {
  const large = solveRig(generateRig(200));
  it.each([
    ['the readings of every pass', pageReadings(large)],
    ['the levels, when they are looked at', levelsPage(large.strands)],
  ])('%s are under 100 kB at 200 devices', (_words, answer) => {
    expect(JSON.stringify(answer).length).toBeLessThan(MOST_BYTES);
  });

  it('a strand is given whole when it is chosen, else the first; one that is gone is no error', () => {
    const { strands } = solveRig(skerryLight);
    const [, second] = strands;
    expect(levelsPage(strands, second!.id).chosen).toBe(second);
    expect(levelsPage(strands, 'gone').chosen).toBe(strands[0]);
    expect(levelsPage([]).chosen).toBeUndefined();
  });

  it('the small drawing stands on the scale of the large one', () => {
    const { rows, chosen } = levelsPage(solveRig(skerryLight).strands);
    const end = chosen!.stages.at(-1)!;
    const [typical, peak, , ceiling] = rows[0]!.outline.at(-1)!;
    expect(rows[0]!.outline).toHaveLength(chosen!.stages.length);
    expect(typical).toBeCloseTo(end.typical - end.shiftDb, 1);
    expect(peak - typical).toBeCloseTo(end.peak - end.typical, 1);
    expect(ceiling! - typical).toBeCloseTo(end.ceiling! - end.typical, 1);
  });
});
