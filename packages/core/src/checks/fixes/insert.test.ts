import type { Fix } from '../finding';
import type { Rig } from '../../rig';
import { after, rigOf, wiring, type Rows } from '../../rig/testing';
import { bypass, insertBetween, insertBooster, insertDiBox, insertIsolator, insertPad } from './insert';
import { activeBoxes, isolators } from '../../catalogue';

const pressed = (rig: Rig, fix: Fix | undefined) => after(rig, fix!.edit);
const settingsOf = (rig: Rig, id: string) => rig.devices.find((device) => device.id === id)!.settings;
const placeOf = (rig: Rig, id: string) => rig.devices.find((device) => device.id === id)!.place;

const microphoneAt = (lead: string, to: string, devices: Rows['devices'] = []) =>
  rigOf({
    devices: [
      { id: 'mic', model: 'mic-dynamic-broadcast', place: 'Table' },
      { id: 'box', model: 'interface-2', settings: { gain1: 60 } },
      ...devices,
    ],
    leads: [{ id: 'run', kind: lead, ends: ['mic.out', to], lengthM: 5 }],
  });

describe('a booster behind a microphone', () => {
  const rig = microphoneAt('xlr', 'box.in1');

  it('a short lead in, the old length on, beside the microphone, with what it needs switched on', () => {
    for (const fix of insertBooster(rig, 'mic')) {
      const then = pressed(rig, fix);
      const { id, model, place } = then.devices.at(-1)!;
      expect(wiring(then)).toEqual([
        `${id}-lead: xlr 1 m, mic.out – ${id}.in`,
        `run: xlr 5 m, ${id}.out – box.in1`,
      ]);
      expect([place, fix.label]).toEqual([
        'Table',
        expect.stringMatching(/^Put an? .+ behind the microphone$/),
      ]);
      expect(settingsOf(then, 'box')).toMatchObject({ gain1: 60, phantom1: true });
      expect(then.models.some((known) => known.id === model)).toBe(true);
    }
    expect(insertBooster(rig, 'mic').length).toBeGreaterThan(0);
  });

  it('takes a gain along for the device it goes into, and no other', () => {
    const gain = (device: string) =>
      settingsOf(pressed(rig, insertBooster(rig, 'mic', { device, control: 'gain1', value: 35 })[0]), 'box');
    expect(gain('box')).toMatchObject({ gain1: 35 });
    expect(gain('mic')).toMatchObject({ gain1: 60 });
  });

  it.each([
    ['no microphone', microphoneAt('xlr', 'box.in1'), 'box'],
    [
      'nothing plugged into it',
      microphoneAt('xlr', 'box.in1', [{ id: 'idle', model: 'mic-ribbon' }]),
      'idle',
    ],
    ['a device that is not there', rig, 'ghost'],
    [
      'an input that feeds nothing',
      microphoneAt('xlr-ts', 'camera.mic', [{ id: 'camera', model: 'camera' }]),
      'mic',
    ],
  ])('nothing for %s', (_what, where, device) => expect(insertBooster(where, device)).toEqual([]));
});

describe('taking a device out of the way', () => {
  const boosted = rigOf({
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      { id: 'boost', model: 'booster', name: 'Booster' },
      { id: 'box', model: 'interface-2' },
      { id: 'other', model: 'mic-dynamic-hand' },
    ],
    leads: [
      { id: 'in', kind: 'xlr', ends: ['mic.out', 'boost.in'], lengthM: 1 },
      { id: 'out', kind: 'xlr', ends: ['boost.out', 'box.in1'], lengthM: 5 },
      { id: 'else', kind: 'xlr', ends: ['other.out', 'box.in2'], lengthM: 3 },
    ],
  });

  it('joins what was on either side, and touches nothing else', () => {
    const [fix, ...more] = bypass(boosted, 'boost');
    expect([fix!.label, more]).toEqual(['Take Booster out of the way', []]);
    const then = pressed(boosted, fix);
    expect(then.devices.map(({ id }) => id)).toEqual(['mic', 'box', 'other']);
    expect(wiring(then).map((one) => one.replace(/^[^:]+: (\S+) \S+ m/, '$1'))).toEqual(
      expect.arrayContaining(['xlr, mic.out – box.in1', 'xlr, other.out – box.in2']),
    );
    expect(then.leads).toHaveLength(2);
  });

  it('whatever lead is named first', () => {
    const other = { ...boosted, leads: [...boosted.leads].reverse() };
    expect(wiring(pressed(other, bypass(other, 'boost')[0]))).toEqual(
      expect.arrayContaining([expect.stringMatching(/: xlr \S+ m, mic\.out – box\.in1$/)]),
    );
  });

  it('nothing where one side is open, or nothing goes from one to the other', () => {
    expect(bypass(boosted, 'mic')).toEqual([]);
    expect(bypass(boosted, 'ghost')).toEqual([]);
    const open = { ...boosted, leads: boosted.leads.filter(({ id }) => id !== 'out') };
    expect(bypass(open, 'boost')).toEqual([]);
  });
});

describe('a box in between', () => {
  const laptop = rigOf({
    devices: [
      { id: 'laptop', model: 'laptop-c', place: 'Stage' },
      { id: 'desk', model: 'mixer-4-usb' },
    ],
    leads: [{ id: 'run', kind: 'mini-xlr', ends: ['laptop.jack', 'desk.in1'], lengthM: 3 }],
  });
  const run = laptop.leads[0]!;

  it('beside the source: a short lead in, the old length on', () => {
    const fixes = insertIsolator(laptop, run);
    expect(fixes.length).toBeGreaterThan(0);
    expect(fixes.length).toBeLessThanOrEqual(2);
    for (const fix of fixes) {
      const then = pressed(laptop, fix);
      const { id, model } = then.devices.at(-1)!;
      expect(isolators().map((box) => box.id)).toContain(model);
      expect(placeOf(then, id)).toBe('Stage');
      const [first, second] = wiring(then);
      expect(first).toMatch(
        new RegExp(`^${id}-in: \\S+ 1 m, laptop.jack – ${id}\\.|^${id}-in: .+${id}\\..+laptop.jack$`),
      );
      expect(second).toMatch(/^run: \S+ 3 m, /);
      expect(fix.label).toMatch(/^Put an? .+ in between$/);
    }
  });

  it('no transformer where a condenser has its supply by the lead; where it has none yet, the wire decides nothing', () => {
    const condenser = (phantom1: boolean) =>
      rigOf({
        devices: [
          { id: 'mic', model: 'mic-condenser-large' },
          { id: 'box', model: 'interface-2', settings: { phantom1 } },
        ],
        leads: [{ id: 'run', kind: 'xlr', ends: ['mic.out', 'box.in1'], lengthM: 5 }],
      });
    const boxesFor = (rig: Rig) => insertIsolator(rig, rig.leads[0]!).length;
    expect(boxesFor(condenser(true))).toBe(0);
    expect(boxesFor(condenser(false))).toBeGreaterThan(0);
  });

  it('a guitar: boxes that hardly load it are among them, the one that passes most first', () => {
    const guitar = rigOf({
      devices: [
        { id: 'guitar', model: 'guitar' },
        { id: 'desk', model: 'mixer-4-usb' },
      ],
      leads: [{ id: 'run', kind: 'ts-xlr', ends: ['guitar.out', 'desk.in1'], lengthM: 6 }],
    });
    const models = insertDiBox(guitar, guitar.leads[0]!).map(
      (fix) => pressed(guitar, fix).devices.at(-1)!.model,
    );
    const boxes = [...isolators(), ...activeBoxes()].map(({ id }) => id);
    expect(models.length).toBeGreaterThan(0);
    for (const model of models) expect(boxes).toContain(model);
    const alone = activeBoxes().flatMap((box) => insertBetween(guitar, guitar.leads[0]!, [box]));
    expect(alone.length).toBeGreaterThan(0);
  });

  it('its output goes into the socket in use where a lead does, though another is free', () => {
    const intoReturn = rigOf({
      devices: [
        { id: 'laptop', model: 'laptop-c' },
        { id: 'desk', model: 'mixer-4-usb' },
        { id: 'mic', model: 'mic-dynamic-hand' },
      ],
      leads: [
        { id: 'run', kind: 'mini', ends: ['laptop.jack', 'desk.aux'], lengthM: 2 },
        { id: 'voice', kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 3 },
      ],
    });
    const box = isolators().find(({ id }) => id === 'isolator-laptop')!;
    const [fix] = insertBetween(intoReturn, intoReturn.leads[0]!, [box]);
    expect(wiring(pressed(intoReturn, fix)).find((one) => one.startsWith('run'))).toBe(
      'run: xlr-mini 2 m, isolator-laptop.out – desk.aux',
    );
  });

  it('nothing for a lead that hangs free, or a box that no lead goes into', () => {
    const free = { ...laptop, leads: [{ ...run, ends: [run.ends[0]!, null] }] };
    expect(insertIsolator(free, free.leads[0]!)).toEqual([]);
    const guitar = rigOf({
      devices: [
        { id: 'pc', model: 'laptop-c' },
        { id: 'desk', model: 'mixer-4-usb' },
      ],
      leads: [{ id: 'usb', kind: 'usb-c-b', ends: ['pc.usb1', 'desk.usb'] }],
    });
    expect(insertIsolator(guitar, guitar.leads[0]!)).toEqual([]);
  });
});

describe('a pad at the input', () => {
  const rig = microphoneAt('xlr', 'box.in1');

  it('between the lead and the socket, the lead itself left as it is', () => {
    const [fix] = insertPad(rig, rig.leads[0]!);
    expect(fix!.label).toMatch(/^Put an? .+ at the input$/);
    expect(wiring(pressed(rig, fix))).toEqual([
      expect.stringMatching(/^pad: \S+ 0 m, run\/1 – box\.in1$/),
      'run: xlr 5 m, mic.out – free',
    ]);
  });

  it('nothing where none of its shape goes in, or the lead hangs free', () => {
    const mini = rigOf({
      devices: [
        { id: 'laptop', model: 'laptop-c' },
        { id: 'desk', model: 'mixer-4-usb' },
      ],
      leads: [{ kind: 'mini', ends: ['laptop.jack', 'desk.aux'] }],
    });
    expect(insertPad(mini, mini.leads[0]!)).toEqual([]);
    const free = { ...rig, leads: [{ ...rig.leads[0]!, ends: [null, { device: 'box', port: 'in1' }] }] };
    expect(insertPad(free, free.leads[0]!)).toEqual([]);
  });
});
