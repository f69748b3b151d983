import { usualKnob } from '../knobs';
import type { DeviceModel } from '../types';
import { joinPieces } from './parts';
import { monoInput, monoOutput, phantomFed, STURDY } from './ports';

/** Amplifiers for microphones without a converter. */
export const PREAMPS: DeviceModel[] = [
  {
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
      ...phantomFed({ port: 'out', ohms: 150, milliamps: 3, minVolts: 24 }),
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
  },
  {
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
      {
        id: 'gain',
        label: 'Gain',
        kind: 'gain',
        minDb: 10,
        maxDb: 66,
        stepDb: 1,
        initial: 20,
        knob: usualKnob('marks'),
      },
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
