import { spillsOf, type Strand } from '../gain';
import { solve } from '../offers';
import { moveSeat } from '../rig';
import { after } from '../rig/testing';
import { spill } from './spill';
import { tableOf } from './table.testing';

/** Two or three at a table; how far apart their voices are to be is set to what it is, or nearly. */
const two = solve(tableOf({ mic: 'mic-condenser-large', count: 2, distanceM: 0.8 }));
const [first] = spillsOf(two.find, two.heard);
const said = (solved: typeof two, leastApartDb: number, strands?: Strand[]) =>
  spill({
    ...solved,
    rig: { ...solved.rig, assumptions: { ...solved.rig.assumptions, leastApartDb } },
    ...(strands ? { strands } : {}),
  });
const aboutFirst = (all: ReturnType<typeof said>) =>
  all.filter(({ places }) => places[0]!.device === first!.device);

it('just far enough apart is far enough', () => {
  expect(aboutFirst(said(two, -first!.againstDb))).toEqual([]);
  const [found] = aboutFirst(said(two, -first!.againstDb + 0.001));
  expect(found!.places).toEqual([{ device: first!.device, person: first!.owner }, { person: first!.person }]);
  expect(found!.figures.slice(0, 3).map(({ value }) => value)).toEqual([
    first!.ownDb,
    first!.straightDb,
    first!.roomDb,
  ]);
  // Face to face, 1.2 m apart, each 80 cm from their own.
  expect(found!.figures[1]!.from).toBe('40 cm away on the plan, 180° off the axis');
});

it('of several neighbours at one microphone the loudest is told', () => {
  const three = solve(tableOf({ mic: 'mic-boundary', count: 3, distanceM: 0.5, apartM: 0.6 }));
  const spills = spillsOf(three.find, three.heard);
  const found = said(three, 60);
  expect(spills.length).toBeGreaterThan(found.length);
  for (const { places } of found) {
    const there = spills.filter(({ device }) => device === places[0]!.device);
    const loudest = there.reduce((a, b) => (b.againstDb > a.againstDb ? b : a));
    expect(places[1]).toEqual({ person: loudest.person });
  }
  expect(new Set(found.map(({ places }) => places[0]!.device)).size).toBe(found.length);
});

it('only where the microphone’s own voice is kept or sent through it', () => {
  const own = two.strands.filter(({ person }) => person === first!.owner);
  expect(aboutFirst(said(two, 60, own))).toHaveLength(1);
  expect(
    said(
      two,
      60,
      two.strands.filter(({ person }) => person !== first!.owner),
    ).length,
  ).toBe(spillsOf(two.find, two.heard).filter(({ owner }) => owner !== first!.owner).length);
  const elsewhere = own.map((strand) => ({
    ...strand,
    stages: strand.stages.map((stage) => (stage.role === 'capsule' ? { ...stage, device: 'other' } : stage)),
  }));
  expect(said(two, 60, elsewhere)).toEqual([]);
  const laterThere = elsewhere.map((strand) => ({
    ...strand,
    stages: strand.stages.map((stage) =>
      stage.role === 'capsule' ? stage : { ...stage, device: first!.device },
    ),
  }));
  expect(said(two, 60, laterThere)).toEqual([]);
});

describe('how the neighbour compares', () => {
  /** In the open with microphones that hear all round, Bob so far in front of Ann's: she is 50 cm away. */
  const titles = (yM: number) => {
    const rig = tableOf({
      ...{ mic: 'mic-boundary', count: 2, volumeM3: 100_000, reverbS: 0.05 },
      distanceM: 0.5,
    });
    return said(solve(after(rig, (now) => moveSeat(now, 'bob', { xM: 0, yM, turnDeg: 0 }))), 60).map(
      ({ title }) => title,
    );
  };

  it('as loud where he is as near; 80 against 50 cm are 4 dB under (20·log₁₀ 1.6)', () => {
    expect(titles(0.5)).toContain('BOB is as loud as ANN in ann’s microphone');
    expect(titles(0.8)).toContain('BOB is only 4 dB under ANN in ann’s microphone');
    expect(titles(0.2)).toContainEqual(expect.stringMatching(/^BOB is \d dB over ANN in ann’s microphone$/));
  });
});
