import { fixesFor, makeEngineMemory, solveRig } from '../offers';
import { applyEdit, moveSeat, putPerson, type Rig } from '../rig';
import { after } from '../rig/testing';
import type { Finding } from './finding';
import { deskOf, tableOf, type Table } from './table.testing';
import { pressEveryFix } from './pressed.testing';

const spillIn = (rig: Rig): Finding[] => solveRig(rig).findings.filter(({ code }) => code === 'spill');

const named = (table: Table) =>
  [
    `${table.count} × ${table.mic}, ${table.distanceM * 100} cm, ${table.apartM ?? 1.2} m apart`,
    table,
  ] as const;

/** People as they sit at a table with microphones that are close enough. */
const QUIET: Table[] = [2, 3, 4, 5].flatMap((count) => [
  { mic: 'mic-dynamic-hand', count, distanceM: 0.05 },
  { mic: 'mic-dynamic-hand', count, distanceM: 0.1 },
  { mic: 'mic-dynamic-broadcast', count, distanceM: 0.1 },
  { mic: 'mic-condenser-budget', count, distanceM: 0.2 },
  { mic: 'mic-condenser-large', count, distanceM: 0.25 },
  { mic: 'mic-condenser-large', count, distanceM: 0.2, offAxisDeg: 30 },
  { mic: 'mic-ribbon', count, distanceM: 0.1 },
  { mic: 'mic-boundary', count, distanceM: 0.15 },
]);

/** Too far from their microphones for so many mouths so close together. */
const BAD: Table[] = [2, 3, 4].flatMap((count) => [
  { mic: 'mic-dynamic-hand', count, distanceM: 0.75 },
  { mic: 'mic-condenser-budget', count, distanceM: 0.75 },
  { mic: 'mic-condenser-large', count, distanceM: 0.8 },
  { mic: 'mic-ribbon', count, distanceM: 0.5 },
  { mic: 'mic-boundary', count, distanceM: 0.3 },
  { mic: 'mic-boundary', count, distanceM: 0.5 },
  { mic: 'mic-condenser-large', count, distanceM: 0.4, reverbS: 1.2 },
  { mic: 'mic-boundary', count, distanceM: 0.2, apartM: 0.5 },
]);

describe('neighbours at a table', () => {
  it.each(QUIET.map(named))('%s: come apart, nothing is said', (_name, table) => {
    expect(spillIn(tableOf(table))).toEqual([]);
  });

  it.each(BAD.map(named))('%s: said, and every fix that is offered ends it', (_name, table) => {
    const rig = tableOf(table);
    pressEveryFix(rig, 'spill');
  });

  it('nothing is said of people whose places nobody has told', () => {
    for (const table of BAD) expect(spillIn(deskOf(table))).toEqual([]);
  });
});

// No room to speak of, microphones that hear all round: the air alone decides.
const open = { mic: 'mic-boundary', count: 2, volumeM3: 100_000, reverbS: 0.05, leastApartDb: 9.5 };

describe('the 3:1 rule (arithmetic: −9.54 dB)', () => {
  it.each([0.2, 0.25, 0.3])(
    'an omnidirectional microphone %f m away: said from a third of the way on',
    (distanceM) => {
      // Ann and Bob face one another; Bob's mouth is in front of his own microphone and of Ann's: nothing but distance counts.
      const third = distanceM * 10 ** (9.5 / 20);
      for (const [apartM, isSaid] of [
        [third + distanceM + 0.03, false],
        [third + distanceM - 0.03, true],
      ] as const) {
        expect([apartM, spillIn(tableOf({ ...open, distanceM, apartM })).length > 0]).toEqual([
          apartM,
          isSaid,
        ]);
      }
    },
  );

  it('one voice 6 dB stronger than the other is heard 6 dB sooner', () => {
    const rig = tableOf({ ...open, distanceM: 0.2, apartM: 0.9 });
    expect(spillIn(rig)).toEqual([]);
    const loud = after(rig, (one) => putPerson(one, { ...one.people[0]!, effort: 'loud' }));
    expect(spillIn(loud).map(({ title }) => title)).toEqual([
      expect.stringMatching(/^ANN is only \d dB under BOB/),
    ]);
  });
});

describe('what is offered', () => {
  it('who comes closer is turned down, so that nothing clips', () => {
    const rig = tableOf({ mic: 'mic-condenser-large', count: 2, distanceM: 0.75 });
    const [first] = fixesFor(rig, spillIn(rig)[0]!.id, makeEngineMemory());
    expect(first!.label).toMatch(/^Have (ANN|BOB) speak from \d+ cm, set Gain \d to \d+ dB$/);
    const then = solveRig(applyEdit(rig, first!.edit).rig).findings;
    expect(then.filter(({ severity }) => severity !== 'caution' && severity !== 'advice')).toEqual([]);
  });

  it('a microphone is turned so that the neighbour sits at its deaf side', () => {
    // Bob sits half behind Ann’s figure of eight, no further away than she is.
    const rig = tableOf({ ...open, mic: 'mic-ribbon', distanceM: 0.35 });
    const side = after(rig, (one) => moveSeat(one, 'bob', { xM: 0.1, yM: 0.35, turnDeg: -45 }));
    const [found] = spillIn(side).filter(({ title }) => title.startsWith('BOB'));
    const turned = fixesFor(side, found!.id, makeEngineMemory()).find(({ label }) =>
      label.startsWith('Turn '),
    );
    const then = applyEdit(side, turned!.edit).rig;
    const angle = (one: Rig) => Math.abs(one.placements.find(({ person }) => person === 'ann')!.offAxisDeg);
    expect(angle(then)).toBeGreaterThan(angle(side));
    expect(spillIn(then).map(({ id }) => id)).not.toContain(found!.id);
  });
});
