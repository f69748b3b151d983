import type { CircuitElement, DeviceModel } from '../types';
import { phantomFed } from './ports';

const bonded = (...pins: string[]): CircuitElement => ({
  kind: 'bond',
  id: 'metal',
  pins: [...pins, 'chassis'],
});

const passiveDi: DeviceModel = {
  id: 'di-passive',
  name: 'Passive DI box',
  kind: 'isolator',
  about:
    'Transformer: an instrument or line becomes a balanced microphone-level signal; ground lifted, phantom kept out.',
  ground: 'floating',
  controls: [],
  points: [],
  paths: [],
  streams: [],
  ports: [
    { id: 'in', label: 'Instrument', connector: 'ts-635-socket', side: 'in' },
    { id: 'out', label: 'Balanced out', connector: 'xlr-male', side: 'out' },
  ],
  elements: [
    // 12:1 transformer: a 1.5 kΩ microphone input looks like 216 kΩ.
    {
      kind: 'transformer',
      id: 'core',
      primary: ['in.T', 'in.S'],
      secondary: ['out.2', 'out.3'],
      ratio: 1 / 12,
      primaryOhms: 2400,
      secondaryOhms: 60,
    },
    bonded('out.1'),
  ],
};

/** Boxes that go in between: DI boxes, isolators, power for small microphones. */
export const ISOLATORS: DeviceModel[] = [
  passiveDi,
  {
    ...passiveDi,
    id: 'di-line',
    name: 'Line-level DI box',
    about:
      'Less ratio than an instrument DI: a line output becomes balanced and loses 14 dB; hum ring opened.',
    elements: passiveDi.elements.map((element) =>
      element.kind === 'transformer'
        ? { ...element, ratio: 1 / 5, primaryOhms: 400, secondaryOhms: 40 }
        : element,
    ),
  },
  {
    id: 'di-active',
    name: 'Active DI box',
    kind: 'isolator',
    about: 'Electronics on phantom: hardly loads a pick-up, drives a long balanced lead.',
    ground: 'floating',
    controls: [],
    points: [],
    streams: [],
    ports: [
      { id: 'in', label: 'Instrument', connector: 'ts-635-socket', side: 'in' },
      { id: 'out', label: 'Balanced out', connector: 'xlr-male', side: 'out' },
    ],
    elements: [
      {
        kind: 'input',
        id: 'head',
        drive: 'single',
        plus: 'in.T',
        ground: 'chassis',
        ohms: 1e6,
        signal: 'instrument',
        maxDbu: 9,
      },
      ...phantomFed({ port: 'out', ohms: 150, milliamps: 4, minVolts: 20 }),
      bonded('in.S', 'out.1'),
    ],
    paths: [
      {
        from: 'head',
        to: 'emf',
        gainDb: -20,
        noise: { kind: 'level', level: -122 },
        poweredBy: 'electronics',
      },
    ],
  },
  {
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
  },
  {
    id: 'isolator-line',
    name: 'Stereo line isolator, mini-jack',
    kind: 'isolator',
    about: 'Two 1:1 transformers between mini-jack sockets: sound passes, hum and DC do not.',
    ground: 'floating',
    controls: [],
    points: [],
    paths: [],
    streams: [],
    ports: [
      { id: 'in', label: 'In', connector: 'trs-35-socket', side: 'in' },
      { id: 'out', label: 'Out', connector: 'trs-35-socket', side: 'out' },
    ],
    elements: (['T', 'R'] as const).map((pin) => ({
      kind: 'transformer' as const,
      id: `core-${pin}`,
      primary: [`in.${pin}`, 'in.S'] as [string, string],
      secondary: [`out.${pin}`, 'out.S'] as [string, string],
      ratio: 1,
      primaryOhms: 60,
      secondaryOhms: 60,
    })),
  },
  {
    id: 'plugin-adapter',
    name: 'Adapter from phantom to plug-in power',
    kind: 'isolator',
    about: 'Mini-jack lapel microphone into a phantom-fed XLR input: brings 48 V down to a few volts.',
    ground: 'floating',
    controls: [],
    points: [],
    paths: [],
    streams: [],
    ports: [
      { id: 'in', label: 'Lapel microphone', connector: 'trs-35-socket', side: 'in' },
      { id: 'out', label: 'Output', connector: 'xlr-male', side: 'out' },
    ],
    elements: [
      // Both legs' 6.8 kΩ and these bring what a 0.3 mA electret needs; a capacitor carries the sound.
      { kind: 'resistor', id: 'drop', a: 'out.2', b: 'node', ohms: 47_000 },
      { kind: 'resistor', id: 'shunt', a: 'node', b: 'out.1', ohms: 3300 },
      { kind: 'resistor', id: 'bias', a: 'node', b: 'in.T', ohms: 1000 },
      { kind: 'capacitor', id: 'pass', a: 'in.T', b: 'out.2', farads: 10e-6 },
      { kind: 'resistor', id: 'match', a: 'out.3', b: 'cold', ohms: 2200 },
      { kind: 'capacitor', id: 'cold-pass', a: 'cold', b: 'out.1', farads: 10e-6 },
      bonded('in.S', 'out.1'),
    ],
  },
];
