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
