import type { CircuitElement, DeviceModel, Path, Point } from '../types';
import { joinPieces, preampChannel, streamPoints } from './parts';
import { sensitivityShiftDb } from '../../units';

const SIDES = ['L', 'R'] as const;

const booster: DeviceModel = {
  id: 'booster',
  name: 'In-line microphone booster',
  kind: 'booster',
  about: 'Adds 25 dB close to the microphone; lives on phantom and lets none through.',
  ground: 'floating',
  controls: [],
  streams: [],
  ports: [
    { id: 'in', label: 'Microphone', connector: 'xlr-female', side: 'in' },
    { id: 'out', label: 'Output', connector: 'xlr-male', side: 'out' },
  ],
  elements: [
    {
      kind: 'input',
      id: 'head',
      drive: 'differential',
      plus: 'in.2',
      minus: 'in.3',
      ground: 'chassis',
      ohms: 3300,
      signal: 'microphone',
      maxDbu: -10,
    },
    {
      kind: 'output',
      id: 'emf',
      drive: 'both-legs',
      plus: 'out.2',
      minus: 'out.3',
      ground: 'chassis',
      ohms: 150,
      dcOhms: 1e9,
      signal: 'microphone',
      tolerates: { volts: 52, milliamps: 20 },
      poweredBy: 'electronics',
    },
    {
      kind: 'load',
      id: 'electronics',
      legs: ['out.2', 'out.3'],
      ground: 'chassis',
      milliamps: 3,
      standard: 'P48',
      minVolts: 24,
    },
    { kind: 'bond', id: 'ground', pins: ['in.1', 'out.1', 'chassis'] },
  ],
  points: [],
  paths: [
    {
      from: 'head',
      to: 'emf',
      gainDb: 25,
      noise: { kind: 'ein', table: [[25, -127]] },
      poweredBy: 'electronics',
    },
  ],
};

const laptopIsolator: DeviceModel = {
  id: 'isolator-laptop',
  name: 'Laptop isolator box',
  kind: 'isolator',
  about:
    'Stereo mini-jack in, balanced microphone-level XLR out: sums left and right, blocks phantom, breaks hum loops.',
  ground: 'floating',
  controls: [],
  streams: [],
  ports: [
    { id: 'in', label: 'Stereo in', connector: 'trs-35-socket', side: 'in' },
    { id: 'out', label: 'Balanced out', connector: 'xlr-male', side: 'out' },
  ],
  elements: [
    { kind: 'resistor', id: 'sum-left', a: 'in.T', b: 'sum', ohms: 1000 },
    { kind: 'resistor', id: 'sum-right', a: 'in.R', b: 'sum', ohms: 1000 },
    {
      kind: 'transformer',
      id: 'core',
      primary: ['sum', 'in.S'],
      secondary: ['out.2', 'out.3'],
      ratio: 0.1,
      primaryOhms: 700,
      secondaryOhms: 20,
    },
    { kind: 'bond', id: 'ground', pins: ['out.1', 'chassis'] },
  ],
  points: [],
  paths: [],
};

const player: DeviceModel = {
  id: 'player',
  name: 'Sound-effects player',
  kind: 'player',
  about: 'Plays jingles and effects; stereo mini-jack line output.',
  ground: 'floating',
  ports: [{ id: 'out', label: 'Stereo out', connector: 'trs-35-socket', side: 'out' }],
  controls: [{ id: 'volume', label: 'Volume', kind: 'gain', minDb: -40, maxDb: 0, stepDb: 1, initial: -6 }],
  streams: [],
  elements: [
    ...SIDES.map((side): CircuitElement => ({
      kind: 'output',
      id: `line-${side}`,
      drive: 'single',
      plus: side === 'L' ? 'out.T' : 'out.R',
      ground: 'out.S',
      ohms: 100,
      idleOhms: 200_000,
      signal: 'line',
      tolerates: { volts: 5.5, milliamps: 5 },
      maxDbu: 6,
      pair: side === 'L' ? 'line-R' : 'line-L',
    })),
    { kind: 'bond', id: 'ground', pins: ['out.S', 'chassis'] },
  ],
  points: SIDES.map((side): Point => ({
    id: `programme-${side}`,
    label: `Effects ${side}`,
    unit: 'dBu',
    role: 'programme',
    level: -8,
    crestDb: 14,
    ceiling: 6,
  })),
  paths: SIDES.map((side): Path => ({
    from: `programme-${side}`,
    to: `line-${side}`,
    controls: [{ control: 'volume' }],
    noise: { kind: 'level', level: -88 },
  })),
};

const loudspeaker: DeviceModel = {
  id: 'loudspeaker',
  name: 'Powered loudspeaker',
  kind: 'loudspeaker',
  about: 'Amplifier inside; balanced combined input.',
  ground: 'bonded',
  supply: 'earthed',
  ports: [
    { id: 'in', label: 'Input', connector: 'combo', side: 'in' },
    { id: 'mains', label: 'Mains inlet', connector: 'mains-earthed-socket', side: 'in' },
  ],
  controls: [{ id: 'level', label: 'Level', kind: 'gain', minDb: -40, maxDb: 0, stepDb: 1, initial: -20 }],
  streams: [],
  elements: [
    {
      kind: 'input',
      id: 'xlr',
      drive: 'differential',
      plus: 'in.2',
      minus: 'in.3',
      ground: 'chassis',
      ohms: 20000,
      signal: 'line',
      maxDbu: 20,
    },
    {
      kind: 'input',
      id: 'jack',
      drive: 'differential',
      plus: 'in.T',
      minus: 'in.R',
      ground: 'chassis',
      ohms: 20000,
      signal: 'line',
      maxDbu: 20,
    },
    { kind: 'bond', id: 'ground', pins: ['in.1', 'in.S', 'mains.E', 'chassis'] },
  ],
  points: [{ id: 'driver', label: 'Loudspeaker, 1 m', unit: 'dB SPL', role: 'driver', ceiling: 108 }],
  paths: ['xlr', 'jack'].map((from) => ({
    from,
    to: 'driver',
    gainDb: 104,
    unitShiftDb: 104,
    controls: [{ control: 'level' }],
  })),
};

const headphones: DeviceModel = {
  id: 'headphones',
  name: 'Closed headphones',
  kind: 'headphones',
  about: 'Detachable lead, 3.5 mm socket on the ear cup.',
  ground: 'floating',
  ports: [{ id: 'in', label: 'Socket', connector: 'trs-35-socket', side: 'in' }],
  controls: [],
  streams: [],
  elements: [
    ...SIDES.map((side): CircuitElement => ({
      kind: 'input',
      id: `coil-${side}`,
      drive: 'single',
      plus: side === 'L' ? 'in.T' : 'in.R',
      ground: 'in.S',
      ohms: 64,
      dcOhms: 64,
      signal: 'headphone',
    })),
    { kind: 'bond', id: 'ground', pins: ['in.S', 'chassis'] },
  ],
  points: SIDES.map((side): Point => ({
    id: `ear-${side}`,
    label: `Ear ${side}`,
    unit: 'dB SPL',
    role: 'driver',
    ceiling: 125,
  })),
  paths: SIDES.map((side): Path => ({
    from: `coil-${side}`,
    to: `ear-${side}`,
    gainDb: 108,
    unitShiftDb: 108,
  })),
};

/** A receiver's audio: transmitter capsules to one stereo mini-jack; in mono mode both sides carry both. */
const receiver: DeviceModel = {
  id: 'receiver-dual',
  name: 'Dual wireless receiver',
  kind: 'receiver',
  about: 'Two lapel transmitters on one stereo mini-jack; mono or stereo mode.',
  ground: 'floating',
  ports: [{ id: 'out', label: 'Output', connector: 'trs-35-socket', side: 'out' }],
  controls: [{ id: 'mode', label: 'Mode', kind: 'choice', options: ['mono', 'stereo'], initial: 'mono' }],
  streams: [],
  elements: [
    ...SIDES.map((side): CircuitElement => ({
      kind: 'output',
      id: `line-${side}`,
      drive: 'single',
      plus: side === 'L' ? 'out.T' : 'out.R',
      ground: 'out.S',
      ohms: 220,
      idleOhms: 200_000,
      signal: 'line',
      tolerates: { volts: 5.5, milliamps: 5 },
      maxDbu: 2,
      pair: side === 'L' ? 'line-R' : 'line-L',
    })),
    { kind: 'bond', id: 'ground', pins: ['out.S', 'chassis'] },
  ],
  points: [1, 2].map((n): Point => ({
    id: `capsule${n}`,
    label: `Lapel ${n}`,
    unit: 'dB SPL',
    role: 'capsule',
    ceiling: 120,
    omniPart: 1,
  })),
  paths: [
    ...([1, 2] as const).map((n): Path => ({
      from: `capsule${n}`,
      to: n === 1 ? 'line-L' : 'line-R',
      gainDb: -96,
      unitShiftDb: -96,
      noise: { kind: 'level', level: -78 },
      delayMs: 4,
    })),
    ...([1, 2] as const).map((n): Path => ({
      from: `capsule${n}`,
      to: n === 1 ? 'line-R' : 'line-L',
      gainDb: -96,
      unitShiftDb: -96,
      delayMs: 4,
      when: { control: 'mode', is: 'mono' },
    })),
  ],
};

const usbMicrophone: DeviceModel = {
  id: 'mic-usb',
  name: 'USB microphone with headphone jack',
  kind: 'microphone',
  about: 'Amplifier and converter inside; goes straight into a computer, never into an XLR input.',
  ground: 'bonded',
  ...joinPieces(
    {
      ports: [
        {
          id: 'usb',
          label: 'USB',
          connector: 'usb-c-socket',
          side: 'out',
          usb: { role: 'device', version: '2.0' },
        },
      ],
      controls: [{ id: 'gain', label: 'Gain', kind: 'gain', minDb: 0, maxDb: 40, stepDb: 1, initial: 10 }],
      points: [
        {
          id: 'capsule',
          label: 'Voice at the microphone',
          unit: 'dB SPL',
          role: 'capsule',
          ceiling: 120,
          omniPart: 0.5,
        },
        { id: 'preamp', label: 'Amplifier', unit: 'dBu', role: 'stage', ceiling: 4 },
      ],
      paths: [
        {
          from: 'capsule',
          to: 'preamp',
          gainDb: sensitivityShiftDb(8),
          unitShiftDb: sensitivityShiftDb(8),
          controls: [{ control: 'gain' }],
          noise: { kind: 'level', level: -92 },
        },
        { from: 'preamp', to: 'usb-in-1', gainDb: 0, noise: { kind: 'level', level: -96 }, delayMs: 1.6 },
      ],
      streams: [{ id: 'usb-in', label: 'USB input', direction: 'to-computer', channels: ['usb-in-1'] }],
    },
    streamPoints('usb-in', 'USB input', ['1']),
  ),
};

const digitalMicrophone: DeviceModel = {
  id: 'mic-digital',
  name: 'Digital microphone (AES3 on XLR)',
  kind: 'microphone',
  about: 'Looks like any XLR microphone; needs its own digital receiver.',
  ground: 'floating',
  ports: [{ id: 'out', label: 'Digital output', connector: 'xlr-male', side: 'out' }],
  controls: [],
  streams: [],
  elements: [
    {
      kind: 'output',
      id: 'aes3',
      drive: 'floating',
      plus: 'out.2',
      minus: 'out.3',
      ohms: 110,
      signal: 'aes3',
      tolerates: { volts: 52, milliamps: 20 },
    },
    { kind: 'bond', id: 'ground', pins: ['out.1', 'chassis'] },
  ],
  points: [
    {
      id: 'capsule',
      label: 'Voice at the microphone',
      unit: 'dB SPL',
      role: 'capsule',
      ceiling: 140,
      omniPart: 0.5,
    },
  ],
  // Full scale at 140 dB SPL; the converter's floor 15 dB SPL under it all. Invented, of a usual kind.
  paths: [
    {
      from: 'capsule',
      to: 'aes3',
      gainDb: -140,
      unitShiftDb: -140,
      noise: { kind: 'level', level: -125 },
      delayMs: 0.6,
    },
  ],
};

const preamp: DeviceModel = {
  id: 'preamp',
  name: 'Separate microphone preamp',
  kind: 'preamp',
  about: 'Analogue in, analogue line out; has no converter.',
  ground: 'bonded',
  streams: [],
  ports: [
    { id: 'in', label: 'Microphone', connector: 'xlr-female', side: 'in' },
    { id: 'out', label: 'Line out', connector: 'trs-635-socket', side: 'out' },
  ],
  controls: [
    { id: 'gain', label: 'Gain', kind: 'gain', minDb: 10, maxDb: 66, stepDb: 1, initial: 20 },
    { id: 'phantom', label: 'Phantom', kind: 'switch', initial: false },
  ],
  elements: [
    {
      kind: 'input',
      id: 'mic',
      drive: 'differential',
      plus: 'in.2',
      minus: 'in.3',
      ground: 'chassis',
      ohms: 2000,
      signal: 'microphone',
      maxDbu: 4,
    },
    {
      kind: 'feed',
      id: 'feed',
      legs: ['in.2', 'in.3'],
      ground: 'chassis',
      volts: 48,
      ohmsEach: 6800,
      standard: 'P48',
      control: 'phantom',
    },
    {
      kind: 'output',
      id: 'line',
      drive: 'both-legs',
      plus: 'out.T',
      minus: 'out.R',
      ground: 'chassis',
      ohms: 100,
      signal: 'line',
      tolerates: { volts: 50, milliamps: 20 },
      maxDbu: 22,
    },
    { kind: 'bond', id: 'ground', pins: ['in.1', 'out.S', 'chassis'] },
  ],
  points: [],
  paths: [
    {
      from: 'mic',
      to: 'line',
      controls: [{ control: 'gain' }],
      noise: {
        kind: 'ein',
        table: [
          [10, -112],
          [30, -125],
          [60, -129],
        ],
      },
    },
  ],
};

/** XLR on one side, USB on the other: a simple amplifier and converter in the shell, no phantom. */
const adapterXlrUsb: DeviceModel = (() => {
  const channel = preampChannel({
    n: 1,
    connector: 'xlr-female',
    minGainDb: 0,
    maxGainDb: 20,
    maxInputDbu: 0,
    fullScaleDbu: -2,
    phantom: 'none',
    micOhms: 2000,
    ein: [
      [0, -105],
      [20, -114],
    ],
  });
  return {
    id: 'adapter-xlr-usb',
    name: 'XLR-to-USB adapter lead',
    kind: 'interface',
    about: 'A simple preamp (+20 dB) and converter in a cable; no phantom.',
    ground: 'bonded',
    ...joinPieces(
      {
        ...channel,
        elements: (channel.elements ?? []).filter((element) => element.kind !== 'feed'),
        controls: (channel.controls ?? []).filter((control) => control.id !== 'pad1'),
        paths: (channel.paths ?? []).map((path) =>
          path.from === 'mic1' ? { from: 'mic1', to: 'head1' } : path,
        ),
      },
      {
        ports: [
          {
            id: 'usb',
            label: 'USB',
            connector: 'usb-b-socket',
            side: 'out',
            usb: { role: 'device', version: '2.0' },
          },
        ],
        paths: [{ from: 'digital1', to: 'usb-in-1', delayMs: 1 }],
        streams: [{ id: 'usb-in', label: 'USB input', direction: 'to-computer', channels: ['usb-in-1'] }],
      },
      streamPoints('usb-in', 'USB input', ['1']),
    ),
  };
})();

export const OTHERS: DeviceModel[] = [
  usbMicrophone,
  digitalMicrophone,
  booster,
  preamp,
  adapterXlrUsb,
  laptopIsolator,
  receiver,
  player,
  loudspeaker,
  headphones,
];
