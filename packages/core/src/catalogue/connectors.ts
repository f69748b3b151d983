import type { ConnectorFace, ConnectorKind, Mating, Medium } from './types';

const xlr = (id: string, name: string, mirrored: boolean): ConnectorKind => {
  const x = (value: number) => (mirrored ? 100 - value : value);
  return {
    id,
    name,
    medium: 'analogue',
    // The half with pins goes into the half with holes.
    sex: mirrored ? 'plug' : 'socket',
    pins: ['1', '2', '3'],
    face: { outline: 'round', contacts: { '1': [x(70), 38], '2': [x(30), 38], '3': [50, 70] } },
  };
};

/** A cylindrical plug is drawn lying on its side, tip to the right; a socket as its contacts in a hole. */
const jack = (id: string, name: string, pins: string[], socket: boolean): ConnectorKind => {
  const step = 70 / Math.max(1, pins.length - 1);
  const contacts = Object.fromEntries(
    pins.map((pin, index) => [pin, [85 - index * step, 50]]),
  ) as ConnectorFace['contacts'];
  const sex = socket ? 'socket' : 'plug';
  return { id, name, medium: 'analogue', sex, pins, face: { outline: socket ? 'jack' : 'barrel', contacts } };
};

/** A connector for data or light: what goes through it is not solved as a circuit. */
const data = (id: string, name: string, medium: Medium): ConnectorKind => ({
  id,
  name,
  medium,
  sex: id.endsWith('plug') ? 'plug' : 'socket',
  pins: ['bus'],
  face: { outline: 'slot', contacts: { bus: [50, 50] } },
});

/** @param usbMilliamps what such a socket gives */
const usb = (id: string, name: string, usbMilliamps?: number): ConnectorKind => ({
  ...data(id, name, 'usb'),
  ...(usbMilliamps === undefined ? {} : { usbMilliamps }),
});

/** USB 2.0, USB type-C (memory): a socket of the wide shape, and a type-C one that offers more. */
const WIDE_SOCKET_MA = 500;
const TYPE_C_MA = 1500;

/** Plug and socket of one shape. */
const both = (id: string, name: string, medium: Medium): ConnectorKind[] =>
  ['plug', 'socket'].map((half) => data(`${id}-${half}`, `${name} ${half}`, medium));

/** Data connectors of which plug and socket simply go together. */
const DATA_SHAPES: [id: string, name: string, medium: Medium][] = [
  ['usb-micro', 'USB micro', 'usb'],
  ['usb-mini', 'USB mini', 'usb'],
  ['ieee1394-4', 'IEEE 1394 4-pin', 'ieee1394'],
  ['ieee1394-6', 'IEEE 1394 6-pin', 'ieee1394'],
  ['ieee1394-9', 'IEEE 1394 9-pin', 'ieee1394'],
  ['tunnel-old', 'PCIe tunnel, older shape,', 'tunnel'],
  ['optical', 'Optical (S/PDIF or ADAT)', 'optical'],
  ['hdmi', 'HDMI', 'video'],
  ['bnc', 'BNC', 'clock'],
  ['midi', 'MIDI 5-pin', 'midi'],
  ['bluetooth', 'Bluetooth', 'radio'],
];

/** Plug and socket of a supply; no element stands between their pins, so they carry no sound. */
const power = (id: string, name: string, medium: Medium, pins: string[]): ConnectorKind[] =>
  (['plug', 'socket'] as const).map((sex) => ({
    id: `${id}-${sex}`,
    name: `${name} ${sex}`,
    medium,
    sex,
    pins,
    face: {
      outline: 'slot',
      contacts: Object.fromEntries(pins.map((pin, index) => [pin, [25 + index * 25, 50]])),
    },
  }));

/** Pins: XLR per IEC 61076-2-103 / AES14 (1 shield, 2 in-phase, 3 return); T tip, R ring, S sleeve. */
export const CONNECTORS: ConnectorKind[] = [
  xlr('xlr-female', 'XLR 3, holes', false),
  xlr('xlr-male', 'XLR 3, pins', true),
  {
    id: 'combo',
    name: 'Combined XLR and 6.35 mm socket',
    medium: 'analogue',
    sex: 'socket',
    pins: ['1', '2', '3', 'T', 'R', 'S'],
    face: {
      outline: 'round',
      contacts: { '1': [76, 30], '2': [24, 30], '3': [50, 84], T: [50, 40], R: [50, 50], S: [50, 60] },
    },
  },
  jack('trs-635-plug', '6.35 mm TRS plug', ['T', 'R', 'S'], false),
  jack('trs-635-socket', '6.35 mm TRS socket', ['T', 'R', 'S'], true),
  jack('ts-635-plug', '6.35 mm TS plug', ['T', 'S'], false),
  jack('ts-635-socket', '6.35 mm TS socket', ['T', 'S'], true),
  jack('trs-35-plug', '3.5 mm TRS plug', ['T', 'R', 'S'], false),
  jack('trs-35-socket', '3.5 mm TRS socket', ['T', 'R', 'S'], true),
  jack('ts-35-plug', '3.5 mm TS plug', ['T', 'S'], false),
  jack('trrs-35-plug', '3.5 mm TRRS plug', ['T', 'R1', 'R2', 'S'], false),
  jack('trrs-35-socket', '3.5 mm TRRS headset socket', ['T', 'R1', 'R2', 'S'], true),
  jack('rca-plug', 'RCA plug', ['T', 'S'], false),
  jack('rca-socket', 'RCA socket', ['T', 'S'], true),
  usb('usb-a-plug', 'USB-A plug'),
  usb('usb-a-socket', 'USB-A socket', WIDE_SOCKET_MA),
  usb('usb-b-plug', 'USB-B plug'),
  usb('usb-b-socket', 'USB-B socket'),
  usb('usb-c-plug', 'USB-C plug'),
  usb('usb-c-socket', 'USB-C socket', TYPE_C_MA),
  ...DATA_SHAPES.flatMap((shape) => both(...shape)),
  data('tunnel-c-plug', 'PCIe tunnel, USB-C shape, plug', 'tunnel'),
  { ...data('tunnel-c-socket', 'PCIe tunnel, USB-C shape, socket', 'tunnel'), usbMilliamps: TYPE_C_MA },
  data('mini-optical-plug', 'Optical mini-plug', 'optical'),
  {
    id: 'trs-35-optical-socket',
    name: 'Combined 3.5 mm analogue and optical socket',
    medium: 'analogue',
    sex: 'socket',
    pins: ['T', 'R', 'S', 'bus'],
    face: { outline: 'jack', contacts: { T: [85, 50], R: [62, 50], S: [38, 50], bus: [15, 50] } },
  },
  ...power('mains-earthed', 'Mains, earthed', 'mains', ['L', 'N', 'E']),
  ...power('mains-two-pin', 'Mains, two pins', 'mains', ['L', 'N']),
  ...power('dc-barrel', 'DC barrel', 'dc', ['+', '-']),
  jack('loudspeaker-plug', 'Loudspeaker plug', ['1+', '1-'], false),
  jack('loudspeaker-socket', 'Loudspeaker socket', ['1+', '1-'], true),
];

const straight = (a: string, b: string, pins: string[]): Mating => ({
  a,
  b,
  contacts: pins.map((pin) => [pin, pin]),
});

/**
 * Which contact touches which when two connectors go together. The mixed jack rows follow from the
 * geometry of the cylinder (IEC 60603-11): a short plug's sleeve reaches the ring contact of a longer socket.
 * The headset socket carries sleeve = microphone, second ring = ground (common practice, no published source).
 */
export const MATINGS: Mating[] = [
  straight('xlr-male', 'xlr-female', ['1', '2', '3']),
  straight('xlr-male', 'combo', ['1', '2', '3']),
  straight('trs-635-plug', 'combo', ['T', 'R', 'S']),
  {
    a: 'ts-635-plug',
    b: 'combo',
    contacts: [
      ['T', 'T'],
      ['S', 'R'],
      ['S', 'S'],
    ],
  },
  straight('trs-635-plug', 'trs-635-socket', ['T', 'R', 'S']),
  {
    a: 'ts-635-plug',
    b: 'trs-635-socket',
    contacts: [
      ['T', 'T'],
      ['S', 'R'],
      ['S', 'S'],
    ],
  },
  straight('ts-635-plug', 'ts-635-socket', ['T', 'S']),
  {
    a: 'trs-635-plug',
    b: 'ts-635-socket',
    contacts: [
      ['T', 'T'],
      ['S', 'S'],
    ],
  },
  straight('trs-35-plug', 'trs-35-socket', ['T', 'R', 'S']),
  {
    a: 'ts-35-plug',
    b: 'trs-35-socket',
    contacts: [
      ['T', 'T'],
      ['S', 'R'],
      ['S', 'S'],
    ],
  },
  straight('trrs-35-plug', 'trrs-35-socket', ['T', 'R1', 'R2', 'S']),
  {
    a: 'trs-35-plug',
    b: 'trrs-35-socket',
    contacts: [
      ['T', 'T'],
      ['R', 'R1'],
      ['S', 'R2'],
      ['S', 'S'],
    ],
  },
  {
    a: 'trrs-35-plug',
    b: 'trs-35-socket',
    contacts: [
      ['T', 'T'],
      ['R1', 'R'],
      ['R2', 'S'],
      ['S', 'S'],
    ],
  },
  {
    a: 'ts-35-plug',
    b: 'trrs-35-socket',
    contacts: [
      ['T', 'T'],
      ['S', 'R1'],
      ['S', 'R2'],
      ['S', 'S'],
    ],
  },
  straight('rca-plug', 'rca-socket', ['T', 'S']),
  straight('usb-a-plug', 'usb-a-socket', ['bus']),
  straight('usb-b-plug', 'usb-b-socket', ['bus']),
  straight('usb-c-plug', 'usb-c-socket', ['bus']),
  ...DATA_SHAPES.map(([id]) => straight(`${id}-plug`, `${id}-socket`, ['bus'])),
  straight('tunnel-c-plug', 'tunnel-c-socket', ['bus']),
  // The same shape: a USB lead goes into a tunnel socket and works there; a tunnel plug in a plain socket does not.
  straight('usb-c-plug', 'tunnel-c-socket', ['bus']),
  straight('loudspeaker-plug', 'loudspeaker-socket', ['1+', '1-']),
  // The combined mini-jack: contacts for a jack plug, a lamp or an eye behind them for the optical one.
  straight('trs-35-plug', 'trs-35-optical-socket', ['T', 'R', 'S']),
  {
    a: 'ts-35-plug',
    b: 'trs-35-optical-socket',
    contacts: [
      ['T', 'T'],
      ['S', 'R'],
      ['S', 'S'],
    ],
  },
  straight('mini-optical-plug', 'trs-35-optical-socket', ['bus']),
  straight('mains-earthed-plug', 'mains-earthed-socket', ['L', 'N', 'E']),
  // Two flat pins go into an earthed outlet and leave its earth alone (common practice, no published source).
  straight('mains-two-pin-plug', 'mains-earthed-socket', ['L', 'N']),
  straight('mains-two-pin-plug', 'mains-two-pin-socket', ['L', 'N']),
  straight('dc-barrel-plug', 'dc-barrel-socket', ['+', '-']),
];
