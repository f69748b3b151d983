import { fixesFor, makeEngineMemory, solveRig } from '../offers';
import { modelById } from '../catalogue';
import { addDevice, applyEdit, type Rig } from '../rig';
import { after } from '../rig/testing';
import { pressEveryFix } from './pressed.testing';
import { behind, condensersAt, extended } from './usb.testing';

const OURS = ['usb-power-overdrawn', 'usb-volts-low', 'hub-depth'];
const ours = (rig: Rig) => solveRig(rig).findings.filter(({ code }) => OURS.includes(code));
const saidOf = (rig: Rig) => ours(rig).filter(({ severity }) => severity !== 'advice');

describe('silent', () => {
  it.each([1, 2, 3, 5])('four condensers on an interface fed over USB, %d m of lead', (lengthM) => {
    expect(saidOf(condensersAt('interface-4', 'usb-a-b', 4, lengthM))).toEqual([]);
  });
});

const bad: [string, Rig, string][] = [
  ...(['interface-1', 'interface-2', 'interface-4'] as const).flatMap((model): [string, Rig, string][] => {
    const lead = model === 'interface-4' ? 'usb-a-b' : 'usb-a-c';
    const most = { 'interface-1': 1, 'interface-2': 2, 'interface-4': 4 }[model];
    return [1, most].flatMap((count): [string, Rig, string][] => [
      [
        `${model} with ${count} behind a hub fed from the bus`,
        behind(condensersAt(model, lead, count, 1), 'hub-bus', 1),
        'usb-power-overdrawn',
      ],
      [
        `${model} with ${count} behind two of them`,
        behind(condensersAt(model, lead, count, 1), 'hub-bus', 2),
        'usb-power-overdrawn',
      ],
    ]);
  }),
  ...[6, 7].map((count): [string, Rig, string] => [
    `an interface behind ${count} hubs with supplies`,
    behind(condensersAt('interface-2', 'usb-a-c', 1, 1), 'hub-powered', count),
    'hub-depth',
  ]),
  ...[
    [5, 5],
    [5, 3],
    [5, 5, 5],
  ].map((lengths): [string, Rig, string] => [
    `four condensers through ${lengths.join(' and ')} m of extensions`,
    extended(condensersAt('interface-4', 'usb-a-b', 4, 5), lengths),
    'usb-volts-low',
  ]),
  ...[2, 3].map((count): [string, Rig, string] => [
    `four condensers behind ${count} hubs fed from the bus and 5 m`,
    behind(condensersAt('interface-4', 'usb-a-b', 4, 5), 'hub-bus', count),
    'usb-volts-low',
  ]),
];

describe('said, and every fix ends it', () => {
  it('is tried on many', () => expect(bad.length).toBeGreaterThanOrEqual(19));

  it.each(bad)('%s', (_name, rig, code) => {
    pressEveryFix(rig, code, code === 'usb-volts-low' ? ['danger'] : undefined);
  });
});

describe('another computer beside', () => {
  it.each(bad.filter(([, , code]) => code === 'usb-power-overdrawn'))(
    '%s: nothing is moved to it',
    (_n, rig, code) => {
      const two = after(rig, (now) =>
        addDevice(now, modelById('desktop'), { id: 'other', name: 'Other computer' }),
      );
      const found = saidOf(two).find((one) => one.code === code)!;
      for (const { edit, label } of fixesFor(two, found.id, makeEngineMemory())) {
        const { usbLinks } = solveRig(applyEdit(two, edit).rig);
        expect([label, usbLinks.filter(({ to }) => to.device === 'other')]).toEqual([label, []]);
      }
    },
  );
});

describe('what a socket surely gives (USB 2.0: 500 mA, 4.75 V at the least; from memory)', () => {
  /** An interface that draws so much at rest, at a USB-C socket that its maker says so much of, or nothing. */
  const drawing = (restMa: number, gives?: number): Rig => {
    const rig = condensersAt('interface-2', 'usb-c-c', 0, 1);
    return {
      ...rig,
      leads: rig.leads.map((lead) => ({
        ...lead,
        ends: [
          { device: 'pc', port: 'usb4' },
          { device: 'desk', port: 'usb' },
        ],
      })),
      models: rig.models.map((model) =>
        model.kind === 'interface'
          ? { ...model, busMilliamps: restMa }
          : {
              ...model,
              ports: model.ports.map((port) =>
                port.usb && gives !== undefined ? { ...port, usb: { ...port.usb, gives } } : port,
              ),
            },
      ),
    };
  };
  it.each([
    [480, undefined, []],
    [700, undefined, ['caution']],
    [700, 1500, []],
    [1600, undefined, ['fault']],
  ])('%d mA at USB-C that states %s mA: %j', (restMa, gives, severities) =>
    expect(
      ours(drawing(restMa, gives))
        .filter(({ code }) => code === 'usb-power-overdrawn')
        .map(({ severity }) => severity),
    ).toEqual(severities),
  );

  it('five metres of thin lead leave too little of the weakest socket, and that is advice', () => {
    const said = ours(condensersAt('interface-4', 'usb-a-b', 4, 5));
    expect(said.map(({ severity, title }) => [severity, title])).toEqual([
      ['advice', 'Interface gets as little as 4.30 V over USB, 4.40 V at least'],
    ]);
    expect(said[0]!.figures[1]).toMatchObject({ value: 4.75, unit: 'V' });
  });
});

describe('near twins', () => {
  it('five hubs with supplies are silent, six are not', () => {
    const rig = condensersAt('interface-2', 'usb-a-c', 1, 1);
    expect(saidOf(behind(rig, 'hub-powered', 5))).toEqual([]);
    expect(saidOf(behind(rig, 'hub-powered', 6)).map(({ code }) => code)).toContain('hub-depth');
  });

  it('phantom switched off is what keeps a socket within what it gives', () => {
    const rig = condensersAt('interface-4', 'usb-a-b', 4, 1);
    const gives = (milliamps: number): Rig => ({
      ...rig,
      models: rig.models.map((model) =>
        model.kind === 'computer'
          ? {
              ...model,
              ports: model.ports.map((port) =>
                port.usb ? { ...port, usb: { ...port.usb, gives: milliamps } } : port,
              ),
            }
          : model,
      ),
    });
    const off = (now: Rig): Rig => ({
      ...now,
      devices: now.devices.map((device) => ({
        ...device,
        settings: {
          ...device.settings,
          ...(device.id === 'desk' ? { phantom1: false, phantom2: false } : {}),
        },
      })),
    });
    expect(saidOf(gives(320)).map(({ code }) => code)).toEqual(['usb-power-overdrawn']);
    expect(saidOf(off(gives(320)))).toEqual([]);
  });
});
