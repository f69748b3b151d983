import type { Rig } from '../rig';
import { after, rigOf } from '../rig/testing';
import { solve } from '../offers';
import { pair, turntable } from './bad-desks.testing';
import type { Found } from './finding';
import { pressEveryFix } from './pressed.testing';
import { sidesSwapped } from './sides-swapped';

/** Left and right exchanged, by leads, by a splitter, by one lead alone; and what only looks so. */

const found = (rig: Rig): Found[] => sidesSwapped(solve(rig));
const endsAfter = (rig: Rig, [first]: Found[] = found(rig)) => {
  const [fix] = first!.propose();
  return after(rig, fix!.edit).leads.map(({ ends }) =>
    ends.map((end) => (end && 'device' in end ? `${end.device}.${end.port}` : 'free')),
  );
};

describe('two leads crossed', () => {
  const [one, ...more] = found(turntable(true));
  it('are one finding, said of the side that is heard on the other', () => {
    expect(more).toEqual([]);
    expect(one).toMatchObject({
      severity: 'caution',
      title: 'Left and right are exchanged between Record player with line output and Living-room amplifier',
      places: [{ device: 'disc' }, { device: 'amp' }],
    });
    expect(one!.figures).toEqual([
      {
        label: expect.stringMatching(/^(left arriving on the right|right arriving on the left)$/),
        value: expect.any(Number),
        unit: 'dB',
        from: 'solved circuit, input volts per output volt',
      },
    ]);
    expect(one!.figures[0]!.value).toBeGreaterThan(-3);
  });
  it('exchange their plugs at the amplifier', () => {
    expect(one!.propose().map(({ label }) => label)).toEqual([
      'Exchange the two plugs at Living-room amplifier',
    ]);
    expect(endsAfter(turntable(true))).toEqual([
      ['disc.outL', 'amp.inL'],
      ['disc.outR', 'amp.inR'],
    ]);
    pressEveryFix(turntable(true), 'sides-swapped');
  });
  it('straight, nothing is said', () => expect(found(turntable(false))).toEqual([]));
});

describe('a splitter', () => {
  const split = (...ends: string[]) => pair('player', 'hifi-amplifier', 'mini-two-rca', ['a.out', ...ends]);
  it('crossed, exchanges its two plugs', () => {
    const rig = split('b.inR', 'b.inL');
    expect(found(rig)).toHaveLength(1);
    expect(
      found(rig)[0]!
        .propose()
        .map(({ label }) => label),
    ).toEqual(['Exchange the two plugs']);
    expect(endsAfter(rig)).toEqual([['a.out', 'b.inL', 'b.inR']]);
    pressEveryFix(rig, 'sides-swapped');
  });
  it('straight, is left alone', () => expect(found(split('b.inL', 'b.inR'))).toEqual([]));
});

describe('one lead alone', () => {
  it('goes into the socket of its own side', () => {
    const rig = pair('interface-2', 'hifi-amplifier', 'rca-ts', ['b.inR', 'a.outL']);
    expect(
      found(rig)[0]!
        .propose()
        .map(({ label }) => label),
    ).toEqual(['Plug it into Line in left']);
    expect(endsAfter(rig)).toEqual([['b.inL', 'a.outL']]);
  });

  it('comes out where that is taken by something else', () => {
    const rig = rigOf({
      devices: [
        { id: 'a', model: 'interface-2' },
        { id: 'other', model: 'keyboard' },
        { id: 'b', model: 'hifi-amplifier' },
      ],
      leads: [
        { kind: 'rca-ts', ends: ['b.inR', 'a.outL'] },
        { kind: 'rca-ts', ends: ['b.inL', 'other.left'] },
      ],
    });
    const [one] = found(rig);
    expect(one!.places).toEqual([{ device: 'a' }, { device: 'b' }]);
    expect(one!.propose().map(({ label }) => label)).toEqual(['Unplug this lead']);
  });

  it('right on the left is said the other way round', () => {
    const rig = pair('interface-2', 'hifi-amplifier', 'rca-ts', ['b.inL', 'a.outR']);
    expect(found(rig)[0]!.figures[0]!.label).toBe('right arriving on the left');
    expect(endsAfter(rig)).toEqual([['b.inR', 'a.outR']]);
  });
});

describe('what is not exchanged', () => {
  it.each<[string, Rig]>([
    ['a mono output in a right socket', pair('guitar', 'hifi-amplifier', 'rca-ts', ['b.inR', 'a.out'])],
    ['a left output in a loudspeaker', pair('interface-2', 'loudspeaker', 'trs-635', ['a.outL', 'b.in'])],
    ['both sides of a player on one input', pair('player', 'interface-2', 'mini-trs', ['a.out', 'b.in1'])],
  ])('%s', (_what, rig) => expect(found(rig)).toEqual([]));
});

describe('by how strongly each side arrives', () => {
  const solved = solve(turntable(true));
  const elementOf = (device: string, side: 'left' | 'right'): string =>
    solved.find
      .modelOf(device)!
      .elements.find((one) => (one.kind === 'output' || one.kind === 'input') && one.side === side)!.id;
  type Side = 'left' | 'right';
  /** "left" of the record player on "right" of the amplifier, so strongly. */
  const way = (leaves: Side, meets: Side, level: number, device = 'disc') => ({
    ...solved.circuit.couplings[0]!,
    from: { device, element: elementOf('disc', leaves) },
    to: { device: 'amp', element: elementOf('amp', meets) },
    re: 0,
    im: level,
  });
  const said = (...couplings: ReturnType<typeof way>[]) =>
    sidesSwapped({ ...solved, circuit: { ...solved.circuit, couplings } });

  it('from 3 % on', () => {
    expect(said(way('left', 'right', 0.03))).toHaveLength(1);
    expect(said(way('left', 'right', 0.0299))).toEqual([]);
    expect(said(way('left', 'right', 0.1))[0]!.figures[0]).toMatchObject({
      label: 'left arriving on the right',
      value: expect.closeTo(-20, 9),
    });
  });

  it('the strongest at an input says which side it is, whichever is met first', () => {
    const [right, wrong] = [way('right', 'right', 1), way('left', 'right', 0.9)];
    expect(said(right, wrong)).toEqual([]);
    expect(said(wrong, right)).toEqual([]);
    expect(said(way('right', 'right', 0.1), way('left', 'right', 1))).toHaveLength(1);
  });

  it('its own side there, or the same on its own side, more than half as strong: nothing is exchanged', () => {
    const wrong = way('left', 'right', 1);
    expect(said(wrong, way('right', 'right', 0.6))).toEqual([]);
    expect(said(wrong, way('right', 'right', 0.5))).toHaveLength(1);
    expect(said(wrong, way('left', 'left', 0.6))).toEqual([]);
    // What another device brings there is another's matter.
    expect(said(wrong, way('right', 'right', 0.6, 'other'))).toHaveLength(1);
    const elsewhere = {
      ...way('left', 'left', 0.6),
      to: { device: 'other', element: elementOf('amp', 'left') },
    };
    expect(said(wrong, elsewhere)).toHaveLength(1);
    // Both exchanged: the one is no proof that the other is not.
    expect(said(wrong, way('right', 'left', 1))).toHaveLength(1);
  });
});
