import type { DeviceModel } from '../types';
import { miniJackMicrophone } from './mini-jack-microphone';
import { joinPieces, streamPoints, type Piece } from './parts';
import { dcInlet, stereoSocketIn, usbDevicePort, volume } from './ports';

const SIDES = ['left', 'right'] as const;

/** Cameras and what joins their pictures. */
export const CAMERAS: DeviceModel[] = [
  {
    id: 'camera',
    name: 'Camera with microphone socket',
    kind: 'camera',
    about: 'Microphone-level mini-jack with plug-in power; its own amplifier is poor, so keep its level low.',
    ground: 'floating',
    supply: 'battery',
    // Four hours of recording. Common practice, no published source.
    battery: { wattHours: 16, restMilliwatts: 4000 },
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
];
