import { deskControlId } from '../catalogue';
import { changeLead, putApp, setControl, type App, type Rig } from '../rig';
import { after, call, people, recorder, rigOf, seat, type AppRow, type Rows } from '../rig/testing';
import { brokenLead, NEVER, pair, recordedFor, secondComputer, voice } from './bad-desks.testing';
import { alone, shared, withApp } from './entries.testing';
import {
  atInterface,
  DESKS,
  doing,
  encoder,
  SOUNDS,
  talk,
  withFarEnds,
  withSecondComputer,
} from './feeds.testing';
import { joinedDesk, withTracks } from './joined.testing';
import { smallDevices } from './usb-small.testing';
import { behind, condensersAt, extended } from './usb.testing';

/** Desks on which the same is wrong in other ways than in the table of the checks. For tests. */

const PODCAST = DESKS['podcast mixer, its first port']!;
const MIXER = DESKS['mixer, its mix by USB']!;
const { mute, goes, fader, send } = deskControlId;

/** The first program of a rig, changed. */
const app = (rig: Rig, change: Partial<App>, at = 0): Rig =>
  after(rig, putApp(rig, { ...rig.apps[at]!, ...change }));
const set = (rig: Rig, device: string, control: string, value: number | string | boolean): Rig =>
  after(rig, setControl(rig, device, control, value));
const meant = (rig: Rig, ...intents: Partial<Rig['intents'][number]>[]): Rig => ({
  ...rig,
  intents: intents.map((one, at) => ({ ...NEVER, id: `meant${at}`, ...one }) as Rig['intents'][number]),
});

const MIC = { id: 'mic', model: 'mic-dynamic-hand' };
const one = (rows: Rows, distanceM = 0.08): Rig =>
  rigOf({ people: people('ann'), placements: [seat('ann', 'mic', distanceM)], ...rows });
const pc = (apps: AppRow[], model = 'laptop-c') => ({ id: 'pc', model, name: 'Laptop', apps });
const XLR = { kind: 'xlr', ends: ['mic.out', 'box.in1'], lengthM: 3 };
const USB = { kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'], lengthM: 1 };
const box = (settings: Record<string, number | boolean> = {}, model = 'interface-2') => ({
  id: 'box',
  model,
  settings: { gain1: 50, ...settings },
});

/** A microphone on an adapter for one, by one lead or two. */
const onAdapter = (model: string, isTwo = false): Rig =>
  one({
    devices: [{ id: 'mic', model }, { id: 'adapter', model: 'adapter-xlr-usb' }, pc([recorder('adapter')])],
    leads: [
      ...(isTwo
        ? [
            { id: 'run', kind: 'xlr', ends: ['mic.out', null], lengthM: 5 },
            { kind: 'xlr', ends: ['run/1', 'adapter.in1'], lengthM: 1 },
          ]
        : [{ kind: 'xlr', ends: ['mic.out', 'adapter.in1'], lengthM: 3 }]),
      { kind: 'usb-c-b', ends: ['pc.usb1', 'adapter.usb'], lengthM: 1 },
    ],
  });

/** A voice that gets as far as a place of an interface, and a recorder that listens elsewhere. */
const elsewhere = (apps: AppRow[], more: Partial<Rows> = {}): Rig =>
  one({ devices: [MIC, box(), pc(apps), ...(more.devices ?? [])], leads: [XLR, USB, ...(more.leads ?? [])] });

const jackRecorder = (channels: number[]): AppRow => recorder('pc', channels, 'jack-in');

/** Three programs on one interface, the first of which takes it for itself or not. */
const three = (takes: boolean): Rig => {
  const rig = shared(alone('interface-2'));
  const [first, second] = rig.apps;
  const third = { ...second!, id: 'third', name: 'Third' };
  return withApp({ ...rig, apps: [first!, second!, third] }, { takesDevices: takes });
};

const stereoIn = (kind: string, ends: string[], to = 'hifi-amplifier'): Rig => pair('player', to, kind, ends);

export const VARIANTS: [what: string, rig: Rig][] = [
  ['a condenser on an adapter for one, with its recorder', onAdapter('mic-condenser-budget')],
  ['the same by two leads', onAdapter('mic-condenser-budget', true)],
  ['a dynamic on an adapter for one, too quiet', onAdapter('mic-dynamic-broadcast')],
  ['a recorder on another channel', elsewhere([recorder('box', [2])])],
  ['a recorder without a track', elsewhere([recorder('box', [])])],
  ['a recorder that listens to the laptop’s jack', elsewhere([jackRecorder([1])])],
  ['a call that listens to the laptop’s jack', elsewhere([call('pc', 'jack-in', 'jack-out')])],
  ['an encoder on the way out', elsewhere([encoder('box', 'usb-out')])],
  [
    'two on two inputs, both tracks on the first',
    talk(MIXER, 'encoder', {}, ([first, second]) => [
      {
        ...first!,
        tracks: [
          { id: 't1', name: 'ANN', channel: 1 },
          { id: 't2', name: 'BOB', channel: 1 },
        ],
      },
      second!,
    ]),
  ],
  [
    'heard by headphones alone',
    elsewhere([jackRecorder([1])], {
      devices: [{ id: 'ears', model: 'headphones' }],
      leads: [{ kind: 'mini-trs', ends: ['ears.in', 'box.phones'], lengthM: 2 }],
    }),
  ],
  ['every wire of the only lead broken', brokenLead(['screen', 'hot', 'cold'])],
  ['the screen broken', brokenLead(['screen'])],
  ['phantom off behind a long lead', voice({ mic: 'mic-condenser-large', distanceM: 0.2 })],
  ['both voices of a mixer muted', talk(MIXER, 'encoder', { [mute('ch1')]: true, [mute('ch2')]: true })],
  [
    'a fader off and headphones only',
    talk(PODCAST, 'call', { [fader('ch1')]: 'off', [goes('ch2')]: 'headphones only' }),
  ],
  [
    'what must arrive and does not',
    meant(voice({ leads: [] }), { want: 'arrives' }, { want: 'arrives', sink: { device: 'box' } }),
  ],
  [
    'a player that must never be heard',
    meant(
      talk(MIXER, 'encoder', {}, (apps) => [...apps, SOUNDS]),
      { source: { app: 'sounds' }, sink: { app: 'show' } },
    ),
  ],
  [
    'a far end with an open loudspeaker',
    talk(
      PODCAST,
      'call',
      {},
      withFarEnds({ id: 'far', listensBy: 'loudspeaker', canceller: false }, { id: 'near', networkMs: 10 }),
    ),
  ],
  [
    'a player on the second computer, heard by the call',
    withSecondComputer({ ...SOUNDS, output: { device: 'desk', stream: 'second-return' } }),
  ],
  [
    'a second call that hears the first',
    withSecondComputer(
      { ...call('desk', 'second', 'second-return'), id: 'call2', name: 'Second call' },
      { [send('second', 'usb1')]: 0 },
    ),
  ],
  [
    'the whole mix to a call that takes its echo out',
    doing(secondComputer('second', { 'stream.second.kind': 'whole mix' }), 'echo'),
  ],
  [
    'ten hours of many tracks at 96 kHz in 32 bits',
    app(recordedFor(10, 'wav'), {
      recording: { rateHz: 96_000, bits: 32, files: 'one for all tracks', container: 'wav' },
    }),
  ],
  [
    'a day in compressed files on a small disk',
    app(recordedFor(24, 'wav'), {
      recording: { rateHz: 48_000, bits: 24, files: 'one for each track', container: 'lossy', roomGb: 1 },
    }),
  ],
  ['one track for a day', withTracks(recordedFor(30, 'wav'), [['A', 1]])],
  ['three programs, the first takes the interface', three(true)],
  [
    'two names on wrong channels',
    withTracks(joinedDesk(['mic-usb', 'mic-usb', 'mic-usb']), [
      ['B', 1],
      ['A', 1],
    ]),
  ],
  [
    'three tracks on one channel',
    withTracks(joinedDesk(['mic-usb', 'mic-usb', 'mic-usb']), [
      ['A', 1],
      ['B', 1],
      ['C', 1],
    ]),
  ],
  [
    'two of three joined are not plugged in',
    {
      ...joinedDesk(['mic-usb', 'mic-usb', 'mic-usb']),
      leads: joinedDesk(['mic-usb', 'mic-usb', 'mic-usb']).leads.slice(2),
    },
  ],
  ['small mixers at 96 kHz in the front sockets', smallDevices(4, { pc: 'desktop-front', rateHz: 96_000 })],
  ['small mixers behind a hub behind a hub', smallDevices(4, { hub: 'hub-bus', via: 'hub-powered' })],
  ['two hubs fed from the bus', behind(condensersAt('interface-2', 'usb-a-c', 2, 1), 'hub-bus', 2)],
  ['twelve metres of extensions', extended(condensersAt('interface-2', 'usb-a-c', 1, 2), [5, 5])],
  [
    'headphones at full volume on a desk for two',
    set(set(talk(PODCAST, 'call'), 'desk', 'phones-volume1', 0), 'desk', 'gain1', 50),
  ],
  ['a player crossed into an amplifier by a splitter', stereoIn('mini-two-rca', ['a.out', 'b.inR', 'b.inL'])],
  [
    'one side of a player in the wrong socket',
    pair('interface-2', 'hifi-amplifier', 'rca-ts', ['b.inR', 'a.outL']),
  ],
  [
    'left and right of an interface in one loudspeaker',
    pair('interface-2', 'loudspeaker', 'trs-635', ['a.outL', 'b.in']),
  ],
  [
    'a phone in a phantom-fed input',
    pair('phone', 'mixer-4-usb', 'mini-xlr', ['a.jack', 'b.in1'], { phantom: true }),
  ],
  [
    'a laptop jack in 12 V phantom',
    pair('laptop-c', 'recorder-field', 'mini-xlr', ['a.jack', 'b.in1'], { phantom: 'P12' }),
  ],
  [
    'a line output in a phantom-fed input',
    pair('line-receiver', 'mixer-4-usb', 'xlr', ['a.out', 'b.in1'], { phantom: true }),
  ],
  [
    'a keyboard in a phantom-fed input by a wrong lead',
    pair('keyboard', 'mixer-4-usb', 'ts-635', ['a.left', 'b.in1'], { phantom: true }),
  ],
  [
    'a microphone in a headphone output',
    pair('mic-dynamic-hand', 'interface-2', 'xlr-trs', ['a.out', 'b.phones']),
  ],
  ['a condenser in a line jack', pair('mic-condenser-large', 'interface-2', 'xlr-trs', ['a.out', 'b.in1'])],
  [
    'two outputs on one plain Y',
    rigOf({
      devices: [
        { id: 'a', model: 'keyboard' },
        { id: 'b', model: 'interface-2' },
      ],
      leads: [{ kind: 'y-sum', ends: ['a.left', 'b.in1'] }],
    }),
  ],
  [
    'a gain at its end, and still too quiet',
    voice({ mic: 'mic-dynamic-broadcast', gain: 56, distanceM: 0.2 }),
  ],
  ['a gain at its end behind a pad', voice({ gain: 56, pad: true, distanceM: 0.05 })],
  [
    'a shout into a condenser with the pad out',
    voice({ mic: 'mic-condenser-large', phantom: true, gain: 10, effort: 'shouted', distanceM: 0.02 }),
  ],
  ['a gain far too high on a dynamic', voice({ gain: 56, effort: 'shouted', distanceM: 0.03 })],
  ['phantom on for a dynamic that is too quiet', voice({ phantom: true, gain: 25 })],
  ['direct monitoring and the recorder’s own, late', atInterface('interface-2', 'split', 40)],
  ['a whole stream heard twice', atInterface('interface-4', 'mono', 30, [encoder('desk', 'usb-mix')])],
  ['a lead that does not fit', changedEnd()],
];

/** A lead from an XLR output into a socket of another kind, and another that hangs. */
function changedEnd(): Rig {
  const rig = voice({ gain: 50, distanceM: 0.05 });
  const [lead] = rig.leads;
  return after(rig, changeLead(rig, lead!.id, { ends: [lead!.ends[0]!, { device: 'box', port: 'phones' }] }));
}
