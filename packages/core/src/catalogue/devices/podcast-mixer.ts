import type { DeviceModel } from '../types';
import { joinPieces, preampChannel, streamPoints } from './parts';
import { stereoSocketIn, stereoSocketOut, STURDY, volume } from './ports';

const SIDES = ['left', 'right'] as const;

/** The podcast mixer: four microphones, pads with jingles, two USB ports that show several streams. */
export const podcastMixer: DeviceModel = {
  id: 'mixer-podcast',
  name: 'Podcast mixer with two USB ports',
  kind: 'mixer',
  about:
    'Four microphones with phantom of their own, jingle pads, a phone socket, four headphones, two computers.',
  ground: 'bonded',
  supply: 'double-insulated',
  ...joinPieces(
    ...[1, 2, 3, 4].flatMap((n) => [
      preampChannel({
        n,
        connector: 'combo',
        minGainDb: 0,
        maxGainDb: 70,
        maxInputDbu: 12,
        fullScaleDbu: 10,
        phantom: `phantom${n}`,
        levels: 'choice',
        ein: [
          [0, -100],
          [30, -122],
          [60, -129],
        ],
      }),
      { controls: [{ id: `phantom${n}`, label: `Phantom ${n}`, kind: 'switch' as const, initial: false }] },
    ]),
    {
      ports: [
        {
          id: 'radio',
          label: 'Bluetooth',
          connector: 'bluetooth-socket',
          side: 'in',
          digital: {
            format: 'bluetooth',
            receives: SIDES.map((side) => `radio-${side}`),
            sends: SIDES.map((side) => `radio-back-${side}`),
          },
        },
      ],
      points: SIDES.flatMap((side) => [
        {
          id: `radio-${side}`,
          label: `Bluetooth ${side}`,
          unit: 'dBFS' as const,
          role: 'converter' as const,
          ceiling: 0,
        },
        {
          id: `radio-back-${side}`,
          label: `Back to Bluetooth ${side}`,
          unit: 'dBFS' as const,
          role: 'mix' as const,
          ceiling: 0,
        },
      ]),
      // What goes back by radio leaves out what came by radio: a phone caller does not hear themselves.
      paths: SIDES.flatMap((side) => [
        { from: `radio-${side}`, to: `mix-${side}` },
        ...[1, 2, 3, 4].map((n) => ({ from: `digital${n}`, to: `radio-back-${side}` })),
        { from: 'pads', to: `radio-back-${side}` },
      ]),
    },
    stereoSocketIn({
      id: 'phone',
      label: 'Phone',
      connector: 'trs-35-socket',
      signal: 'line',
      ohms: 10_000,
      maxDbu: 10,
    }),
    {
      ports: [
        {
          id: 'usb1',
          label: 'USB 1, main computer',
          connector: 'usb-c-socket',
          side: 'out',
          usb: { role: 'device', version: '2.0' },
        },
        {
          id: 'usb2',
          label: 'USB 2, second computer',
          connector: 'usb-c-socket',
          side: 'out',
          usb: { role: 'device', version: '2.0' },
        },
      ],
      points: [
        ...SIDES.map((side) => ({
          id: `phone-${side}-digital`,
          label: `Phone ${side}`,
          unit: 'dBFS' as const,
          role: 'converter' as const,
          ceiling: 0,
        })),
        ...SIDES.map((side) => ({
          id: `mix-${side}`,
          label: `Main mix ${side}`,
          unit: 'dBFS' as const,
          role: 'mix' as const,
          ceiling: 0,
        })),
        {
          id: 'pads',
          label: 'Jingle pads',
          unit: 'dBFS',
          role: 'programme',
          level: -18,
          crestDb: 14,
          ceiling: 0,
        },
      ],
      paths: [
        ...SIDES.map((side) => ({
          from: `phone-${side}`,
          to: `phone-${side}-digital`,
          gainDb: -10,
          unitShiftDb: -10,
        })),
        ...SIDES.flatMap((side) => [
          ...[1, 2, 3, 4].map((n) => ({ from: `digital${n}`, to: `mix-${side}` })),
          { from: `phone-${side}-digital`, to: `mix-${side}` },
          { from: 'pads', to: `mix-${side}` },
          { from: `mix-${side}`, to: `main-${side === 'left' ? 'L' : 'R'}`, delayMs: 1 },
          { from: `return-${side === 'left' ? 'L' : 'R'}`, to: `mix-${side}`, delayMs: 1 },
        ]),
        ...[1, 2, 3, 4].map((n) => ({ from: `digital${n}`, to: `track-${n}`, delayMs: 1 })),
        { from: 'pads', to: 'track-5', delayMs: 1 },
      ],
      streams: [
        { id: 'main', label: 'Main mix', direction: 'to-computer', channels: ['main-L', 'main-R'] },
        {
          id: 'tracks',
          label: 'Every input by itself',
          direction: 'to-computer',
          channels: [1, 2, 3, 4, 5].map((n) => `track-${n}`),
        },
        { id: 'return', label: 'Playback', direction: 'from-computer', channels: ['return-L', 'return-R'] },
      ],
    },
    streamPoints('main', 'Main mix to USB', ['L', 'R']),
    streamPoints('track', 'Track', ['1', '2', '3', '4', '5']),
    streamPoints('return', 'Playback', ['L', 'R']),
    ...[1, 2, 3, 4].flatMap((n) => [
      stereoSocketOut({
        id: `phones${n}`,
        label: `Headphones ${n}`,
        connector: 'trs-635-socket',
        signal: 'headphone',
        ohms: 20,
        maxDbu: 14,
        tolerates: STURDY,
      }),
      {
        controls: [volume(`phones-volume${n}`, `Headphones ${n} volume`, -20)],
        paths: SIDES.map((side) => ({
          from: `mix-${side}`,
          to: `phones${n}-${side}`,
          gainDb: 14,
          unitShiftDb: 14,
          controls: [{ control: `phones-volume${n}` }],
          noise: { kind: 'level' as const, level: -92 },
          delayMs: 0.6,
        })),
      },
    ]),
  ),
};
