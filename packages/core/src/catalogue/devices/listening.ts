import type { DeviceModel } from '../types';
import { joinPieces, type Piece } from './parts';
import { mainsInlet, monoInput, monoOutput, rcaPair, stereoSocketIn, STURDY, volume } from './ports';

const SIDES = ['left', 'right'] as const;

/** Headphones with a fixed lead end in a plug; their socket is drawn on the ear cup, as of all headphones here. */
const headphones = (
  id: string,
  name: string,
  about: string,
  ohms: number,
  shift: number,
  leakDb: number,
): DeviceModel => ({
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
    // What a cup lets out: common practice, no published source.
    leakDb,
  })),
  paths: SIDES.map((side) => ({
    from: `coil-${side}`,
    to: `ear-${side}`,
    gainDb: shift,
    unitShiftDb: shift,
  })),
});

/** One loudspeaker output of an amplifier, next to no impedance, thirty times the volts of its line input at full volume. */
const amplifierOutput = (
  side: (typeof SIDES)[number],
  connector: 'loudspeaker-socket' | 'ts-635-socket',
  from: string,
): Piece =>
  joinPieces(
    monoOutput({
      id: `speaker-${side}`,
      label: `Loudspeaker ${side}`,
      connector,
      drive: 'single',
      signal: 'loudspeaker',
      ohms: 0.1,
      maxDbu: 30,
      tolerates: STURDY,
    }),
    {
      paths: [
        {
          from,
          to: `speaker-${side}-emf`,
          gainDb: 30,
          controls: [{ control: 'level' }],
          noise: { kind: 'level', level: -70 },
        },
      ],
    },
  );

/** What people hear with: headphones, loudspeakers, and amplifiers for either. */
export const LISTENING: DeviceModel[] = [
  headphones(
    'headphones',
    'Closed headphones',
    'Detachable lead, 3.5 mm socket on the ear cup.',
    64,
    108,
    40,
  ),
  headphones(
    'headphones-250',
    'Studio headphones, 250 Ω',
    'Quiet on a laptop: high impedance wants volts.',
    250,
    101,
    40,
  ),
  headphones(
    'headphones-open',
    'Open headphones',
    'Airy to wear, and heard by every microphone near by: not for speaking with.',
    64,
    108,
    18,
  ),
  headphones('earphones', 'Earphones, 16 Ω', 'Loud on anything, and they load a weak output.', 16, 116, 45),
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
    id: 'hifi-amplifier',
    name: 'Living-room amplifier',
    kind: 'loudspeaker',
    about: 'Consumer amplifier: RCA inputs, two loudspeaker outputs; earthed plug.',
    ground: 'bonded',
    supply: 'earthed',
    ...joinPieces(
      rcaPair({
        id: 'in',
        label: 'Line in',
        side: 'in',
        signal: 'line',
        ohms: 22_000,
        maxDbu: 8,
        accepts: [-24, 6],
      }),
      { controls: [volume('level', 'Volume', -30)] },
      ...SIDES.map((side) => amplifierOutput(side, 'loudspeaker-socket', `in-${side}`)),
    ),
  },
  {
    id: 'power-amplifier',
    name: 'Stage amplifier with 6.35 mm loudspeaker outputs',
    kind: 'loudspeaker',
    about: 'Its loudspeaker outputs look like line outputs and are ten times as strong; earthed plug.',
    ground: 'bonded',
    supply: 'earthed',
    ...joinPieces(
      ...SIDES.map((side) =>
        monoInput({
          id: `in-${side}`,
          label: `Line in ${side}`,
          connector: 'trs-635-socket',
          drive: 'differential',
          signal: 'line',
          ohms: 20_000,
          maxDbu: 20,
        }),
      ),
      { controls: [volume('level', 'Volume', -30)] },
      ...SIDES.map((side) => amplifierOutput(side, 'ts-635-socket', `in-${side}-in`)),
      mainsInlet(),
    ),
  },
  {
    id: 'loudspeaker-passive',
    name: 'Loudspeaker without amplifier, 8 Ω',
    kind: 'loudspeaker',
    about: 'Only a coil: needs an amplifier’s loudspeaker output; anything else is silent or strained.',
    ground: 'floating',
    ...joinPieces(
      monoInput({
        id: 'in',
        label: 'Loudspeaker in',
        connector: 'loudspeaker-socket',
        drive: 'single',
        signal: 'loudspeaker',
        ohms: 8,
        dcOhms: 6,
        maxDbu: 32,
      }),
      {
        points: [{ id: 'driver', label: 'Loudspeaker, 1 m', unit: 'dB SPL', role: 'driver', ceiling: 108 }],
        // 87 dB SPL at 1 m for 2.83 V (11.25 dBu): a usual figure of data sheets.
        paths: [{ from: 'in-in', to: 'driver', gainDb: 75.75, unitShiftDb: 75.75 }],
      },
    ),
  },
];
