import { lookup } from '../rig';
import { rigOf, type Rows } from '../rig/testing';
import { solveCircuit } from './circuit';

const solve = (rows: Rows) => solveCircuit(lookup(rigOf(rows)));
const db = (ratio: number) => 20 * Math.log10(ratio);

describe('terminals: what a load leaves of an output', () => {
  const keyboard = (lengthM: number) =>
    solve({
      devices: [
        { id: 'keys', model: 'keyboard' },
        { id: 'box', model: 'interface-2' },
      ],
      leads: [{ kind: 'ts-635', ends: ['keys.left', 'box.in1'], lengthM }],
    }).terminals.find(({ element }) => element === 'left-emf')!;

  it('600 Ω into one 10 kΩ leg loses 0.51 dB (voltage divider)', () => {
    expect(db(keyboard(0.01).volts)).toBeCloseTo(db(10_000 / 10_600), 2);
  });

  it('a longer lead takes from the top of the band, not from the middle', () => {
    const [short, long] = [keyboard(1), keyboard(50)];
    expect(db(long.volts) - db(short.volts)).toBeGreaterThan(-0.2);
    expect(db(long.topVolts)).toBeLessThan(db(short.topVolts) - 0.5);
  });

  it('a broken sleeve goes back by a data lead; where the supply is double-insulated and none is there, by nothing', () => {
    const brought = (usb: Rows['leads']) =>
      solve({
        devices: [
          { id: 'desk', model: 'mixer-2-usb' },
          { id: 'pc', model: 'desktop' },
          { id: 'box', model: 'interface-8' },
        ],
        leads: [{ kind: 'ts-635', ends: ['desk.outL', 'box.in1'], broken: ['sleeve'] }, ...(usb ?? [])],
      }).couplings.find(({ from, to }) => from.device === 'desk' && to.device === 'box');
    expect(brought([{ kind: 'usb-a-b', ends: ['pc.usb1', 'desk.usb'] }])!.re).toBeGreaterThan(0.9);
    expect(Math.abs(brought([])?.re ?? 0)).toBeLessThan(0.01);
  });

  it('two outputs tied together by a plain Y drive each other: each loses 6 dB', () => {
    const { terminals, clashes } = solve({
      devices: [
        { id: 'phone', model: 'phone-player' },
        { id: 'box', model: 'interface-2' },
      ],
      leads: [{ kind: 'y-sum', ends: ['phone.out', 'box.in1'], lengthM: 0.01 }],
    });
    expect(db(terminals[0]!.volts)).toBeCloseTo(-6.02, 1);
    // Each carries half of the other's sound: 200 Ω against 200 Ω.
    expect(clashes.map(({ volts }) => db(volts))).toEqual([
      expect.closeTo(-6.02, 1),
      expect.closeTo(-6.02, 1),
    ]);
  });
});

describe('interference', () => {
  const hum = (rows: Rows, input: string) =>
    solve(rows).inputs.find(({ element }) => element === input)!.interferenceVolts;
  const guitar = (lengthM: number): Rows => ({
    devices: [
      { id: 'guitar', model: 'guitar' },
      { id: 'box', model: 'interface-2', settings: { instrument1: true } },
    ],
    leads: [{ kind: 'ts-635', ends: ['guitar.out', 'box.in1'], lengthM }],
  });

  it('grows with length: 1 nA for each metre into 10 kΩ (Ohm)', () => {
    // The capacitance of the lead takes a little at 1 kHz.
    expect(hum(guitar(1), 'instrument-in1') * 1e6).toBeCloseTo(9.9, 0);
    expect(hum(guitar(2), 'instrument-in1') / hum(guitar(1), 'instrument-in1')).toBeCloseTo(2, 1);
  });

  it('a balanced microphone hears only what its input fails to reject', () => {
    const balanced = hum(
      {
        devices: [
          { id: 'mic', model: 'mic-dynamic-hand' },
          { id: 'desk', model: 'mixer-4-usb' },
        ],
        leads: [{ kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 10 }],
      },
      'mic1',
    );
    const tied = hum(
      {
        devices: [
          { id: 'mic', model: 'mic-dynamic-hand' },
          { id: 'box', model: 'interface-2' },
        ],
        leads: [{ kind: 'xlr-ts', ends: ['mic.out', 'box.in1'], lengthM: 10 }],
      },
      'line1',
    );
    expect(db(tied / balanced)).toBeGreaterThan(20);
  });

  it('no lead, no hum', () => {
    const { inputs } = solve({ devices: [{ id: 'desk', model: 'mixer-4-usb' }] });
    for (const { interferenceVolts } of inputs) expect(interferenceVolts).toBe(0);
  });
});

describe('supplies', () => {
  it.each([
    ['P48', 48],
    ['P24', 24],
    ['P12', 12],
  ])('%s of a field recorder, open: %f V on each leg (IEC 61938, from memory)', (phantom, volts) => {
    const { feeds } = solve({ devices: [{ id: 'rec', model: 'recorder-field', settings: { phantom } }] });
    const on = feeds.filter(({ legs }) => legs.some((leg) => leg.volts > 1));
    expect(on).toHaveLength(2);
    for (const { legs } of on) for (const leg of legs) expect(leg.volts).toBeCloseTo(volts, 3);
  });

  it('a lapel electret lives in a camera and in a phantom adapter, not in a line input', () => {
    const fed = (rows: Rows) => solve(rows).loads.find(({ device }) => device === 'lapel')!.fed;
    const lapel = { id: 'lapel', model: 'mic-lavalier' };
    const desk = { id: 'desk', model: 'mixer-4-usb', settings: { phantom: true } };
    expect(
      fed({
        devices: [lapel, { id: 'cam', model: 'camera' }],
        leads: [{ kind: 'mini', ends: ['lapel.out', 'cam.mic'] }],
      }),
    ).toBe(true);
    expect(fed({ devices: [lapel, desk], leads: [{ kind: 'mini', ends: ['lapel.out', 'desk.aux'] }] })).toBe(
      false,
    );
    expect(
      fed({
        devices: [lapel, { id: 'power', model: 'plugin-adapter' }, desk],
        leads: [
          { kind: 'mini', ends: ['lapel.out', 'power.in'] },
          { kind: 'xlr', ends: ['power.out', 'desk.in1'] },
        ],
      }),
    ).toBe(true);
  });

  it('two inputs on one microphone load it twice, and phantom of one desk stands on the other', () => {
    const { outputsDc, couplings } = solve({
      devices: [
        { id: 'mic', model: 'mic-dynamic-hand' },
        { id: 'a', model: 'mixer-4-usb', settings: { phantom: true } },
        { id: 'b', model: 'mixer-4-usb' },
      ],
      leads: [{ kind: 'xlr-y', ends: ['mic.out', 'a.in1', 'b.in1'], lengthM: 0.5 }],
    });
    expect(outputsDc.find(({ device }) => device === 'mic')!.legVolts).toBeGreaterThan(47);
    const level = Math.hypot(couplings[0]!.re, couplings[0]!.im);
    expect(db(level)).toBeCloseTo(db(1500 / 1800), 1);
  });
});
