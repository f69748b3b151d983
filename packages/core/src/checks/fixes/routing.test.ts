import { deskControlId as is, type Control, type ControlValue } from '../../catalogue';
import { fixesFor, solveRig } from '../../offers';
import { applyEdit, buildRig, type App, type Intent, type Rig } from '../../rig';
import { openings } from './routing';

type AppRow = Omit<App, 'computer'>;

/** What a desk keeps shut is opened, and what it lets out is shut, by the control that does it; each fix is then looked at. */

type Settings = Record<string, ControlValue>;

const app = (
  id: string,
  kind: AppRow['kind'],
  input: string,
  output: string | null,
  device = 'desk',
): AppRow => ({
  id,
  name: kind === 'call' ? 'Call' : 'Recorder',
  kind,
  input: { device, stream: input },
  output: output ? { device, stream: output } : null,
  tracks:
    kind === 'recorder'
      ? [
          { id: 'l', name: 'Mix left', channel: 1 },
          { id: 'r', name: 'Mix right', channel: 2 },
        ]
      : [],
});

const deskRig = (
  model: string,
  port: string,
  settings: Settings,
  apps: AppRow[],
  intents: Intent[] = [],
): Rig => ({
  ...buildRig({
    name: 'Desk',
    devices: [
      { id: 'mic', model: 'mic-dynamic-broadcast' },
      { id: 'desk', model, settings: { gain1: 50, ...settings } },
      { id: 'computer', model: 'desktop', apps },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'desk.in1'] },
      { kind: model === 'mixer-podcast' ? 'usb-a-c' : 'usb-a-b', ends: ['computer.usb1', `desk.${port}`] },
    ],
    people: [{ id: 'keeper', name: 'Keeper', effort: 'normal' }],
    placements: [{ person: 'keeper', device: 'mic', capsule: 'capsule', distanceM: 0.05, offAxisDeg: 0 }],
  }),
  intents,
});

const findingOf = (rig: Rig, code: string) => solveRig(rig).findings.find((one) => one.code === code);

it.each<[words: string, control: object, now: ControlValue, openings: ControlValue[]]>([
  ['a fader that leaves the factory shut, to unity', { kind: 'fader', initial: 'off' }, 'off', [0]],
  ['one that does not, to where it stood', { kind: 'fader', initial: -6 }, 'off', [-6]],
  ['a switch, over', { kind: 'switch', initial: false }, true, [false]],
  [
    'a choice, to each other one',
    { kind: 'choice', options: ['a', 'b', 'c'], initial: 'a' },
    'b',
    ['a', 'c'],
  ],
  ['a pan, to the middle', { kind: 'pan', initial: 0 }, -100, [0]],
  ['a gain keeps nothing shut', { kind: 'gain', initial: 0 }, 0, []],
])('opened: %s', (_words, control, now, expected) =>
  expect(openings({ id: 'x', label: 'X', ...control } as Control, now)).toEqual(expected),
);

describe('a voice that the desk keeps back', () => {
  const recorder = [app('recorder', 'recorder', 'main', null)];
  const shut: [words: string, settings: Settings, label: RegExp][] = [
    ['muted', { [is.mute('ch1')]: true }, /^Switch Microphone 1 mute off$/],
    ['fader down', { [is.fader('ch1')]: 'off' }, /^Set Microphone 1 fader to 0 dB$/],
    [
      'muted and its fader down',
      { [is.mute('ch1')]: true, [is.fader('ch1')]: 'off' },
      /^Switch Microphone 1 mute off, Set Microphone 1 fader to 0 dB$/,
    ],
    [
      'a mix of its own without the voice',
      { [is.kind('main')]: 'custom', [is.send('main', 'ch1')]: 'off' },
      /^Set Microphone 1 in USB 1, main mix to 0 dB$/,
    ],
  ];
  it('is heard while nothing keeps it back', () =>
    expect(findingOf(deskRig('mixer-podcast', 'usb1', {}, recorder), 'not-arriving')).toBeUndefined());

  it.each(shut)('%s', (_words, settings, label) => {
    const rig = deskRig('mixer-podcast', 'usb1', settings, recorder);
    const found = findingOf(rig, 'not-arriving')!;
    expect(found.why).toMatch(/“Microphone 1 (mute|fader|in USB 1, main mix)” (and|keeps)/);
    const [fix] = fixesFor(rig, found.id);
    expect(fix!.label).toMatch(label);
    expect(findingOf(applyEdit(rig, fix!.edit).rig, 'not-arriving')).toBeUndefined();
  });
});

describe('a caller who must not hear themselves', () => {
  const never: Intent[] = [{ id: 'no-echo', source: { app: 'call' }, sink: { app: 'call' }, want: 'never' }];
  const leaking: [
    words: string,
    model: string,
    port: string,
    apps: AppRow[],
    settings: Settings,
    label: RegExp,
  ][] = [
    [
      'whole mix of the podcast mixer',
      'mixer-podcast',
      'usb1',
      [app('call', 'call', 'main', 'return')],
      {},
      /content to minus own$/,
    ],
    [
      'main mix of the small mixer',
      'mixer-4-usb',
      'usb',
      [app('call', 'call', 'usb-mix', 'usb-out')],
      {},
      /Main mix to USB content to minus own$/,
    ],
    [
      'one mix for everything',
      'mixer-2-usb',
      'usb',
      [app('call', 'call', 'usb-in', 'usb-out')],
      { [is.takes('ch34')]: 'USB playback' },
      /outputs only$/,
    ],
  ];
  it.each(leaking)('%s', (_words, model, port, apps, settings, label) => {
    const rig = deskRig(model, port, settings, apps, never);
    const found = findingOf(rig, 'leak')!;
    const fixes = fixesFor(rig, found.id);
    expect(fixes[0]!.label).toMatch(label);
    expect(fixes.at(-1)!.label).toBe('Say that it may after all');
    for (const { edit } of fixes) expect(findingOf(applyEdit(rig, edit).rig, 'leak')).toBeUndefined();
    // The voice still gets through to the caller by the first of them.
    const then = solveRig(applyEdit(rig, fixes[0]!.edit).rig);
    expect(
      then.arrivals.some(({ source, sink }) => source.startsWith('voice') && sink.endsWith(':hears')),
    ).toBe(true);
  });
});
