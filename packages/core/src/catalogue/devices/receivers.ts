import type { DeviceModel, Path } from '../types';
import { joinPieces } from './parts';
import { DELICATE, monoInput, monoOutput, programme, stereoSocketOut, STURDY } from './ports';

const SIDES = ['left', 'right'] as const;

/** Sound from elsewhere: by radio from a transmitter or a phone, or down a line. */
export const RECEIVERS: DeviceModel[] = [
  // Transmitter capsules to one stereo mini-jack; in mono mode both sides carry both.
  {
    id: 'receiver-dual',
    name: 'Dual wireless receiver',
    kind: 'receiver',
    about: 'Two lapel transmitters on one stereo mini-jack; mono or stereo mode.',
    ground: 'floating',
    ...joinPieces(
      stereoSocketOut({
        id: 'out',
        label: 'Output',
        connector: 'trs-35-socket',
        signal: 'line',
        ohms: 220,
        idleOhms: 200_000,
        maxDbu: 2,
        tolerates: DELICATE,
      }),
      {
        controls: [
          { id: 'mode', label: 'Mode', kind: 'choice', options: ['mono', 'stereo'], initial: 'mono' },
        ],
        points: [1, 2].map((n) => ({
          id: `capsule${n}`,
          label: `Lapel ${n}`,
          unit: 'dB SPL',
          role: 'capsule',
          ceiling: 120,
          omniPart: 1,
        })),
        paths: SIDES.flatMap((side, index): Path[] => [
          {
            from: `capsule${index + 1}`,
            to: `out-${side}`,
            gainDb: -96,
            unitShiftDb: -96,
            noise: { kind: 'level', level: -78 },
            delayMs: 4,
          },
          {
            from: `capsule${2 - index}`,
            to: `out-${side}`,
            gainDb: -96,
            unitShiftDb: -96,
            delayMs: 4,
            when: { control: 'mode', is: 'mono' },
          },
        ]),
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
    id: 'line-receiver',
    name: 'Line receiver with XLR outputs',
    kind: 'receiver',
    about: 'A return line from elsewhere at professional level on XLR.',
    ground: 'bonded',
    supply: 'earthed',
    ...joinPieces(
      monoOutput({
        id: 'out',
        label: 'Line out',
        connector: 'xlr-male',
        drive: 'both-legs',
        signal: 'line',
        ohms: 60,
        maxDbu: 22,
        nominalDbu: 4,
        tolerates: STURDY,
      }),
      {
        points: [{ id: 'line', label: 'Far end', unit: 'dBu', role: 'programme', level: 0, crestDb: 12 }],
        paths: [{ from: 'line', to: 'out-emf' }],
      },
    ),
  },
];
