import { solve } from '../offers';
import type { Heard, Tap } from '../flow';
import { spillsOf } from '../gain';
import { moveSeat, seatRound, setAssumptions, type Rig } from '../rig';
import { after, people, recorder, rigOf, seat } from '../rig/testing';
import { comb } from './comb';

/** Two at one mixer whose main mix goes to a recorder: the ways of a voice into it are as they are, and what comes is told. */
const rig = (againM: number): Rig => {
  const names = ['ann', 'bob'];
  const made = rigOf({
    devices: [
      ...names.map((name) => ({ id: `mic-${name}`, model: 'mic-dynamic-hand', name: `Mic of ${name}` })),
      { id: 'desk', model: 'mixer-podcast', settings: { gain1: 45, gain2: 45 } },
      {
        id: 'pc',
        model: 'laptop-c',
        apps: [recorder('desk', [1], 'main')],
      },
    ],
    leads: [
      ...names.map((name, at) => ({ kind: 'xlr', ends: [`mic-${name}.out`, `desk.in${at + 1}`] })),
      { kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb1'] },
    ],
    people: people('ann'),
    placements: [seat('ann', 'mic-ann', 0.2), seat('ann', 'mic-bob', againM)],
  });
  // In the open: no room answers.
  return after(made, (now) =>
    setAssumptions(now, { ...now.assumptions, roomVolumeM3: 10_000, roomReverbS: 0.1 }),
  );
};
const said = (againM: number, more?: (of: Rig) => Rig) => {
  const solved = solve(more ? more(rig(againM)) : rig(againM));
  return { solved, found: comb(solved) };
};

it('one voice into two microphones: by how much weaker and how late, the second named, the first with who speaks', () => {
  const { found } = said(0.3);
  expect(found).toHaveLength(1);
  const [one] = found;
  // 20·log₁₀(0.3 / 0.2) is 3.5 dB; 10 cm at 343 m/s are 0.29 ms.
  expect(one!.title).toBe('ANN comes to Track 1 by two microphones, 0.3 ms apart');
  expect(one!.why).toContain('Mic of bob brings the same voice 4 dB weaker and 0.3 ms away');
  expect(one!.why).toContain('Keep the second at least 8.0 dB down');
  expect(one!.places).toEqual([{ device: 'mic-bob' }, { device: 'mic-ann', person: 'ann' }]);
  expect(one!.figures[0]!.value).toBeCloseTo(-20 * Math.log10(1.5), 1);
  expect(one!.propose().map(({ label }) => label)).toContain('Do not have ANN heard by Mic of bob');
});

it('8 dB apart it is left alone: 0.2 m against 0.5 is 7.96 dB, against 0.51 8.13', () => {
  expect(said(0.5).found).toHaveLength(1);
  expect(said(0.51).found).toEqual([]);
});

it('of the two the one further away is the second, whichever is first on the desk', () => {
  expect(said(0.15).found[0]!.places[0]).toEqual({ device: 'mic-ann' });
  expect(said(0.15).found[0]!.places[1]).toMatchObject({ device: 'mic-bob' });
});

it('what is too loud in a neighbour’s microphone is told there', () => {
  const names = ['ann', 'bob'];
  const two = (apartM: number): Rig =>
    after(
      {
        ...rig(0.3),
        people: people(...names),
        placements: names.map((name) => ({ ...seat(name, `mic-${name}`, 0.3), id: `${name}-at` })),
      },
      seatRound,
      (is) => moveSeat(is, 'bob', { xM: apartM, yM: 0, turnDeg: 0 }),
      (is) => moveSeat(is, 'ann', { xM: 0, yM: 0, turnDeg: 0 }),
    );
  const { solved } = said(0.3, () => two(0.4));
  const taps = (heard: Heard | undefined): Tap[] => (heard && 'taps' in heard ? heard.taps : []);
  const [sink] = solved.strands.map((strand) => strand.sink);
  expect(taps(solved.heard.everywhere.get(sink!)?.get(0)).length).toBeGreaterThan(1);
  expect(comb(solved)).toEqual([]);
});

describe('a neighbour’s microphone, quieter by itself and turned up', () => {
  // Boundary microphones 20 cm before each: Ann is 10 dB under Bob in his, whose gain stands up to 10 dB higher.
  const names = ['ann', 'bob'];
  const desk = (gain2: number): Rig => {
    const made = rigOf({
      devices: [
        ...names.map((name) => ({ id: `mic-${name}`, model: 'mic-boundary', name: `Mic of ${name}` })),
        {
          id: 'desk',
          model: 'mixer-podcast',
          settings: { gain1: 45, gain2, phantom1: true, phantom2: true },
        },
        { id: 'pc', model: 'laptop-c', apps: [recorder('desk', [1], 'main')] },
      ],
      leads: [
        ...names.map((name, at) => ({ kind: 'xlr', ends: [`mic-${name}.out`, `desk.in${at + 1}`] })),
        { kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb1'] },
      ],
      people: people(...names),
      placements: names.map((name) => seat(name, `mic-${name}`, 0.2)),
    });
    return after(made, seatRound);
  };
  const own = (gain2: number) => comb(solve(desk(gain2))).filter(({ id }) => id.includes('mic-bob.ann'));

  it('is silent at one gain, told where that is higher', () => {
    expect(own(45)).toEqual([]);
    expect(own(55)).toHaveLength(1);
  });

  it('is told here as long as it is no louder there than is borne', () => {
    const turnedUp = desk(55);
    const { find, heard } = solve(turnedUp);
    const { againstDb } = spillsOf(find, heard).find(({ person }) => person === 'ann')!;
    const borne = (leastApartDb: number) =>
      comb(solve({ ...turnedUp, assumptions: { ...turnedUp.assumptions, leastApartDb } })).length;
    expect([borne(-againstDb), borne(1e-9 - againstDb)]).toEqual([1, 0]);
  });

  it('she comes closer, they sit further apart, or it is kept out of the mix; she was never at it', () => {
    const [found] = own(55);
    const labels = found!.propose().map(({ label }) => label);
    // By what is missing: 8 dB and what there is between the two.
    const missing = 8 + found!.figures[0]!.value;
    const centimetres = Math.floor(20 / 10 ** (missing / 20));
    expect(labels[0]).toMatch(new RegExp(`^Have ANN speak from ${centimetres} cm`));
    expect(labels).toContain('Switch Microphone 2 mute on');
    expect(labels).not.toContain('Do not have ANN heard by Mic of bob');
    expect(labels[1]).toMatch(/^Seat ANN \d\.\d m from Mic of bob/);
  });
});
