import { hearEverything } from '../gain';
import { solveCircuit } from '../circuit';
import { buildFlow, usbTree } from '../flow';
import { buildRig, lookup, type RigRows } from '../rig';
import { modelProblems } from '../rig/model-references';
import { controlsOf, deskControlId as is, DEVICE_MODELS, type ControlValue } from '.';

/** Every desk of the catalogue, with a computer on its USB: who hears whom as it leaves the factory, and switched. */

const heardIn = (rows: Omit<RigRows, 'name'>) => {
  const find = lookup(buildRig({ name: 'Desk', ...rows }));
  return hearEverything(find, buildFlow(find, solveCircuit(find), usbTree(find)));
};

type Settings = Record<string, ControlValue>;

/** What a call on a computer at a desk hears: level of the far end's own sound back at itself, and of a voice, dBFS. */
const call = (
  model: string,
  port: string,
  [input, output]: [string, string],
  settings: Settings = {},
): { own: number | undefined; voice: number | undefined } => {
  const socket = DEVICE_MODELS.find(({ id }) => id === model)!.ports.find(({ id }) => id === port)!.connector;
  const lead = socket === 'usb-b-socket' ? 'usb-a-b' : 'usb-a-c';
  const heard = heardIn({
    devices: [
      { id: 'mic', model: 'mic-dynamic-broadcast' },
      { id: 'desk', model, settings: { gain1: 45, ...settings } },
      {
        id: 'computer',
        model: 'desktop',
        apps: [
          {
            id: 'call',
            name: 'Call',
            kind: 'call',
            input: { device: 'desk', stream: input },
            output: { device: 'desk', stream: output },
            tracks: [],
          },
        ],
      },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'desk.in1'] },
      { kind: lead, ends: ['computer.usb1', `desk.${port}`] },
    ],
    people: [{ id: 'p', name: 'Keeper', effort: 'normal' }],
    placements: [{ person: 'p', device: 'mic', capsule: 'capsule', distanceM: 0.05, offAxisDeg: 0 }],
  });
  const sink = heard.sinks.find(({ kind }) => kind === 'call')!.node;
  const level = (isOwn: boolean) =>
    heard.arrivals.find(
      ({ source, sink: at, isCrosstalk }) =>
        at === sink && !isCrosstalk && source.startsWith(isOwn ? 'computer' : 'voice'),
    )?.level;
  return { own: level(true), voice: level(false) };
};

describe('calls at the desks of the catalogue', () => {
  const rows: [string, string, string, [string, string], Settings, boolean][] = [
    [
      'one mix for everything, playback on channel 3/4',
      'mixer-2-usb',
      'usb',
      ['usb-in', 'usb-out'],
      { [is.takes('ch34')]: 'USB playback' },
      true,
    ],
    [
      'the same, to the outputs only',
      'mixer-2-usb',
      'usb',
      ['usb-in', 'usb-out'],
      { [is.takes('ch34')]: 'USB playback', [is.goes('ch34')]: 'outputs only' },
      false,
    ],
    ['the same, still on its line', 'mixer-2-usb', 'usb', ['usb-in', 'usb-out'], {}, false],
    ['main mix of the small mixer', 'mixer-4-usb', 'usb', ['usb-mix', 'usb-out'], {}, true],
    [
      'its main mix minus own',
      'mixer-4-usb',
      'usb',
      ['usb-mix', 'usb-out'],
      { [is.kind('usb-mix')]: 'minus own' },
      false,
    ],
    [
      'its playback to the headphones only',
      'mixer-4-usb',
      'usb',
      ['usb-mix', 'usb-out'],
      { [is.goes('usb')]: 'headphones only' },
      false,
    ],
    ['its channels by themselves', 'mixer-4-usb', 'usb', ['usb-in', 'usb-out'], {}, false],
    ['first port of the podcast mixer, whole mix', 'mixer-podcast', 'usb1', ['main', 'return'], {}, true],
    [
      'the same, minus own',
      'mixer-podcast',
      'usb1',
      ['main', 'return'],
      { [is.kind('main')]: 'minus own' },
      false,
    ],
    [
      'its playback fader shut',
      'mixer-podcast',
      'usb1',
      ['main', 'return'],
      { [is.fader('usb1')]: 'off' },
      false,
    ],
    [
      'second port, which leaves itself out by design',
      'mixer-podcast',
      'usb2',
      ['second', 'second-return'],
      {},
      false,
    ],
    [
      'second port, switched to the whole mix',
      'mixer-podcast',
      'usb2',
      ['second', 'second-return'],
      { [is.kind('second')]: 'whole mix' },
      true,
    ],
    ['an interface: inputs by themselves', 'interface-2', 'usb', ['usb-in', 'usb-out'], {}, false],
  ];
  it.each(rows)('%s', (_words, model, port, streams, settings, comesBack) => {
    const { own, voice } = call(model, port, streams, settings);
    expect(voice).toBeGreaterThan(-40);
    if (comesBack) expect(own).toBeGreaterThan(-40);
    else expect(own).toBeUndefined();
  });
});

describe('every desk of the catalogue', () => {
  const desks = DEVICE_MODELS.filter(({ desk }) => desk);
  it('mixers, interfaces with inputs of their own, and recorders that can be listened to have one', () => {
    expect(desks.length).toBeGreaterThanOrEqual(14);
    for (const { id, kind, streams, desk } of DEVICE_MODELS)
      if (kind === 'mixer' || (kind === 'interface' && streams.length > 1 && !id.startsWith('dongle')))
        expect([id, desk !== undefined]).toEqual([id, true]);
  });

  it.each(desks.map((model) => [model.id, model] as const))('%s holds together', (_id, model) => {
    expect(modelProblems(model)).toEqual([]);
    const ids = controlsOf(model).map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
    for (const control of controlsOf(model)) expect(control.label).not.toMatch(/undefined/);
  });
});
