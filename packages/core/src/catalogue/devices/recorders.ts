import type { DeviceModel } from '../types';
import { channelStream, mixPoints, plainStrip, stereoMix } from './desks';
import { miniJackMicrophone } from './mini-jack-microphone';
import { joinPieces, streamPoints } from './parts';
import { DELICATE, monoInput, stereoSocketOut, usbDevicePort, volume } from './ports';

/** Recorders that need no computer. */
export const RECORDERS: DeviceModel[] = [
  {
    id: 'recorder-pocket',
    name: 'Pocket recorder',
    kind: 'recorder',
    about:
      'Battery, one mini-jack with plug-in power, headphone out; a microphone to a computer over its mini socket.',
    ground: 'floating',
    supply: 'battery',
    // Two AA cells, twenty hours. Common practice, no published source.
    battery: { wattHours: 6, restMilliwatts: 300 },
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
      usbDevicePort('usb-mini-socket'),
      streamPoints('usb-in', 'USB', ['L', 'R']),
      {
        points: mixPoints('monitor', 'Monitor'),
        controls: [volume('phones-volume', 'Headphones volume', -20)],
        paths: (['left', 'right'] as const).map((side) => ({
          from: side === 'left' ? 'monitor-L' : 'monitor-R',
          to: `phones-${side}`,
          unitShiftDb: 0,
          controls: [{ control: 'phones-volume' }],
          noise: { kind: 'level' as const, level: -86 },
          delayMs: 0.6,
        })),
        desk: {
          strips: [plainStrip('mic', 'Microphone', ['track-left', 'track-right'])],
          mixes: [stereoMix('monitor', 'Monitor')],
          streams: [channelStream('usb-in', 'Recorder to USB', 'mic', ['usb-in-L', 'usb-in-R'])],
          direct: { mix: 'monitor', strips: ['mic'], options: ['mono', 'off'] },
        },
        streams: [
          { id: 'usb-in', label: 'Recorder', direction: 'to-computer', channels: ['usb-in-L', 'usb-in-R'] },
        ],
      },
    ),
  },
  {
    id: 'recorder-field',
    name: 'Field recorder, two XLR inputs',
    kind: 'recorder',
    about: 'Two microphone inputs on battery; phantom of 48, 24 or 12 V to save it.',
    ground: 'floating',
    supply: 'battery',
    // Four AA cells, ten hours without phantom. Common practice, no published source.
    battery: { wattHours: 12, restMilliwatts: 1200 },
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
              role: 'track' as const,
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
];
