import { deskControlId as is } from '../catalogue';
import { buildRig } from '../rig';

/**
 * The Skerry Light museum's monthly live stream: the keeper and a guest in the oil store, two people in one call, an
 * audience, and a loudspeaker in the gallery, behind the wall. All of it is as it should be.
 */
export const liveStream = buildRig({
  name: 'Skerry Light live stream',
  notes:
    'Oil store, last Sunday of the month. The call is on the second computer and gets everything but itself; the stream gets everyone.',
  target: 'live',
  devices: [
    {
      id: 'keeper-mic',
      model: 'mic-dynamic-hand',
      name: "Keeper's microphone",
      place: 'Oil store table',
    },
    { id: 'guest-mic', model: 'mic-dynamic-hand', name: 'Guest microphone', place: 'Oil store table' },
    {
      id: 'desk',
      model: 'mixer-podcast',
      name: 'Oil store desk',
      place: 'Oil store table',
      settings: {
        gain1: 46,
        gain2: 50,
        'phones-volume1': -28,
        'phones-volume2': -28,
        'phones-volume4': -24,
        [is.kind('main')]: 'whole mix',
      },
    },
    {
      id: 'stream-computer',
      model: 'laptop-c',
      name: 'Stream computer',
      place: 'Oil store shelf',
      apps: [
        {
          id: 'stream',
          name: 'Live stream',
          kind: 'encoder',
          input: { device: 'desk', stream: 'main' },
          output: null,
          tracks: [],
        },
        {
          id: 'keeping',
          name: 'Recorder',
          kind: 'recorder',
          input: { joined: 'all' },
          output: null,
          tracks: [
            { id: 'keeper', name: 'Keeper', channel: 1 },
            { id: 'guest', name: 'Guest', channel: 2 },
            { id: 'visitors', name: 'Visitors', channel: 6 },
          ],
        },
      ],
    },
    {
      id: 'call-computer',
      model: 'laptop-c',
      name: 'Call computer',
      place: 'Oil store shelf',
      apps: [
        {
          id: 'call',
          name: 'Call',
          kind: 'call',
          input: { device: 'desk', stream: 'second' },
          output: { device: 'desk', stream: 'second-return' },
          tracks: [],
          farEnds: [
            { id: 'pilot', name: 'Harbour pilot', networkMs: 60, listensBy: 'headset', canceller: true },
            {
              id: 'archivist',
              name: 'Archivist',
              networkMs: 110,
              listensBy: 'loudspeaker',
              canceller: true,
            },
          ],
        },
      ],
    },
    { id: 'keeper-phones', model: 'headphones', name: "Keeper's headphones", place: 'Oil store table' },
    { id: 'guest-phones', model: 'headphones', name: 'Guest headphones', place: 'Oil store table' },
    {
      id: 'gallery-mic',
      model: 'mic-usb',
      name: 'Gallery microphone',
      place: 'Gallery',
      settings: { gain: 35 },
    },
    { id: 'isolator', model: 'isolator-line', name: 'Gallery isolator', place: 'Oil store shelf' },
    { id: 'speaker', model: 'loudspeaker', name: 'Gallery loudspeaker', place: 'Gallery' },
  ],
  leads: [
    { id: 'keeper-lead', kind: 'xlr', ends: ['keeper-mic.out', 'desk.in1'], lengthM: 3 },
    { id: 'guest-lead', kind: 'xlr', ends: ['guest-mic.out', 'desk.in2'], lengthM: 3 },
    { id: 'stream-usb', kind: 'usb-c-c', ends: ['stream-computer.usb1', 'desk.usb1'], lengthM: 1 },
    { id: 'gallery-usb', kind: 'usb-c-c', ends: ['stream-computer.usb2', 'gallery-mic.usb'], lengthM: 2 },
    { id: 'call-usb', kind: 'usb-c-c', ends: ['call-computer.usb1', 'desk.usb2'], lengthM: 1 },
    { id: 'keeper-phones-lead', kind: 'mini-trs', ends: ['keeper-phones.in', 'desk.phones1'], lengthM: 2 },
    { id: 'guest-phones-lead', kind: 'mini-trs', ends: ['guest-phones.in', 'desk.phones2'], lengthM: 2 },
    { id: 'isolator-lead', kind: 'mini-trs', ends: ['isolator.in', 'desk.phones4'], lengthM: 1 },
    {
      id: 'speaker-lead',
      kind: 'mini-two-ts',
      ends: ['isolator.out', 'speaker.in', null],
      lengthM: 3,
    },
  ],
  joinedInputs: [
    {
      id: 'all',
      name: 'Desk and gallery',
      computer: 'stream-computer',
      members: [
        { device: 'desk', stream: 'tracks', resampled: false },
        { device: 'gallery-mic', stream: 'usb-in', resampled: true },
      ],
      clock: 'desk',
    },
  ],
  people: [
    { id: 'keeper', name: 'Keeper', effort: 'raised', wears: 'keeper-phones' },
    { id: 'guest', name: 'Guest', effort: 'normal', wears: 'guest-phones' },
    { id: 'visitor', name: 'Visitor', effort: 'normal' },
  ],
  placements: [
    { person: 'keeper', device: 'keeper-mic', capsule: 'capsule', distanceM: 0.05, offAxisDeg: 0 },
    { person: 'guest', device: 'guest-mic', capsule: 'capsule', distanceM: 0.05, offAxisDeg: 0 },
    { person: 'visitor', device: 'gallery-mic', capsule: 'capsule', distanceM: 0.15, offAxisDeg: 0 },
  ],
  // What visitors tell in the gallery is kept for the archive, and goes nowhere else.
  intents: [
    { id: 'visitor-stream', source: { person: 'visitor' }, sink: { app: 'stream' }, want: 'never' },
    { id: 'visitor-call', source: { person: 'visitor' }, sink: { app: 'call' }, want: 'never' },
  ],
});
