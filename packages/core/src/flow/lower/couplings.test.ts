import type { Circuit, Coupling } from '../../circuit';
import { lookup, setControl } from '../../rig';
import { after, rigOf } from '../../rig/testing';
import { makePiece, type FlowEdge } from '../graph';
import { controlTerm, law } from '../law';
import { makeFlowMemory } from '../memory';
import { lowerCouplings } from './couplings';

const rig = rigOf({
  devices: [
    { id: 'mic', model: 'mic-dynamic-hand' },
    { id: 'box', model: 'interface-2' },
    { id: 'digital', model: 'receiver-aes3' },
  ],
});
const find = lookup(rig);
const element = (device: string, kind: string, isData = false) =>
  find
    .modelOf(device)!
    .elements.find((one) => one.kind === kind && ('signal' in one && one.signal === 'aes3') === isData)!.id;
const OUT = { device: 'mic', element: element('mic', 'output') };
const IN = { device: 'box', element: element('box', 'input') };
const DATA = {
  device: 'digital',
  element: find.modelOf('digital')!.elements.find((one) => 'signal' in one && one.signal === 'aes3')!.id,
};
const coupling = (change: Partial<Coupling> = {}): Coupling => ({
  from: OUT,
  to: IN,
  re: 0.3,
  im: -0.4,
  lowVolts: 0.25,
  topVolts: 0.05,
  isCrosstalk: false,
  ...change,
});
const lowered = (
  couplings: Coupling[],
  inputs: object[] = [],
  memory = undefined as ReturnType<typeof makeFlowMemory> | undefined,
) => {
  const made = makePiece();
  for (const { device, element: id } of [OUT, IN, DATA])
    made.node({ id: `${device}:${id}`, label: id, unit: 'dBu', role: 'input', device });
  lowerCouplings(made, find, { couplings, inputs } as unknown as Circuit, memory);
  return made;
};
const edge = (change: Partial<Coupling> = {}): FlowEdge | undefined =>
  lowered([coupling(change)]).piece.edges[0];

describe('sound over wires', () => {
  it('is as the circuit lets it through: 0.3 − 0.4j is −6.02 dB, its ends against that', () => {
    const found = edge()!;
    expect(found).toMatchObject({
      from: `mic:${OUT.element}`,
      to: `box:${IN.element}`,
      kind: 'circuit',
      re: 0.3,
      im: -0.4,
    });
    expect(found.gainDb).toBeCloseTo(-6.0206, 4);
    expect(found.lowDb).toBeCloseTo(-6.0206, 4);
    expect(found.topDb).toBeCloseTo(-20, 4);
    expect(found.terms.map(({ because }) => because)).toEqual([{ kind: 'circuit' }]);
    expect(found).not.toHaveProperty('isCrosstalk');
    expect(edge({ isCrosstalk: true })!.isCrosstalk).toBe(true);
  });

  it('of nothing at an end its level stays a figure: 300 dB down against one', () => {
    expect(edge({ re: 1, im: 0, lowVolts: 0 })!.lowDb).toBeCloseTo(-300, 6);
    expect(edge({ re: 1, im: 0, lowVolts: 1 })!.lowDb).toBeCloseTo(0, 9);
  });

  it('data arrive whole where both ends speak them and a tenth of their level comes (AES3, memory: 0.2 V of 2 V)', () => {
    const data = (level: number, from = DATA, to = DATA) => edge({ from, to, re: level, im: 0 });
    expect(data(0.1)).toMatchObject({
      kind: 'digital',
      gainDb: 0,
      terms: [{ db: 0, because: { kind: 'data' } }],
    });
    expect(data(0.099)).toBeUndefined();
    expect(data(1, OUT, DATA)).toBeUndefined();
    expect(data(1, DATA, IN)).toBeUndefined();
  });

  it('what was made of a coupling before is used again, also that it was nothing', () => {
    const memory = makeFlowMemory();
    const [one, none] = [coupling(), coupling({ from: DATA })];
    const [first] = lowered([one, none], [], memory).piece.edges;
    expect(memory.wires.get(one)).toBe(first);
    expect(memory.wires.get(none)).toBeNull();
    const other = { ...first!, re: 9 };
    memory.wires.set(one, other);
    expect(lowered([one, none], [], memory).piece.edges).toEqual([other]);
  });

  it('an input hears the thermal noise of what lies before it, where there is some', () => {
    // 0.7746 V are 0 dBu (ITU-T): a millionth of it −120.
    const noise = (thermalVolts: number, at = IN) =>
      lowered([], [{ ...at, thermalVolts }]).piece.nodes.get(`box:${IN.element}`)!.noise;
    expect(noise(Math.sqrt(0.6) * 1e-6)).toBeCloseTo(-120, 6);
    expect(noise(0)).toBeUndefined();
    expect(() => noise(1e-6, { device: 'nobody', element: 'x' })).not.toThrow();
  });
});

describe('the level of a way is the sum of its terms', () => {
  it('what only changes the unit apart; its amplitude follows from it', () => {
    const made = law({
      from: 'a',
      to: 'b',
      kind: 'device',
      terms: [
        { db: 12, because: { kind: 'data' }, isUnit: true },
        { db: -6, because: { kind: 'data' } },
      ],
    });
    expect([made.gainDb, made.unitShiftDb, made.controls, made.delayMs]).toEqual([6, 12, [], 0]);
    expect(made.re).toBeCloseTo(10 ** (6 / 20), 12);
  });

  it('a gain adds its figure, a switch its own while it is on, nothing else anything', () => {
    const db = (control: string, value: number | boolean, onDb?: number) =>
      controlTerm(lookup(after(rig, (one) => setControl(one, 'box', control, value))), 'box', control, onDb)
        .db;
    expect([db('gain1', 30), db('gain1', 30, -20)]).toEqual([30, 30]);
    const pad = find.modelOf('box')!.controls.find(({ kind }) => kind === 'switch')!.id;
    expect([db(pad, true, -20), db(pad, false, -20), db(pad, true)]).toEqual([-20, 0, 0]);
    expect(controlTerm(find, 'box', pad, -20).because).toEqual({
      kind: 'control',
      device: 'box',
      control: pad,
    });
  });
});
