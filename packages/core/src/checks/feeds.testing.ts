import { deskControlId as is } from '../catalogue';
import { setProcessing, type App, type FarEnd, type Processing, type Rig } from '../rig';
import { after, call, people, recorder, rigOf, seat, type AppRow } from '../rig/testing';

/** Desks at which two talk with a far end or to an audience: everyone hears whom they should. For tests. */

export const encoder = (device: string, stream: string): AppRow => ({
  id: 'show',
  name: 'Show',
  kind: 'encoder',
  input: { device, stream },
  output: null,
  tracks: [],
});

const onAir = (kind: 'call' | 'encoder', device: string, input: string, output: string): AppRow =>
  kind === 'call' ? call(device, input, output) : encoder(device, input);

interface Desk {
  model: string;
  usb: [port: string, lead: string];
  settings: Record<string, string | number | boolean>;
  /** What is recorded, and what a program that sends takes and plays into. */
  tracks: string;
  sends: [input: string, output: string];
  phones: string;
}

export const DESKS: Record<string, Desk> = {
  'podcast mixer, its first port': {
    model: 'mixer-podcast',
    usb: ['usb1', 'usb-c-c'],
    settings: { gain1: 34, gain2: 34, [is.kind('main')]: 'minus own' },
    tracks: 'tracks',
    sends: ['main', 'return'],
    phones: 'phones1',
  },
  'mixer, its mix by USB': {
    model: 'mixer-4-usb',
    usb: ['usb', 'usb-c-b'],
    settings: { gain1: 34, gain2: 34, [is.kind('usb-mix')]: 'minus own' },
    tracks: 'usb-in',
    sends: ['usb-mix', 'usb-out'],
    phones: 'phones',
  },
};

/** Two voices at a desk, both recorded, both sent; headphones on it. */
export const talk = (
  desk: Desk,
  kind: 'call' | 'encoder',
  settings: Desk['settings'] = {},
  change: (apps: AppRow[]) => AppRow[] = (apps) => apps,
): Rig =>
  rigOf({
    devices: [
      { id: 'mic1', model: 'mic-dynamic-hand' },
      { id: 'mic2', model: 'mic-dynamic-hand' },
      { id: 'idle', model: 'mic-usb', name: 'Spare microphone' },
      { id: 'desk', model: desk.model, name: 'Desk', settings: { ...desk.settings, ...settings } },
      {
        id: 'pc',
        model: 'laptop-c',
        apps: change([recorder('desk', [1, 2], desk.tracks), onAir(kind, 'desk', ...desk.sends)]),
      },
      { id: 'ears', model: 'headphones', name: 'Headphones' },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic1.out', 'desk.in1'], lengthM: 3 },
      { kind: 'xlr', ends: ['mic2.out', 'desk.in2'], lengthM: 3 },
      { kind: desk.usb[1], ends: ['pc.usb1', `desk.${desk.usb[0]}`], lengthM: 1 },
      { kind: 'usb-c-c', ends: ['pc.usb2', 'idle.usb'], lengthM: 1 },
      { kind: 'mini-trs', ends: ['ears.in', `desk.${desk.phones}`], lengthM: 2 },
    ],
    people: people('ann', 'bob'),
    placements: [seat('ann', 'mic1', 0.05), seat('bob', 'mic2', 0.05)],
  });

export const withApp =
  (id: string, changed: (app: AppRow) => Partial<App>) =>
  (apps: AppRow[]): AppRow[] =>
    apps.map((app) => (app.id === id ? { ...app, ...changed(app) } : app));

/** A voice at an interface with headphones in it; its recorder plays back, or not. */
export const atInterface = (
  model: string,
  direct: string,
  monitorMs: number | undefined,
  apps: AppRow[] = [],
  stream = 'usb-in',
): Rig =>
  rigOf({
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      { id: 'desk', model, settings: { gain1: 44, direct, 'phones-volume': -20 } },
      {
        id: 'pc',
        model: 'laptop-c',
        apps: [
          {
            ...recorder('desk', stream === 'usb-in' ? [1] : [1, 2], stream),
            output: { device: 'desk', stream: 'usb-out' },
            ...(monitorMs === undefined ? {} : { monitorMs }),
          },
          ...apps,
        ],
      },
      { id: 'ears', model: 'headphones', name: 'Headphones' },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 3 },
      {
        kind: ['interface-4', 'interface-8', 'interface-18'].includes(model) ? 'usb-c-b' : 'usb-c-c',
        ends: ['pc.usb1', 'desk.usb'],
        lengthM: 1,
      },
      { kind: 'mini-trs', ends: ['ears.in', 'desk.phones'], lengthM: 2 },
    ],
    people: people('ann'),
    placements: [seat('ann', 'mic', 0.05)],
  });

/** A call with these at its other end, each as usual where nothing is said. */
export const withFarEnds = (...farEnds: (Partial<FarEnd> & { id: string })[]) =>
  withApp('call', () => ({
    farEnds: farEnds.map((one) => ({
      name: one.id.toUpperCase(),
      listensBy: 'headset',
      canceller: true,
      ...one,
    })),
  }));

/** Two computers at one podcast mixer: a recorder and a call on the first, something that plays on the second. */
export const withSecondComputer = (
  played: AppRow,
  settings: Desk['settings'] = {},
  apps: AppRow[] = [call('desk', 'main', 'return')],
): Rig =>
  rigOf({
    devices: [
      { id: 'mic1', model: 'mic-dynamic-hand' },
      {
        id: 'desk',
        model: 'mixer-podcast',
        name: 'Desk',
        settings: { gain1: 46, 'phones-volume1': -28, [is.kind('main')]: 'minus own', ...settings },
      },
      { id: 'pc', model: 'laptop-c', apps: [recorder('desk', [1], 'tracks'), ...apps] },
      { id: 'other', model: 'laptop-c', apps: [played] },
      { id: 'ears', model: 'headphones', name: 'Headphones' },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic1.out', 'desk.in1'], lengthM: 3 },
      { kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb1'], lengthM: 1 },
      { kind: 'usb-c-c', ends: ['other.usb1', 'desk.usb2'], lengthM: 1 },
      { kind: 'mini-trs', ends: ['ears.in', 'desk.phones1'], lengthM: 2 },
    ],
    people: people('ann'),
    placements: [seat('ann', 'mic1', 0.05)],
  });

/** A player on the same computer, into the small mixer. */
export const SOUNDS: AppRow = {
  id: 'sounds',
  name: 'Sounds',
  kind: 'player',
  input: null,
  output: { device: 'desk', stream: 'usb-out' },
  tracks: [],
};

/** A call that does some things by itself. */
export const doing = (rig: Rig, ...does: Processing[]): Rig =>
  does.reduce(
    (now, what) =>
      after(now, (one) =>
        setProcessing(
          one,
          one.apps.find(({ kind }) => kind === 'call')!,
          what,
          true,
        ),
      ),
    rig,
  );
