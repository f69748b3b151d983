import type { DcTolerance, DeviceModel, Port, UsbRole } from '../types';
import { stereoOutput } from './desk-outputs';
import { joinPieces, streamPoints, type Piece } from './parts';
import { dcInlet, mainsInlet } from './ports';

/**
 * A computer's jack is not built to meet a supply: a few volts before its protection conducts, a few milliamps after.
 * Common practice, no published source.
 */
const UNPROTECTED: DcTolerance = { volts: 5.5, milliamps: 5 };

interface ComputerRow {
  id: string;
  name: string;
  about: string;
  supply: DeviceModel['supply'];
  /** Absent: tied to the room's by its supply. */
  ground?: DeviceModel['ground'];
  /** With what a socket shares inside: a controller, a hub. Absent: one controller for all, a translator for each. */
  usb: [id: string, label: string, connector: string, inside?: Pick<UsbRole, 'controller' | 'insideHub'>][];
  battery?: DeviceModel['battery'];
  /** What it has besides USB sockets and a headset jack. */
  more?: Piece;
}

const usbPort = ([id, label, connector, inside]: ComputerRow['usb'][number]): Port => ({
  id,
  label,
  connector,
  side: 'in',
  usb: { role: 'host', version: /^(ieee1394|tunnel)/.test(connector) ? '1394' : '2.0', ...inside },
});

/** A computer with a headset jack: headphones out, a microphone contact with a little plug-in power. */
const computer = (row: ComputerRow): DeviceModel => ({
  id: row.id,
  name: row.name,
  kind: 'computer',
  about: row.about,
  ground: row.ground ?? 'bonded',
  supply: row.supply,
  ...(row.battery ? { battery: row.battery } : {}),
  ...joinPieces(
    { ports: row.usb.map(usbPort) },
    streamPoints('play', 'System playback', ['L', 'R']),
    stereoOutput({
      id: 'jack',
      label: 'Headset jack',
      connector: 'trrs-35-socket',
      ohms: 10,
      idleOhms: 200_000,
      tolerates: UNPROTECTED,
      from: ['play-L', 'play-R'],
      fullScaleDbu: 2.2,
      volume: 'jack-volume',
    }),
    {
      elements: [
        {
          kind: 'input',
          id: 'jack-mic',
          drive: 'single',
          plus: 'jack.S',
          ground: 'chassis',
          ohms: 5000,
          signal: 'microphone',
          maxDbu: -10,
        },
        {
          kind: 'feed',
          id: 'jack-bias',
          legs: ['jack.S'],
          ground: 'chassis',
          volts: 2.7,
          ohmsEach: 2200,
          standard: 'plug-in',
        },
      ],
      points: [{ id: 'mic-in', label: 'Jack microphone', unit: 'dBFS', role: 'converter', ceiling: 0 }],
      paths: [
        {
          from: 'jack-mic',
          to: 'mic-in',
          gainDb: 10,
          unitShiftDb: 10,
          noise: { kind: 'level', level: -72 },
          delayMs: 1,
        },
      ],
      streams: [
        { id: 'jack-in', label: 'Headset jack microphone', direction: 'to-computer', channels: ['mic-in'] },
        {
          id: 'jack-out',
          label: 'Headset jack',
          direction: 'from-computer',
          channels: ['play-L', 'play-R'],
        },
      ],
    },
    row.more ?? {},
  ),
});

const SIDES = ['left', 'right'] as const;

/** A headset by radio: what programs play goes out, what its microphone hears comes in. */
const radioHeadset: Piece = joinPieces(
  {
    ports: [
      {
        id: 'radio',
        label: 'Bluetooth',
        connector: 'bluetooth-socket',
        side: 'out',
        digital: {
          format: 'bluetooth',
          sends: SIDES.map((side) => `radio-out-${side}`),
          receives: SIDES.map((side) => `radio-in-${side}`),
        },
      },
    ],
    streams: [
      {
        id: 'radio-in',
        label: 'Bluetooth microphone',
        direction: 'to-computer',
        channels: SIDES.map((side) => `radio-in-${side}`),
      },
      {
        id: 'radio-out',
        label: 'Bluetooth',
        direction: 'from-computer',
        channels: SIDES.map((side) => `radio-out-${side}`),
      },
    ],
  },
  streamPoints('radio-in', 'Bluetooth microphone', [...SIDES]),
  streamPoints('radio-out', 'Bluetooth', [...SIDES]),
);

const hub = (
  id: string,
  name: string,
  about: string,
  inlet: Piece = {},
  speed: 'full' | 'high' = 'high',
): DeviceModel => ({
  id,
  name,
  kind: 'hub',
  about,
  ground: 'bonded',
  ...joinPieces(
    {
      ports: [
        {
          id: 'up',
          label: 'To the computer',
          connector: 'usb-b-socket',
          side: 'out',
          usb: {
            role: 'hub-up',
            version: '2.0',
            ...(speed === 'full' ? { speed } : {}),
            // What has a supply for a permanent desk has a translator for each socket as well.
            ...(inlet.ports ? { translators: 'one for each socket' as const } : {}),
          },
        },
        ...[1, 2, 3, 4].map((n): Port => ({
          id: `down${n}`,
          label: `Socket ${n}`,
          connector: 'usb-a-socket',
          side: 'in',
          usb: { role: 'hub-down', version: '2.0' },
        })),
      ],
    },
    inlet,
  ),
});

export const COMPUTERS: DeviceModel[] = [
  computer({
    id: 'laptop-c',
    name: 'Laptop with USB-C only',
    about: 'Two USB-C sockets and a headset jack.',
    supply: 'double-insulated',
    usb: [
      ['usb1', 'USB-C 1', 'usb-c-socket'],
      ['usb2', 'USB-C 2', 'usb-c-socket'],
    ],
  }),
  computer({
    id: 'desktop',
    name: 'Desktop computer',
    about: 'USB-A and USB-C sockets and a headset jack.',
    supply: 'earthed',
    usb: [
      ['usb1', 'USB-A 1', 'usb-a-socket'],
      ['usb2', 'USB-A 2', 'usb-a-socket'],
      ['usb3', 'USB-A 3', 'usb-a-socket'],
      ['usb4', 'USB-C', 'usb-c-socket'],
    ],
    more: mainsInlet(),
  }),
  computer({
    id: 'desktop-front',
    name: 'Desktop computer with front sockets',
    about:
      'Two USB-A sockets in front on one hub inside, two behind on the same controller, a USB-C socket with a controller of its own; a headset jack.',
    supply: 'earthed',
    usb: [
      ['front1', 'Front USB-A 1', 'usb-a-socket', { controller: 'main', insideHub: 'front' }],
      ['front2', 'Front USB-A 2', 'usb-a-socket', { controller: 'main', insideHub: 'front' }],
      ['back1', 'Back USB-A 1', 'usb-a-socket', { controller: 'main' }],
      ['back2', 'Back USB-A 2', 'usb-a-socket', { controller: 'main' }],
      ['back3', 'Back USB-C', 'usb-c-socket', { controller: 'second' }],
    ],
    more: mainsInlet(),
  }),
  computer({
    id: 'laptop-earthed',
    name: 'Laptop with an earthed supply',
    about: 'USB-A and USB-C sockets, a headset jack, and a three-pin mains plug.',
    supply: 'earthed',
    usb: [
      ['usb1', 'USB-A 1', 'usb-a-socket'],
      ['usb2', 'USB-A 2', 'usb-a-socket'],
      ['usb3', 'USB-C', 'usb-c-socket'],
    ],
    more: dcInlet(),
  }),
  computer({
    id: 'laptop-tunnel',
    name: 'Laptop with USB-C-shaped tunnel ports',
    about: 'Two sockets that look like USB-C and carry a PCIe tunnel as well; a headset jack.',
    supply: 'double-insulated',
    usb: [
      ['usb1', 'Tunnel and USB-C 1', 'tunnel-c-socket'],
      ['usb2', 'Tunnel and USB-C 2', 'tunnel-c-socket'],
    ],
  }),
  computer({
    id: 'computer-older',
    name: 'Older computer with IEEE 1394',
    about: 'A 6-pin and a 4-pin IEEE 1394 socket, an older tunnel port and USB-A.',
    supply: 'earthed',
    usb: [
      ['fw1', 'IEEE 1394', 'ieee1394-6-socket'],
      ['fw2', 'IEEE 1394, small', 'ieee1394-4-socket'],
      ['tunnel1', 'Tunnel port, older shape', 'tunnel-old-socket'],
      ['usb1', 'USB-A 1', 'usb-a-socket'],
      ['usb2', 'USB-A 2', 'usb-a-socket'],
    ],
  }),
  computer({
    id: 'phone',
    name: 'Telephone',
    about: 'A headset jack, Bluetooth, and a USB-C socket; runs on its battery.',
    supply: 'battery',
    // Ten hours of calls. Common practice, no published source.
    battery: { wattHours: 15, restMilliwatts: 1500 },
    ground: 'floating',
    usb: [['usb1', 'USB-C', 'usb-c-socket']],
    more: radioHeadset,
  }),
  hub(
    'hub-bus',
    'Bus-powered USB hub',
    'Four sockets fed from the computer alone; for a bag, not for a desk.',
  ),
  hub(
    'hub-powered',
    'USB hub with its own supply',
    'Four sockets; repeats the bus, so each lead counts from here.',
    dcInlet(),
  ),
  hub(
    'hub-old',
    'Old USB hub of full speed',
    'Four sockets fed from the computer; whatever is behind it speaks at 12 Mb/s, all of it together.',
    {},
    'full',
  ),
];
