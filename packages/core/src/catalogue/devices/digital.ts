import type { DeviceModel, Point } from '../types';
import { COMPUTERS } from './computers';
import { audioInterface } from './interfaces';
import { type Piece, joinPieces, numbers, preampChannel, streamPoints } from './parts';
import { mainsInlet, monoInput, stereoSocketIn, usbDevicePort, volume, wordClock } from './ports';

const SIDES = ['left', 'right'] as const;
const digitalPoint = (id: string, label: string): Point => ({
  id,
  label,
  unit: 'dBFS',
  role: 'converter',
  ceiling: 0,
});

const EYES: [id: string, label: string, format: 'adat' | 'spdif', channels: number[]][] = [
  ['adat', 'ADAT in', 'adat', numbers(9, 16)],
  ['spdif', 'S/PDIF in', 'spdif', numbers(17, 18)],
];

/** Eight sockets, and an eye for eight more channels by ADAT and two by S/PDIF: eighteen in all. */
const interface18: DeviceModel = (() => {
  const base = audioInterface({
    id: 'interface-18',
    name: 'Eighteen-input USB interface',
    about:
      'Eight combined sockets, eight more channels by ADAT light, two by S/PDIF; phantom in groups of four.',
    inputs: 8,
    maxGainDb: 65,
    phantomGroup: 4,
    usbConnector: 'usb-b-socket',
    supply: 'earthed',
    byLight: EYES.flatMap(([, label, , channels]) =>
      channels.map((n) => ({
        id: `light${n}`,
        label: `${label} ${n}`,
        points: [`light-${n}`],
        stream: `usb-in-${n}`,
      })),
    ),
  });
  const extra = joinPieces(
    ...EYES.map(([id, label, format, channels]): Piece => ({
      ports: [
        {
          id,
          label,
          connector: 'optical-socket',
          side: 'in',
          digital: { format, receives: channels.map((n) => `light-${n}`) },
        },
      ],
      points: channels.map((n) => digitalPoint(`light-${n}`, `${label} ${n}`)),
    })),
    streamPoints('usb-in', 'USB input', numbers(9, 18).map(String)),
    wordClock,
  );
  const whole = joinPieces(base, extra);
  return {
    ...base,
    ...whole,
    streams: base.streams.map((stream) =>
      stream.id === 'usb-in'
        ? {
            ...stream,
            label: 'USB input 1–18',
            channels: numbers(1, 18).map((n) => `usb-in-${n}`),
          }
        : stream,
    ),
  };
})();

const preamp8: DeviceModel = {
  id: 'preamp-8-adat',
  name: 'Eight-channel preamp with ADAT output',
  kind: 'preamp',
  about: 'Eight more microphones for an interface with an ADAT eye: amplifiers and converters in one box.',
  ground: 'bonded',
  supply: 'earthed',
  ...joinPieces(
    mainsInlet(),
    wordClock,
    ...numbers(1, 8).map((n) =>
      preampChannel({
        n,
        connector: 'xlr-female',
        minGainDb: 0,
        maxGainDb: 60,
        maxInputDbu: 12,
        fullScaleDbu: 10,
        phantom: n <= 4 ? 'phantom1' : 'phantom2',
      }),
    ),
    {
      controls: [
        { id: 'phantom1', label: 'Phantom 1–4', kind: 'switch', initial: false },
        { id: 'phantom2', label: 'Phantom 5–8', kind: 'switch', initial: false },
      ],
      ports: [
        {
          id: 'adat',
          label: 'ADAT out',
          connector: 'optical-socket',
          side: 'out',
          digital: { format: 'adat', sends: numbers(1, 8).map((n) => `digital${n}`) },
        },
      ],
    },
  ),
};

/** Analogue line in, data out: the box people mean when they ask for "a converter" and get one for the other way. */
const lineConverter: DeviceModel = {
  id: 'converter-line-spdif',
  name: 'Line converter, analogue to digital',
  kind: 'interface',
  about: 'Two balanced line inputs to S/PDIF light. It turns sound into data, not data into sound.',
  ground: 'bonded',
  supply: 'double-insulated',
  ...joinPieces(
    ...SIDES.map((side) =>
      monoInput({
        id: side,
        label: `Line ${side}`,
        connector: 'trs-635-socket',
        drive: 'differential',
        signal: 'line',
        ohms: 20_000,
        maxDbu: 24,
        accepts: [-12, 8],
      }),
    ),
    {
      points: SIDES.map((side) => digitalPoint(`data-${side}`, `Converter ${side}`)),
      // Full scale at +18 dBu: EBU R 68 (memory).
      paths: SIDES.map((side) => ({
        from: `${side}-in`,
        to: `data-${side}`,
        gainDb: -18,
        unitShiftDb: -18,
        noise: { kind: 'level' as const, level: -116 },
        delayMs: 0.6,
      })),
      ports: [
        {
          id: 'light',
          label: 'S/PDIF out',
          connector: 'optical-socket',
          side: 'out',
          digital: { format: 'spdif', sends: ['data-left', 'data-right'] },
        },
      ],
    },
  ),
};

/** What a digital microphone needs: three pins that take data, and USB behind them. */
const aes3Receiver: DeviceModel = {
  id: 'receiver-aes3',
  name: 'Receiver for a digital microphone',
  kind: 'interface',
  about: 'AES3 data on three pins to USB; an analogue microphone in it is silent.',
  ground: 'bonded',
  supply: 'usb',
  busMilliamps: 120,
  ...joinPieces(
    monoInput({
      id: 'in',
      label: 'Digital in (AES3)',
      connector: 'xlr-female',
      drive: 'differential',
      signal: 'aes3',
      ohms: 110,
    }),
    usbDevicePort('usb-c-socket'),
    streamPoints('usb-in', 'USB input', ['1']),
    {
      paths: [{ from: 'in-in', to: 'usb-in-1', delayMs: 1 }],
      streams: [
        { id: 'usb-in', label: 'Digital microphone', direction: 'to-computer', channels: ['usb-in-1'] },
      ],
    },
  ),
};

const bluetoothHeadphones: DeviceModel = {
  id: 'headphones-bluetooth',
  name: 'Bluetooth headphones',
  kind: 'headphones',
  about: 'No lead; what they play is about a fifth of a second late, so not for talkers.',
  ground: 'floating',
  supply: 'battery',
  // Twenty hours. Common practice, no published source.
  battery: { wattHours: 2, restMilliwatts: 100 },
  ...joinPieces({
    ports: [
      {
        id: 'radio',
        label: 'Bluetooth',
        connector: 'bluetooth-socket',
        side: 'in',
        digital: { format: 'bluetooth', receives: ['radio-left', 'radio-right'] },
      },
    ],
    controls: [volume('volume', 'Volume', -20)],
    points: SIDES.flatMap((side): Point[] => [
      digitalPoint(`radio-${side}`, `By radio ${side}`),
      { id: `ear-${side}`, label: `Ear ${side}`, unit: 'dB SPL', role: 'driver', ceiling: 110 },
    ]),
    paths: SIDES.map((side) => ({
      from: `radio-${side}`,
      to: `ear-${side}`,
      gainDb: 105,
      unitShiftDb: 105,
      controls: [{ control: 'volume' }],
    })),
  }),
};

/** One mini-jack for a jack plug and for light: on older computers, as line input. */
const computerCombined: DeviceModel = (() => {
  const base = COMPUTERS.find(({ id }) => id === 'computer-older')!;
  const line = stereoSocketIn({
    id: 'line',
    label: 'Line in, analogue or optical',
    connector: 'trs-35-optical-socket',
    signal: 'line',
    ohms: 12_000,
    maxDbu: 8,
    accepts: [-20, 4],
  });
  return {
    ...base,
    id: 'computer-combined-jack',
    name: 'Older computer with a combined line input',
    about:
      'Its line input takes a stereo mini-jack or an optical mini-plug, and an optical output goes straight in.',
    ...joinPieces(base, {
      ...line,
      ports: line.ports!.map((port) => ({
        ...port,
        digital: { format: 'spdif' as const, receives: ['optical-left', 'optical-right'] },
      })),
      points: SIDES.flatMap((side) => [
        digitalPoint(`line-${side}-digital`, `Line in ${side}`),
        digitalPoint(`optical-${side}`, `Optical in ${side}`),
      ]),
      paths: SIDES.map((side) => ({
        from: `line-${side}`,
        to: `line-${side}-digital`,
        gainDb: -8,
        unitShiftDb: -8,
        // A computer's own converter lies in the whine of its board. Common practice, no published source.
        noise: { kind: 'level' as const, level: -82 },
        delayMs: 1,
      })),
      streams: [
        {
          id: 'line-in',
          label: 'Line in',
          direction: 'to-computer',
          channels: SIDES.map((side) => `line-${side}-digital`),
        },
        {
          id: 'optical-in',
          label: 'Optical in',
          direction: 'to-computer',
          channels: SIDES.map((side) => `optical-${side}`),
        },
      ],
    }),
  };
})();

/** A dock: one C-shaped lead to the laptop, the rest of the desk into the dock; its own supply. */
const dock: DeviceModel = {
  id: 'dock',
  name: 'USB dock with its own supply',
  kind: 'hub',
  about: 'One C-shaped lead to the laptop; sockets for everything else, fed from the dock.',
  ground: 'bonded',
  supply: 'double-insulated',
  ...joinPieces({
    ports: [
      {
        id: 'up',
        label: 'To the laptop',
        connector: 'usb-c-socket',
        side: 'out',
        usb: { role: 'hub-up', version: '3' },
      },
      ...(
        [
          ['down1', 'USB-A 1', 'usb-a-socket'],
          ['down2', 'USB-A 2', 'usb-a-socket'],
          ['down3', 'USB-A 3', 'usb-a-socket'],
          ['down4', 'USB-C', 'usb-c-socket'],
        ] as const
      ).map(([id, label, connector]) => ({
        id,
        label,
        connector,
        side: 'in' as const,
        usb: { role: 'hub-down' as const, version: '3' as const },
      })),
      { id: 'screen', label: 'Screen', connector: 'hdmi-socket', side: 'out' },
      { id: 'dc', label: 'DC in', connector: 'dc-barrel-socket', side: 'in' },
    ],
    elements: [{ kind: 'bond', id: 'minus', pins: ['dc.-', 'chassis'] }],
  }),
};

/** Devices whose sound goes on as data: by light, three-pin data, radio; and the dock. */
export const DIGITAL: DeviceModel[] = [
  interface18,
  preamp8,
  lineConverter,
  aes3Receiver,
  bluetoothHeadphones,
  computerCombined,
  dock,
];
