import type { CircuitElement, DeviceModel } from '../types';
import { joinPieces, streamPoints, type Piece } from './parts';
import {
  dcInlet,
  DELICATE,
  monoInput,
  monoOutput,
  rcaPair,
  STURDY,
  stereoSocketIn,
  stereoSocketOut,
  usbDevicePort,
  volume,
} from './ports';

const SIDES = ['left', 'right'] as const;

const plugInFeeds = (port: string): CircuitElement[] =>
  (['T', 'R'] as const).map((pin) => ({
    kind: 'feed',
    id: `${port}-bias-${pin}`,
    legs: [`${port}.${pin}`],
    ground: 'chassis',
    volts: 2.7,
    ohmsEach: 2200,
    standard: 'plug-in',
    control: 'plugin-power',
  }));

/** Microphone-level mini-jack with plug-in power, as cameras and small recorders have; tracks of its own. */
const miniJackMicrophone = (maxDbu: number, maxGainDb: number) =>
  joinPieces(
    stereoSocketIn({
      id: 'mic',
      label: 'Microphone',
      connector: 'trs-35-socket',
      signal: 'microphone',
      ohms: 5000,
      maxDbu,
      accepts: [-66, -20],
    }),
    {
      elements: plugInFeeds('mic'),
      controls: [
        {
          id: 'gain',
          label: 'Recording level',
          kind: 'gain',
          minDb: 0,
          maxDb: maxGainDb,
          stepDb: 1,
          initial: 20,
        },
        { id: 'plugin-power', label: 'Plug-in power', kind: 'switch', initial: true },
      ],
      points: SIDES.map((side) => ({
        id: `track-${side}`,
        label: `Own track ${side}`,
        unit: 'dBFS' as const,
        role: 'converter' as const,
        ceiling: 0,
      })),
      paths: SIDES.map((side) => ({
        from: `mic-${side}`,
        to: `track-${side}`,
        gainDb: 10,
        unitShiftDb: 10,
        controls: [{ control: 'gain' }],
        noise: {
          kind: 'ein' as const,
          table: [
            [0, -96],
            [40, -116],
          ] as [number, number][],
        },
      })),
    },
  );

/** Cameras, switchers and field recorders. */
export const CAMERAS: DeviceModel[] = [
  {
    id: 'camera',
    name: 'Camera with microphone socket',
    kind: 'camera',
    about: 'Microphone-level mini-jack with plug-in power; its own amplifier is poor, so keep its level low.',
    ground: 'floating',
    supply: 'battery',
    ...joinPieces(miniJackMicrophone(-12, 40), {
      ports: [
        {
          id: 'hdmi',
          label: 'HDMI out',
          connector: 'hdmi-socket',
          side: 'out',
          digital: { format: 'hdmi', sends: SIDES.map((side) => `track-${side}`) },
        },
      ],
    }),
  },
  {
    id: 'video-switcher',
    name: 'Video switcher with microphone sockets',
    kind: 'camera',
    about: 'Two mini-jacks at microphone or line level; joins sound to the picture for the stream.',
    ground: 'bonded',
    supply: 'double-insulated',
    ...joinPieces(
      ...[1, 2].map((n) =>
        stereoSocketIn({
          id: `mic${n}`,
          label: `Audio in ${n}`,
          connector: 'trs-35-socket',
          signal: 'microphone',
          ohms: 6000,
          maxDbu: 4,
          accepts: [-60, -4],
        }),
      ),
      {
        controls: [1, 2].map((n) => ({
          id: `gain${n}`,
          label: `Level ${n}`,
          kind: 'gain' as const,
          minDb: -20,
          maxDb: 40,
          stepDb: 1,
          initial: 0,
        })),
        paths: [1, 2].flatMap((n) =>
          SIDES.map((side) => ({
            from: `mic${n}-${side}`,
            to: `usb-in-${side === 'left' ? 'L' : 'R'}`,
            gainDb: -4,
            unitShiftDb: -4,
            controls: [{ control: `gain${n}` }],
            noise: { kind: 'level' as const, level: -84 },
          })),
        ),
        streams: [
          {
            id: 'usb-in',
            label: 'Picture and sound',
            direction: 'to-computer',
            channels: ['usb-in-L', 'usb-in-R'],
          },
        ],
      },
      streamPoints('usb-in', 'USB', ['L', 'R']),
      ...[1, 2].map((n): Piece => ({
        ports: [
          {
            id: `hdmi${n}`,
            label: `HDMI in ${n}`,
            connector: 'hdmi-socket',
            side: 'in',
            digital: { format: 'hdmi', receives: SIDES.map((side) => `picture${n}-${side}`) },
          },
        ],
        points: SIDES.map((side) => ({
          id: `picture${n}-${side}`,
          label: `Sound with picture ${n}, ${side}`,
          unit: 'dBFS',
          role: 'converter',
          ceiling: 0,
        })),
        paths: SIDES.map((side) => ({
          from: `picture${n}-${side}`,
          to: `usb-in-${side === 'left' ? 'L' : 'R'}`,
          controls: [{ control: `picture-level${n}` }],
          // Two pictures of buffering. Common practice, no published source.
          delayMs: 67,
        })),
        controls: [volume(`picture-level${n}`, `Sound with picture ${n}`, 0)],
      })),
      dcInlet(),
      usbDevicePort('usb-c-socket'),
    ),
  },
  {
    id: 'recorder-pocket',
    name: 'Pocket recorder',
    kind: 'recorder',
    about: 'Battery, one mini-jack with plug-in power, headphone out.',
    ground: 'floating',
    supply: 'battery',
    ...joinPieces(
      miniJackMicrophone(-6, 46),
      stereoSocketOut({
        id: 'phones',
        label: 'Headphones',
        connector: 'trs-35-socket',
        signal: 'headphone',
        ohms: 20,
        maxDbu: 0,
        idleOhms: 200_000,
        tolerates: DELICATE,
      }),
    ),
  },
  {
    id: 'recorder-field',
    name: 'Field recorder, two XLR inputs',
    kind: 'recorder',
    about: 'Two microphone inputs on battery; phantom of 48, 24 or 12 V to save it.',
    ground: 'floating',
    supply: 'battery',
    ...joinPieces(
      ...[1, 2].flatMap((n) => [
        monoInput({
          id: `in${n}`,
          label: `Input ${n}`,
          connector: 'xlr-female',
          drive: 'differential',
          signal: 'microphone',
          ohms: 3000,
          maxDbu: 4,
        }),
        {
          controls: [
            {
              id: `gain${n}`,
              label: `Gain ${n}`,
              kind: 'gain' as const,
              minDb: 0,
              maxDb: 60,
              stepDb: 1,
              initial: 30,
            },
          ],
          elements: (
            [
              ['P48', 48, 6800],
              ['P24', 24, 1200],
              ['P12', 12, 680],
            ] as const
          ).map(([standard, volts, ohmsEach]) => ({
            kind: 'feed' as const,
            id: `${standard}-${n}`,
            legs: [`in${n}.2`, `in${n}.3`],
            ground: 'chassis',
            volts,
            ohmsEach,
            standard,
            when: { control: 'phantom', is: standard },
          })),
          points: [
            {
              id: `track${n}`,
              label: `Own track ${n}`,
              unit: 'dBFS' as const,
              role: 'converter' as const,
              ceiling: 0,
            },
          ],
          paths: [
            {
              from: `in${n}-in`,
              to: `track${n}`,
              gainDb: -12,
              unitShiftDb: -12,
              controls: [{ control: `gain${n}` }],
              noise: {
                kind: 'ein' as const,
                table: [
                  [0, -100],
                  [30, -122],
                  [60, -127],
                ] as [number, number][],
              },
            },
          ],
        },
      ]),
      {
        controls: [
          {
            id: 'phantom',
            label: 'Phantom',
            kind: 'choice',
            options: ['off', 'P48', 'P24', 'P12'],
            initial: 'off',
          },
        ],
      },
    ),
  },
  {
    id: 'hifi-amplifier',
    name: 'Living-room amplifier',
    kind: 'loudspeaker',
    about: 'Consumer amplifier with RCA inputs and loudspeakers of its own; earthed plug.',
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
      {
        controls: [
          { id: 'level', label: 'Volume', kind: 'gain', minDb: -60, maxDb: 0, stepDb: 1, initial: -30 },
        ],
      },
    ),
  },
  {
    id: 'radio-tuner',
    name: 'Radio tuner',
    kind: 'player',
    about: 'Consumer line level on RCA sockets.',
    ground: 'floating',
    supply: 'double-insulated',
    ...joinPieces(
      rcaPair({ id: 'out', label: 'Line out', side: 'out', signal: 'line', ohms: 600, maxDbu: 6 }),
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
