import type { DeviceModel } from '../types';
import { BOXES } from './boxes';
import { joinPieces, preampChannel, streamPoints } from './parts';
import {
  DELICATE,
  monoInput,
  monoOutput,
  programme,
  stereoSocketIn,
  stereoSocketOut,
  STURDY,
  usbDevicePort,
  volume,
} from './ports';

const SIDES = ['left', 'right'] as const;

/** A USB microphone without a headphone socket, or with two capsules. */
const usbMicrophone = (
  id: string,
  name: string,
  about: string,
  capsules: string[],
  connector: string,
): DeviceModel => ({
  id,
  name,
  kind: 'microphone',
  about,
  ground: 'bonded',
  supply: 'usb',
  ...joinPieces(
    usbDevicePort(connector),
    {
      controls: [{ id: 'gain', label: 'Gain', kind: 'gain', minDb: 0, maxDb: 40, stepDb: 1, initial: 20 }],
      points: capsules.map((capsule, index) => ({
        id: `capsule${index + 1}`,
        label: capsule,
        unit: 'dB SPL' as const,
        role: 'capsule' as const,
        ceiling: 120,
        omniPart: 0.5,
      })),
      paths: capsules.map((_, index) => ({
        from: `capsule${index + 1}`,
        to: `usb-in-${index + 1}`,
        gainDb: -134,
        unitShiftDb: -134,
        controls: [{ control: 'gain' }],
        noise: { kind: 'level' as const, level: -92 },
        delayMs: 1.6,
      })),
      streams: [
        {
          id: 'usb-in',
          label: 'USB input',
          direction: 'to-computer',
          channels: capsules.map((_, index) => `usb-in-${index + 1}`),
        },
      ],
    },
    streamPoints(
      'usb-in',
      'USB input',
      capsules.map((_, index) => String(index + 1)),
    ),
  ),
});

/** A dongle: a small converter with one headset socket, for a computer that has none. */
const dongle = (id: string, name: string, about: string, connector: string): DeviceModel => ({
  id,
  name,
  kind: 'interface',
  about,
  ground: 'bonded',
  supply: 'usb',
  ...joinPieces(
    usbDevicePort(connector),
    {
      ports: [{ id: 'mic', label: 'Microphone', connector: 'trs-35-socket', side: 'in' }],
      elements: [
        {
          kind: 'input',
          id: 'mic-in',
          drive: 'single',
          plus: 'mic.T',
          ground: 'chassis',
          ohms: 5000,
          signal: 'microphone',
          maxDbu: -10,
          accepts: [-60, -20],
        },
        {
          kind: 'feed',
          id: 'mic-bias',
          legs: ['mic.T'],
          ground: 'chassis',
          volts: 4.5,
          ohmsEach: 2200,
          standard: 'plug-in',
        },
        { kind: 'bond', id: 'mic-metal', pins: ['mic.S', 'chassis'] },
      ],
      paths: [
        {
          from: 'mic-in',
          to: 'usb-in-1',
          gainDb: 18,
          unitShiftDb: 18,
          noise: { kind: 'level', level: -74 },
          delayMs: 1,
        },
      ],
      streams: [
        { id: 'usb-in', label: 'Dongle microphone', direction: 'to-computer', channels: ['usb-in-1'] },
      ],
    },
    streamPoints('usb-in', 'USB input', ['1']),
    stereoSocketOut({
      id: 'phones',
      label: 'Headphones',
      connector: 'trs-35-socket',
      signal: 'headphone',
      ohms: 10,
      maxDbu: 2,
      idleOhms: 200_000,
      tolerates: DELICATE,
    }),
  ),
});

/** The podcast mixer: four microphones, pads with jingles, two USB ports that show several streams. */
const podcastMixer: DeviceModel = {
  id: 'mixer-podcast',
  name: 'Podcast mixer with two USB ports',
  kind: 'mixer',
  about:
    'Four microphones with phantom of their own, jingle pads, a phone socket, four headphones, two computers.',
  ground: 'bonded',
  supply: 'double-insulated',
  ...joinPieces(
    ...[1, 2, 3, 4].flatMap((n) => [
      preampChannel({
        n,
        connector: 'combo',
        minGainDb: 0,
        maxGainDb: 70,
        maxInputDbu: 12,
        fullScaleDbu: 10,
        phantom: `phantom${n}`,
        ein: [
          [0, -100],
          [30, -122],
          [60, -129],
        ],
      }),
      { controls: [{ id: `phantom${n}`, label: `Phantom ${n}`, kind: 'switch' as const, initial: false }] },
    ]),
    {
      ports: [
        {
          id: 'radio',
          label: 'Bluetooth',
          connector: 'bluetooth-socket',
          side: 'in',
          digital: {
            format: 'bluetooth',
            receives: SIDES.map((side) => `radio-${side}`),
            sends: SIDES.map((side) => `radio-back-${side}`),
          },
        },
      ],
      points: SIDES.flatMap((side) => [
        {
          id: `radio-${side}`,
          label: `Bluetooth ${side}`,
          unit: 'dBFS' as const,
          role: 'converter' as const,
          ceiling: 0,
        },
        {
          id: `radio-back-${side}`,
          label: `Back to Bluetooth ${side}`,
          unit: 'dBFS' as const,
          role: 'mix' as const,
          ceiling: 0,
        },
      ]),
      // What goes back by radio leaves out what came by radio: a phone caller does not hear themselves.
      paths: SIDES.flatMap((side) => [
        { from: `radio-${side}`, to: `mix-${side}` },
        ...[1, 2, 3, 4].map((n) => ({ from: `digital${n}`, to: `radio-back-${side}` })),
        { from: 'pads', to: `radio-back-${side}` },
      ]),
    },
    stereoSocketIn({
      id: 'phone',
      label: 'Phone',
      connector: 'trs-35-socket',
      signal: 'line',
      ohms: 10_000,
      maxDbu: 10,
    }),
    {
      ports: [
        {
          id: 'usb1',
          label: 'USB 1, main computer',
          connector: 'usb-c-socket',
          side: 'out',
          usb: { role: 'device', version: '2.0' },
        },
        {
          id: 'usb2',
          label: 'USB 2, second computer',
          connector: 'usb-c-socket',
          side: 'out',
          usb: { role: 'device', version: '2.0' },
        },
      ],
      points: [
        ...SIDES.map((side) => ({
          id: `phone-${side}-digital`,
          label: `Phone ${side}`,
          unit: 'dBFS' as const,
          role: 'converter' as const,
          ceiling: 0,
        })),
        ...SIDES.map((side) => ({
          id: `mix-${side}`,
          label: `Main mix ${side}`,
          unit: 'dBFS' as const,
          role: 'mix' as const,
          ceiling: 0,
        })),
        {
          id: 'pads',
          label: 'Jingle pads',
          unit: 'dBFS',
          role: 'programme',
          level: -18,
          crestDb: 14,
          ceiling: 0,
        },
      ],
      paths: [
        ...SIDES.map((side) => ({
          from: `phone-${side}`,
          to: `phone-${side}-digital`,
          gainDb: -10,
          unitShiftDb: -10,
        })),
        ...SIDES.flatMap((side) => [
          ...[1, 2, 3, 4].map((n) => ({ from: `digital${n}`, to: `mix-${side}` })),
          { from: `phone-${side}-digital`, to: `mix-${side}` },
          { from: 'pads', to: `mix-${side}` },
          { from: `mix-${side}`, to: `main-${side === 'left' ? 'L' : 'R'}`, delayMs: 1 },
          { from: `return-${side === 'left' ? 'L' : 'R'}`, to: `mix-${side}`, delayMs: 1 },
        ]),
        ...[1, 2, 3, 4].map((n) => ({ from: `digital${n}`, to: `track-${n}`, delayMs: 1 })),
        { from: 'pads', to: 'track-5', delayMs: 1 },
      ],
      streams: [
        { id: 'main', label: 'Main mix', direction: 'to-computer', channels: ['main-L', 'main-R'] },
        {
          id: 'tracks',
          label: 'Every input by itself',
          direction: 'to-computer',
          channels: [1, 2, 3, 4, 5].map((n) => `track-${n}`),
        },
        { id: 'return', label: 'Playback', direction: 'from-computer', channels: ['return-L', 'return-R'] },
      ],
    },
    streamPoints('main', 'Main mix to USB', ['L', 'R']),
    streamPoints('track', 'Track', ['1', '2', '3', '4', '5']),
    streamPoints('return', 'Playback', ['L', 'R']),
    ...[1, 2, 3, 4].flatMap((n) => [
      stereoSocketOut({
        id: `phones${n}`,
        label: `Headphones ${n}`,
        connector: 'trs-635-socket',
        signal: 'headphone',
        ohms: 20,
        maxDbu: 14,
        tolerates: STURDY,
      }),
      {
        controls: [volume(`phones-volume${n}`, `Headphones ${n} volume`, -20)],
        paths: SIDES.map((side) => ({
          from: `mix-${side}`,
          to: `phones${n}-${side}`,
          gainDb: 14,
          unitShiftDb: 14,
          controls: [{ control: `phones-volume${n}` }],
          noise: { kind: 'level' as const, level: -92 },
          delayMs: 0.6,
        })),
      },
    ]),
  ),
};

/** Headphones with a fixed lead end in a plug; their socket is drawn on the ear cup, as of all headphones here. */
const headphones = (id: string, name: string, about: string, ohms: number, shift: number): DeviceModel => ({
  id,
  name,
  kind: 'headphones',
  about,
  ground: 'floating',
  ports: [{ id: 'in', label: 'Socket', connector: 'trs-35-socket', side: 'in' }],
  controls: [],
  streams: [],
  elements: [
    ...SIDES.map((side) => ({
      kind: 'input' as const,
      id: `coil-${side}`,
      drive: 'single' as const,
      plus: side === 'left' ? 'in.T' : 'in.R',
      ground: 'in.S',
      ohms,
      dcOhms: ohms,
      signal: 'headphone' as const,
      side,
    })),
    { kind: 'bond', id: 'ground', pins: ['in.S', 'chassis'] },
  ],
  points: SIDES.map((side) => ({
    id: `ear-${side}`,
    label: `Ear ${side}`,
    unit: 'dB SPL',
    role: 'driver',
    ceiling: 125,
  })),
  paths: SIDES.map((side) => ({
    from: `coil-${side}`,
    to: `ear-${side}`,
    gainDb: shift,
    unitShiftDb: shift,
  })),
});

/** What rounds the shelf off. */
export const MORE: DeviceModel[] = [
  podcastMixer,
  usbMicrophone(
    'mic-usb-plain',
    'USB microphone, mono',
    'One capsule, no headphone socket; straight into a computer.',
    ['Voice at the microphone'],
    'usb-b-socket',
  ),
  usbMicrophone(
    'mic-usb-stereo',
    'USB microphone, stereo',
    'Two capsules on two channels: takes places 1 and 2 in a joined input.',
    ['Left capsule', 'Right capsule'],
    'usb-c-socket',
  ),
  usbMicrophone(
    'mic-usb-micro',
    'Small USB microphone',
    'For a bag; an older micro socket.',
    ['Voice at the microphone'],
    'usb-micro-socket',
  ),
  dongle(
    'dongle-a',
    'USB dongle with headset sockets, A',
    'About 4.5 V of plug-in power: enough only for microphones made for it.',
    'usb-b-socket',
  ),
  dongle(
    'dongle-c',
    'USB dongle with headset sockets, C',
    'The same with a C-shaped socket.',
    'usb-c-socket',
  ),
  headphones(
    'headphones-250',
    'Studio headphones, 250 Ω',
    'Quiet on a laptop: high impedance wants volts.',
    250,
    101,
  ),
  headphones('earphones', 'Earphones, 16 Ω', 'Loud on anything, and they load a weak output.', 16, 116),
  {
    ...BOXES.find(({ id }) => id === 'di-passive')!,
    id: 'di-line',
    name: 'Line-level DI box',
    about:
      'Less ratio than an instrument DI: a line output becomes balanced and loses 14 dB; hum ring opened.',
    elements: BOXES.find(({ id }) => id === 'di-passive')!.elements.map((element) =>
      element.kind === 'transformer'
        ? { ...element, ratio: 1 / 5, primaryOhms: 400, secondaryOhms: 40 }
        : element,
    ),
  },
  {
    id: 'intercom-line',
    name: 'Telephone hybrid',
    kind: 'receiver',
    about: 'A telephone line as balanced send and return.',
    ground: 'bonded',
    supply: 'earthed',
    ...joinPieces(
      monoInput({
        id: 'send',
        label: 'To the line',
        connector: 'xlr-female',
        drive: 'differential',
        signal: 'line',
        ohms: 10_000,
        maxDbu: 20,
      }),
      monoOutput({
        id: 'return',
        label: 'From the line',
        connector: 'xlr-male',
        drive: 'both-legs',
        signal: 'line',
        ohms: 50,
        maxDbu: 20,
        nominalDbu: 4,
        tolerates: STURDY,
      }),
      programme('caller', 'Telephone caller', -4, 12, ['return-emf']),
    ),
  },
  {
    id: 'bluetooth-receiver',
    name: 'Bluetooth receiver',
    kind: 'receiver',
    about: 'A phone’s sound by radio, about 200 ms late; stereo mini-jack out.',
    ground: 'floating',
    supply: 'double-insulated',
    ...joinPieces(
      stereoSocketOut({
        id: 'out',
        label: 'Line out',
        connector: 'trs-35-socket',
        signal: 'line',
        ohms: 200,
        maxDbu: 4,
        tolerates: DELICATE,
      }),
      {
        points: [{ id: 'radio', label: 'By radio', unit: 'dBu', role: 'programme', level: -10, crestDb: 12 }],
        paths: SIDES.map((side) => ({
          from: 'radio',
          to: `out-${side}`,
          delayMs: 200,
          noise: { kind: 'level' as const, level: -86 },
        })),
      },
    ),
  },
  {
    id: 'wireless-xlr',
    name: 'Single wireless receiver with XLR output',
    kind: 'receiver',
    about: 'One hand-held transmitter; balanced output at microphone level.',
    ground: 'floating',
    supply: 'double-insulated',
    ...joinPieces(
      monoOutput({
        id: 'out',
        label: 'Output',
        connector: 'xlr-male',
        drive: 'both-legs',
        signal: 'microphone',
        ohms: 200,
        maxDbu: -10,
        nominalDbu: -40,
        tolerates: STURDY,
      }),
      {
        points: [
          {
            id: 'capsule',
            label: 'Hand-held transmitter',
            unit: 'dB SPL',
            role: 'capsule',
            ceiling: 135,
            omniPart: 0.5,
          },
        ],
        paths: [
          {
            from: 'capsule',
            to: 'out-emf',
            gainDb: -134,
            unitShiftDb: -134,
            noise: { kind: 'level', level: -108 },
            delayMs: 3,
          },
        ],
      },
    ),
  },
  {
    id: 'loudspeaker-rca',
    name: 'Desk loudspeakers with mini-jack',
    kind: 'loudspeaker',
    about: 'A small powered pair for a computer; stereo mini-jack in.',
    ground: 'floating',
    supply: 'double-insulated',
    ...joinPieces(
      stereoSocketIn({
        id: 'in',
        label: 'Input',
        connector: 'trs-35-socket',
        signal: 'line',
        ohms: 10_000,
        maxDbu: 8,
      }),
      {
        controls: [volume('level', 'Volume', -20)],
        points: SIDES.map((side) => ({
          id: `driver-${side}`,
          label: `Loudspeaker ${side}, 1 m`,
          unit: 'dB SPL' as const,
          role: 'driver' as const,
          ceiling: 98,
        })),
        paths: SIDES.map((side) => ({
          from: `in-${side}`,
          to: `driver-${side}`,
          gainDb: 98,
          unitShiftDb: 98,
          controls: [{ control: 'level' }],
        })),
      },
    ),
  },
  {
    id: 'talkback',
    name: 'Gooseneck microphone with switch',
    kind: 'microphone',
    about: 'A small condenser on a stalk for announcements; works only with phantom.',
    ground: 'floating',
    ...joinPieces({
      ports: [{ id: 'out', label: 'Output', connector: 'xlr-male', side: 'out' }],
      controls: [{ id: 'talk', label: 'Talk', kind: 'switch', initial: true }],
      elements: [
        {
          kind: 'output',
          id: 'emf',
          drive: 'both-legs',
          plus: 'out.2',
          minus: 'out.3',
          ground: 'out.1',
          ohms: 200,
          dcOhms: 1e9,
          signal: 'microphone',
          tolerates: { volts: 52, milliamps: 20 },
          poweredBy: 'electronics',
        },
        {
          kind: 'load',
          id: 'electronics',
          legs: ['out.2', 'out.3'],
          ground: 'out.1',
          milliamps: 3,
          standard: 'P48',
          minVolts: 11,
        },
        { kind: 'bond', id: 'body', pins: ['out.1', 'chassis'] },
      ],
      points: [
        {
          id: 'capsule',
          label: 'Voice at the microphone',
          unit: 'dB SPL',
          role: 'capsule',
          ceiling: 125,
          omniPart: 0.5,
        },
      ],
      paths: [
        {
          from: 'capsule',
          to: 'emf',
          gainDb: -131,
          unitShiftDb: -131,
          noise: { kind: 'level', level: -110 },
          poweredBy: 'electronics',
          when: { control: 'talk', is: true },
        },
      ],
    }),
  },
];
