import { makeEngineMemory, solve } from '../offers';
import { setAssumptions, type Rig } from '../rig';
import { after, people, recorder, rigOf, seat } from '../rig/testing';
import { modelById } from '../catalogue';
import type { UsbSupply } from '.';

/** Amperes and volts by hand: USB 2.0 chapters 6 and 7 (memory), 24 AWG by the wire table. */

const suppliesOf = (rig: Rig): UsbSupply[] => solve(rig, makeEngineMemory()).supplies;
const at = (rig: Rig, device: string): UsbSupply =>
  suppliesOf(rig).find(({ branches }) => branches.some(({ link }) => link.device === device))!;
const branchOf = (rig: Rig, device: string) =>
  at(rig, device).branches.find(({ link }) => link.device === device)!;

/** Condensers at an interface fed over USB, on so much lead. */
const desk = (phantom: boolean, lengthM = 2): Rig =>
  rigOf({
    devices: [
      { id: 'mic', model: 'mic-condenser-large' },
      { id: 'desk', model: 'interface-2', settings: { gain1: 30, phantom1: phantom } },
      { id: 'pc', model: 'desktop', apps: [recorder('desk')] },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 3 },
      { kind: 'usb-a-c', ends: ['pc.usb1', 'desk.usb'], lengthM },
    ],
    people: people('ann'),
    placements: [seat('ann', 'mic', 0.2)],
  });

describe('what is drawn', () => {
  it('is what the model draws at rest, and what phantom costs: milliamps × 48 / 5, three quarters kept', () => {
    const without = branchOf(desk(false), 'desk');
    expect(without).toMatchObject({ drawnMa: 210, restMa: 210, phantomMa: 0 });
    const with_ = branchOf(desk(true), 'desk');
    const solved = solve(desk(true), makeEngineMemory());
    const load = modelById('mic-condenser-large').elements.find(({ kind }) => kind === 'load')!;
    const milliamps = load.kind === 'load' ? load.milliamps : NaN;
    expect(solved.circuit.loads[0]!.fed).toBe(true);
    expect(with_.phantomMa).toBeCloseTo((milliamps * 48) / 5 / 0.75, 1);
    expect(with_.drawnMa).toBeCloseTo(210 + with_.phantomMa, 9);
  });

  it('is nothing where it has a supply of its own, and as assumed where its model does not say', () => {
    const mixer = rigOf({
      devices: [
        { id: 'desk', model: 'mixer-4-usb' },
        { id: 'pc', model: 'desktop' },
      ],
      leads: [{ kind: 'usb-a-b', ends: ['pc.usb1', 'desk.usb'], lengthM: 2 }],
    });
    expect(branchOf(mixer, 'desk').drawnMa).toBe(0);
    const older = desk(false);
    const silent: Rig = { ...older, models: older.models.map(({ busMilliamps: _none, ...model }) => model) };
    expect(branchOf(silent, 'desk').drawnMa).toBe(200);
    const assumed = after(silent, (now) =>
      setAssumptions(now, { ...now.assumptions, usbRestMilliamps: 320 }),
    );
    expect(branchOf(assumed, 'desk').drawnMa).toBe(320);
  });
});

describe('headphones', () => {
  const plugged = (model: string, port: string): Rig =>
    rigOf({
      devices: [
        { id: 'desk', model },
        { id: 'ears', model: 'headphones' },
        { id: 'pc', model: 'desktop' },
      ],
      leads: [
        { kind: model === 'mixer-4-usb' ? 'usb-a-b' : 'usb-a-c', ends: ['pc.usb1', 'desk.usb'], lengthM: 2 },
        { kind: 'mini-trs', ends: ['ears.in', `desk.${port}`], lengthM: 2 },
      ],
    });

  it.each(['interface-2', 'mic-usb'])('in a %s fed over USB cost 25 mA, or as assumed', (model) => {
    const bare = rigOf({
      devices: [
        { id: 'desk', model },
        { id: 'pc', model: 'desktop' },
      ],
      leads: [{ kind: 'usb-a-c', ends: ['pc.usb1', 'desk.usb'], lengthM: 2 }],
    });
    const rest = branchOf(bare, 'desk').drawnMa;
    const rig = plugged(model, 'phones');
    expect(branchOf(rig, 'desk')).toMatchObject({ drawnMa: rest + 25, headphonesMa: 25 });
    const louder = after(rig, (now) => setAssumptions(now, { ...now.assumptions, headphonesMilliamps: 60 }));
    expect(branchOf(louder, 'desk').drawnMa).toBe(rest + 60);
  });

  it('in a mixer with a supply of its own cost the bus nothing', () =>
    expect(branchOf(plugged('mixer-4-usb', 'phones'), 'desk').drawnMa).toBe(0));
});

describe('what is left at the end of the leads', () => {
  it.each([1, 2, 3, 5])('%d m of 24 AWG, four contacts of 30 mΩ', (lengthM) => {
    const { volts, ohms } = branchOf(desk(false, lengthM), 'desk');
    const expected = 2 * (0.0842 * lengthM + 2 * 0.03);
    expect(ohms).toBeCloseTo(expected, 9);
    expect(volts).toBeCloseTo(5 - 0.21 * expected, 9);
  });

  it('an extension has a plug more', () => {
    const rig = rigOf({
      devices: [
        { id: 'desk', model: 'interface-4' },
        { id: 'pc', model: 'desktop' },
      ],
      leads: [
        { id: 'more', kind: 'usb-extension', ends: ['pc.usb1', null], lengthM: 3 },
        { kind: 'usb-a-b', ends: ['more/1', 'desk.usb'], lengthM: 1 },
      ],
    });
    expect(branchOf(rig, 'desk').ohms).toBeCloseTo(2 * (0.0842 * 4 + 3 * 0.03), 9);
  });
});

/** Microphones on a hub of a kind. */
const onHub = (hub: string, count: number): Rig =>
  rigOf({
    devices: [
      { id: 'hub', model: hub },
      { id: 'pc', model: 'desktop' },
      ...Array.from({ length: count }, (_, n) => ({ id: `mic${n + 1}`, model: 'mic-usb-plain' })),
    ],
    leads: [
      { kind: 'usb-a-b', ends: ['pc.usb1', 'hub.up'], lengthM: 1 },
      ...Array.from({ length: count }, (_, n) => ({
        kind: 'usb-a-b',
        ends: [`hub.down${n + 1}`, `mic${n + 1}.usb`],
        lengthM: 1,
      })),
    ],
  });

describe('hubs', () => {
  it('one fed from the bus hands on what hangs on it, with a unit load of its own, and gives a unit load a socket', () => {
    const rig = onHub('hub-bus', 2);
    expect(at(rig, 'hub')).toMatchObject({
      device: 'pc',
      givesMa: 500,
      drawnMa: 100 + 2 * 150,
      hubsBefore: 0,
    });
    expect(at(rig, 'mic1')).toMatchObject({ device: 'hub', givesMa: 100, drawnMa: 150, hubsBefore: 1 });
    const lead = 2 * (0.0842 + 2 * 0.03);
    const atHub = 5 - 0.4 * lead;
    expect(at(rig, 'mic1').volts).toBeCloseTo(atHub - 0.1, 9);
    expect(branchOf(rig, 'mic1').volts).toBeCloseTo(atHub - 0.1 - 0.15 * lead, 9);
  });

  it('one with a supply of its own draws nothing and starts afresh', () => {
    const rig = onHub('hub-powered', 3);
    expect(at(rig, 'hub').drawnMa).toBe(0);
    expect(at(rig, 'mic2')).toMatchObject({ givesMa: 500, drawnMa: 150, volts: 5 });
  });

  it('a type-C socket gives 1500 mA, and any as much as its model says', () => {
    const rig = desk(false);
    const wide = suppliesOf(rig)[0]!;
    expect(wide.givesMa).toBe(500);
    const said: Rig = {
      ...rig,
      models: rig.models.map((model) => ({
        ...model,
        ports: model.ports.map((port) =>
          port.usb?.role === 'host' ? { ...port, usb: { ...port.usb, gives: 900 } } : port,
        ),
      })),
    };
    expect(suppliesOf(said)[0]!.givesMa).toBe(900);
    const c = rigOf({
      devices: [
        { id: 'desk', model: 'interface-2' },
        { id: 'pc', model: 'laptop-c' },
      ],
      leads: [{ kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 }],
    });
    expect(suppliesOf(c)[0]!.givesMa).toBe(1500);
  });

  it('two hubs in a ring are no tree, and nobody waits for ever', () => {
    const rig = rigOf({
      devices: [
        { id: 'a', model: 'hub-bus' },
        { id: 'b', model: 'hub-bus' },
        { id: 'pc', model: 'desktop' },
      ],
      leads: [
        { kind: 'usb-a-b', ends: ['a.down1', 'b.up'], lengthM: 1 },
        { kind: 'usb-a-b', ends: ['b.down1', 'a.up'], lengthM: 1 },
      ],
    });
    expect(suppliesOf(rig)).toEqual([]);
  });
});
