import { DEVICE_MODELS, type DeviceModel } from '../../catalogue';
import { lookup, type Condition } from '../../rig';
import { after, rigOf } from '../../rig/testing';
import { setControl } from '../../rig';
import { pieceOf } from '../build';
import { makeFlowMemory, rememberedDevice } from '../memory';
import { inputNoise } from './device';

const base = DEVICE_MODELS.find(({ id }) => id === 'player')!;
/** A device of one place that plays, one way, one output and one input, as each test changes it. */
const model = (change: Partial<DeviceModel>): DeviceModel =>
  ({
    ...base,
    id: 'thing',
    name: 'Thing',
    ports: [{ id: 'out', label: 'Socket', connector: 'trs-35-socket', side: 'out' }],
    controls: [{ id: 'volume', label: 'Volume', kind: 'gain', minDb: -40, maxDb: 10, stepDb: 1, initial: 0 }],
    points: [
      { id: 'tune', label: 'Tune', unit: 'dBFS', role: 'programme' },
      { id: 'mix', label: 'Mix', unit: 'dBFS', role: 'mix', ceiling: 0 },
    ],
    elements: [],
    paths: [],
    streams: [],
    ...change,
  }) as DeviceModel;
const piece = (
  change: Partial<DeviceModel>,
  {
    conditions = [],
    fed = [],
    volume = 0,
  }: { conditions?: Condition[]; fed?: string[]; volume?: number } = {},
) => {
  const rig = rigOf({ devices: [{ id: 'x', model: 'player' }] });
  const made = model(change);
  const own = {
    ...rig,
    models: [made],
    devices: [{ ...rig.devices[0]!, name: 'Box', model: 'thing', settings: { volume } }],
  };
  const find = { ...lookup(own), conditions };
  return pieceOf(find, own.devices[0]!, new Set(fed));
};
const PATH = { from: 'tune', to: 'mix' };
const only = (change: Partial<DeviceModel>, more?: Parameters<typeof piece>[1]) =>
  piece(change, more).edges[0]!;

describe('a way of a device', () => {
  it('its level is what is stated, what changes the unit apart, and what is turned', () => {
    const edge = only(
      { paths: [{ ...PATH, gainDb: 18, unitShiftDb: 12, delayMs: 3, controls: [{ control: 'volume' }] }] },
      { volume: -7 },
    );
    expect(edge).toMatchObject({ gainDb: 11, unitShiftDb: 12, delayMs: 3, kind: 'device' });
    expect(edge.terms.map(({ db, because, isUnit }) => [db, because.kind, isUnit])).toEqual([
      [12, 'model', true],
      [6, 'model', undefined],
      [-7, 'control', undefined],
    ]);
    expect(edge.controls).toEqual([{ device: 'x', control: 'volume' }]);
    const plain = only({ paths: [PATH] });
    expect([plain.terms, plain.controls, plain.delayMs, plain.noise]).toEqual([[], [], 0, undefined]);
    expect(only({ paths: [{ ...PATH, gainDb: -4 }] }).terms.map(({ db }) => db)).toEqual([-4]);
  });

  it('its noise is a level of its own, or an amplifier’s at its input, its gain added', () => {
    expect(only({ paths: [{ ...PATH, noise: { kind: 'level', level: -90 } }] }).noise).toBe(-90);
    const table: [number, number][] = [
      [0, -98],
      [60, -128],
    ];
    const amplified = only({ paths: [{ ...PATH, gainDb: 30, noise: { kind: 'ein', table } }] });
    expect(amplified.noise).toBeCloseTo(inputNoise(table, 30) + 30, 9);
    expect(amplified.noise).toBeCloseTo(-113 + 30, 0);
    // An amplifier as quiet as the resistor it was measured with adds nothing of its own.
    const still = only({ paths: [{ ...PATH, noise: { kind: 'ein', table: [[0, -150]] } }] });
    expect(still.noise).toBeUndefined();
  });

  it('is there while its switch stands so and what it needs is fed', () => {
    const paths = [{ ...PATH, poweredBy: 'load' }];
    expect(piece({ paths }).edges).toEqual([]);
    expect(piece({ paths }, { fed: ['load'] }).edges).toHaveLength(1);
    expect(piece({ paths }, { fed: ['other'] }).edges).toEqual([]);
  });
});

describe('what has happened to a device', () => {
  const paths = [{ ...PATH, noise: { kind: 'level', level: -90 } as const }];
  const with_ = (...conditions: object[]) => piece({ paths }, { conditions: conditions as Condition[] });

  it('dead it has its places, and neither ways nor sound', () => {
    const dead = with_({ kind: 'dead', device: 'x' });
    expect([dead.nodes.size, dead.edges.length, dead.sources.length]).toEqual([2, 0, 0]);
    const other = with_({ kind: 'dead', device: 'y' });
    expect([other.nodes.size, other.edges.length, other.sources.length]).toEqual([2, 1, 1]);
  });

  it('noisy each of its noises is so much louder, twice noisy both together; another’s is none of its', () => {
    expect(with_({ kind: 'noisy', device: 'x', db: 20 }).edges[0]!.noise).toBe(-70);
    expect(
      with_({ kind: 'noisy', device: 'x', db: 20 }, { kind: 'noisy', device: 'x', db: 5 }).edges[0]!.noise,
    ).toBe(-65);
    expect(with_({ kind: 'noisy', device: 'y', db: 20 }).edges[0]!.noise).toBe(-90);
    expect(with_({ kind: 'noisy', device: 'x', db: 20 }).sources).toHaveLength(1);
  });
});

describe('places of a device', () => {
  it('what plays by itself: as loud as stated, else as is usual', () => {
    const [usual] = piece({}).sources;
    expect(usual).toMatchObject({ node: 'x:tune', name: 'Box, Tune', level: -10, crestDb: 12, device: 'x' });
    const points = [{ id: 'tune', label: 'Tune', unit: 'dBFS', role: 'programme', level: -23, crestDb: 15 }];
    expect(piece({ points } as Partial<DeviceModel>).sources[0]).toMatchObject({ level: -23, crestDb: 15 });
  });

  it('a socket is called as its port, in dBu with the most it stands; data in dBFS', () => {
    const output = {
      kind: 'output',
      id: 'emf',
      drive: 'one-leg',
      signal: 'line',
      plus: 'out.T',
      minus: 'out.S',
      ohms: 150,
      maxDbu: 18,
    };
    const nodes = (...elements: object[]) => [
      ...piece({ elements } as unknown as Partial<DeviceModel>).nodes.values(),
    ];
    expect(nodes(output)[2]).toEqual({
      id: 'x:emf',
      label: 'Socket',
      unit: 'dBu',
      role: 'output',
      device: 'x',
      point: 'emf',
      ceiling: 18,
    });
    expect(nodes({ ...output, signal: 'aes3', plus: 'none.1' })[2]).toMatchObject({
      unit: 'dBFS',
      label: 'emf',
    });
    expect(nodes({ ...output, kind: 'load' })).toHaveLength(2);
    expect(nodes({ ...output, kind: 'input' })[2]).toMatchObject({ role: 'input' });
    // 150 Ω at 290 K in 20 kHz: √(4kTRB) = 0.219 µV, −131 dBu.
    expect(nodes({ ...output, thermal: true })[2]!.noise).toBeCloseTo(-130.97, 1);
    expect(nodes({ ...output, kind: 'input', thermal: true })[2]).not.toHaveProperty('noise');
    expect(nodes()[1]).toMatchObject({ ceiling: 0 });
    expect(nodes()[0]).not.toHaveProperty('ceiling');
  });

  it('a device of no model has nothing', () => {
    const rig = rigOf({ devices: [{ id: 'x', model: 'player' }] });
    const lost = { ...rig, models: [] };
    expect(pieceOf(lookup(lost), lost.devices[0]!).nodes.size).toBe(0);
  });
});

describe('pieces made before', () => {
  const rig = rigOf({ devices: [{ id: 'x', model: 'player' }] });
  const [device] = rig.devices;
  const found = lookup(rig).modelOf('x');

  it('are used again while device, model and what is fed are the same', () => {
    const memory = makeFlowMemory();
    let made = 0;
    const ask = (...[one, kind, fed]: [typeof device, typeof found, string]) =>
      rememberedDevice(memory, one!, kind, fed, () => {
        made += 1;
        return { nodes: new Map(), edges: [], stopped: [], sources: [] };
      });
    const first = ask(device, found, '');
    expect(ask(device, found, '')).toBe(first);
    expect(made).toBe(1);
    expect(ask({ ...device! }, found, '')).not.toBe(first);
    expect(ask(device, { ...found! }, '')).not.toBe(first);
    expect(ask(device, found, 'load')).not.toBe(first);
    expect(made).toBe(4);
    // The last four are kept, the one used last the longest.
    expect(ask(device, found, '')).toBe(first);
    ask(device, found, 'a');
    ask(device, found, 'b');
    ask(device, found, 'c');
    expect(ask(device, found, '')).toBe(first);
    for (const fed of ['d', 'e', 'f', 'g']) ask(device, found, fed);
    expect(ask(device, found, '')).not.toBe(first);
  });

  it('without a memory each is made anew; its ways are handed on with one', () => {
    let given: unknown = 'nothing';
    const lower = (before?: unknown) => {
      given = before;
      return { nodes: new Map(), edges: [], stopped: [], sources: [] };
    };
    rememberedDevice(undefined, device!, found, '', lower);
    expect(given).toBeUndefined();
    rememberedDevice(makeFlowMemory(), device!, found, '', lower);
    expect(given).toBeInstanceOf(Map);
  });

  it('of a knob that is turned only its own ways are made anew', () => {
    const two = rigOf({ devices: [{ id: 'x', model: 'interface-2' }] });
    const before = new Map();
    const at = (one: typeof two) => pieceOf(lookup(one), one.devices[0]!, undefined, before).edges;
    const [was, same, turned] = [
      at(two),
      at(two),
      at(after(two, (one) => setControl(one, 'x', 'gain1', 30))),
    ];
    expect(same.every((edge, index) => edge === was[index])).toBe(true);
    const other = turned.filter((edge, index) => edge !== was[index]);
    expect(other.length).toBeGreaterThan(0);
    expect(other.every(({ controls }) => controls.some(({ control }) => control === 'gain1'))).toBe(true);
    expect(other[0]!.terms.find(({ because }) => because.kind === 'control')!.db).toBe(30);
  });
});
