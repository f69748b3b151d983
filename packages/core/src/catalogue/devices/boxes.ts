import type { CircuitElement, DeviceModel } from '../types';
import { joinPieces } from './parts';
import { monoInput, STURDY, monoOutput } from './ports';

const bonded = (...pins: string[]): CircuitElement => ({
  kind: 'bond',
  id: 'metal',
  pins: [...pins, 'chassis'],
});

/** Boxes that go in between: DI boxes, isolators, pads, power for small microphones. */
export const BOXES: DeviceModel[] = [
  {
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
        milliamps: 4,
        standard: 'P48',
        minVolts: 20,
      },
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
  {
    id: 'headphone-amplifier',
    name: 'Headphone amplifier, four outputs',
    kind: 'headphones-amplifier',
    about: 'One stereo line in, four headphone outputs each with a volume.',
    ground: 'floating',
    supply: 'double-insulated',
    ...joinPieces(
      ...(['left', 'right'] as const).map((side) =>
        monoInput({
          id: side === 'left' ? 'inL' : 'inR',
          label: `In ${side}`,
          connector: 'trs-635-socket',
          drive: 'differential',
          signal: 'line',
          ohms: 10_000,
          maxDbu: 18,
        }),
      ),
      ...[1, 2, 3, 4].flatMap((n) => [
        {
          ports: [
            { id: `phones${n}`, label: `Headphones ${n}`, connector: 'trs-635-socket', side: 'out' as const },
          ],
          controls: [
            {
              id: `volume${n}`,
              label: `Volume ${n}`,
              kind: 'gain' as const,
              minDb: -60,
              maxDb: 10,
              stepDb: 1,
              initial: -20,
            },
          ],
          elements: [
            ...(['left', 'right'] as const).map((side) => ({
              kind: 'output' as const,
              id: `phones${n}-${side}`,
              drive: 'single' as const,
              plus: `phones${n}.${side === 'left' ? 'T' : 'R'}`,
              ground: 'chassis',
              ohms: 10,
              signal: 'headphone' as const,
              maxDbu: 16,
              tolerates: STURDY,
              pair: `phones${n}-${side === 'left' ? 'right' : 'left'}`,
              side,
            })),
            { kind: 'bond' as const, id: `phones${n}-metal`, pins: [`phones${n}.S`, 'chassis'] },
          ],
          paths: (['left', 'right'] as const).map((side) => ({
            from: `${side === 'left' ? 'inL' : 'inR'}-in`,
            to: `phones${n}-${side}`,
            controls: [{ control: `volume${n}` }],
            noise: { kind: 'level' as const, level: -94 },
          })),
        },
      ]),
    ),
  },
  {
    id: 'preamp-two',
    name: 'Separate two-channel preamp',
    kind: 'preamp',
    about: 'Two microphones in, balanced line out; no converter.',
    ground: 'bonded',
    supply: 'earthed',
    ...joinPieces(
      ...[1, 2].flatMap((n) => [
        monoInput({
          id: `mic${n}`,
          label: `Microphone ${n}`,
          connector: 'xlr-female',
          drive: 'differential',
          signal: 'microphone',
          ohms: 2000,
          maxDbu: 6,
        }),
        monoOutput({
          id: `line${n}`,
          label: `Line out ${n}`,
          connector: 'trs-635-socket',
          drive: 'both-legs',
          signal: 'line',
          ohms: 100,
          maxDbu: 22,
          nominalDbu: 4,
          tolerates: STURDY,
        }),
        {
          controls: [
            {
              id: `gain${n}`,
              label: `Gain ${n}`,
              kind: 'gain' as const,
              minDb: 10,
              maxDb: 66,
              stepDb: 1,
              initial: 20,
            },
            { id: `phantom${n}`, label: `Phantom ${n}`, kind: 'switch' as const, initial: false },
          ],
          elements: [
            {
              kind: 'feed' as const,
              id: `feed${n}`,
              legs: [`mic${n}.2`, `mic${n}.3`],
              ground: 'chassis',
              volts: 48,
              ohmsEach: 6800,
              standard: 'P48' as const,
              control: `phantom${n}`,
            },
          ],
          paths: [
            {
              from: `mic${n}-in`,
              to: `line${n}-emf`,
              controls: [{ control: `gain${n}` }],
              noise: {
                kind: 'ein' as const,
                table: [
                  [10, -112],
                  [30, -125],
                  [60, -129],
                ] as [number, number][],
              },
            },
          ],
        },
      ]),
    ),
  },
];
