import type { DeviceModel } from '../catalogue';
import { applyEdit, buildRig, lookup, setControl, type Rig } from '../rig';
import { solveCircuit } from './circuit';

const supplies = (rig: Rig) => solveCircuit(lookup(rig));

const RAIL_OHMS = 4 / 0.012;

/** So many condensers that draw 4 mA each on the four-input interface, whose feeds share one supply good for 12 mA. */
const onOneRail = (count: number, leadM = 0) =>
  buildRig({
    name: 'one rail',
    devices: [
      { id: 'box', model: 'interface-4', settings: { phantom1: true, phantom2: true } },
      ...Array.from({ length: count }, (_, n) => ({ id: `mic${n}`, model: 'mic-condenser-budget' })),
    ],
    leads: Array.from({ length: count }, (_, n) => ({
      kind: 'xlr',
      ends: [`mic${n}.out`, `box.in${n + 1}`],
      lengthM: leadM,
    })),
  });

describe('several microphones on one supply', () => {
  it.each([0, 1, 2, 3, 4])('%i of them: the rail sags as Ohm’s law says (arithmetic)', (count) => {
    const [rail] = supplies(onOneRail(count)).rails;
    // Electronics draw their 4 mA whatever is left above their least volts.
    expect(rail!.milliamps).toBeCloseTo(4 * count, 2);
    expect(rail!.volts).toBeCloseTo(48 - RAIL_OHMS * 0.004 * count, 3);
  });

  it('each feed counts from what is left on the rail, and together they draw what the rail gives', () => {
    const { rails, feeds } = supplies(onOneRail(4));
    const together = feeds.flatMap(({ legs }) => legs).reduce((sum, { milliamps }) => sum + milliamps, 0);
    expect(together).toBeCloseTo(rails[0]!.milliamps, 6);
    for (const { legs } of feeds) expect(legs[0]!.volts).toBeCloseTo(legs[1]!.volts, 9);
  });

  it('every microphone has less than alone', () => {
    const [alone] = supplies(onOneRail(1)).loads;
    for (const { volts } of supplies(onOneRail(4)).loads) expect(volts).toBeLessThan(alone!.volts - 2);
  });

  it('only the groups that are switched on load it', () => {
    const rig = onOneRail(4);
    const half = applyEdit(rig, setControl(rig, 'box', 'phantom2', false)).rig;
    const [whole, part] = [rig, half].map((one) => supplies(one).rails[0]!.milliamps);
    expect(part!).toBeLessThan(whole! * 0.6);
    expect(supplies(half).feeds.filter(({ on }) => on)).toHaveLength(2);
  });

  it('a short on one input (both legs on the screen) pulls the others down', () => {
    const short: DeviceModel = {
      id: 'short',
      name: 'Shorting plug',
      kind: 'isolator',
      about: 'Both legs on the screen: what a badly soldered plug does.',
      ground: 'floating',
      ports: [{ id: 'out', label: 'Plug', connector: 'xlr-male', side: 'out' }],
      controls: [],
      elements: [{ kind: 'bond', id: 'short', pins: ['out.1', 'out.2', 'out.3'] }],
      points: [],
      paths: [],
      streams: [],
    };
    const rig = onOneRail(3);
    const shorted: Rig = {
      ...rig,
      models: [...rig.models, short],
      devices: [...rig.devices, { id: 'short', name: 'Short', model: 'short', place: '', settings: {} }],
      leads: [
        ...rig.leads,
        {
          id: 'bad',
          kind: 'xlr',
          lengthM: 0,
          ends: [
            { device: 'short', port: 'out' },
            { device: 'box', port: 'in4' },
          ],
          broken: [],
        },
      ],
    };
    const before = supplies(rig);
    const after = supplies(shorted);
    // IEC 61938 (memory): both legs to ground draw 14.12 mA from 48 V; here the rail itself sags to less.
    const legs = after.feeds.find(({ element }) => element === 'feed4')!.legs;
    const drawn = legs.reduce((sum, { milliamps }) => sum + milliamps, 0);
    expect(drawn).toBeCloseTo((after.rails[0]!.volts / 3400) * 1000, 3);
    expect(drawn).toBeLessThan(14.12);
    expect(after.rails[0]!.volts).toBeLessThan(before.rails[0]!.volts - 3);
    for (const [index, { volts }] of after.loads.entries())
      expect(volts).toBeLessThan(before.loads[index]!.volts);
  });

  it('a device without a rail has none to read', () =>
    expect(
      supplies(buildRig({ name: 'no rail', devices: [{ id: 'a', model: 'interface-2' }] })).rails,
    ).toEqual([]));
});

describe('the three strengths of phantom (IEC 61938, from memory)', () => {
  it.each([
    ['P48', 48, 6800],
    ['P24', 24, 1200],
    ['P12', 12, 680],
  ])('%s: open %d V; both legs shorted each draw volts over %i Ω', (phantom, volts, ohms) => {
    const rig = buildRig({
      name: 'strengths',
      devices: [
        { id: 'recorder', model: 'recorder-field', settings: { phantom } },
        { id: 'laptop', model: 'laptop-c' },
      ],
      leads: [{ kind: 'mini-xlr', ends: ['laptop.jack', 'recorder.in1'], lengthM: 0 }],
    });
    const feed = supplies(rig).feeds.find(({ element }) => element === `${phantom}-1`)!;
    // A headphone output of 10 Ω on each leg.
    expect(feed.legs[0]!.milliamps).toBeCloseTo((volts / (ohms + 10)) * 1000, 2);
    const free = supplies({ ...rig, leads: [] }).feeds.find(({ element }) => element === `${phantom}-1`)!;
    expect(free.legs[0]!.volts).toBeCloseTo(volts, 2);
  });

  it('off, it feeds nothing', () => {
    const rig = buildRig({ name: 'off', devices: [{ id: 'recorder', model: 'recorder-field' }] });
    expect(supplies(rig).feeds).toEqual([]);
  });
});
