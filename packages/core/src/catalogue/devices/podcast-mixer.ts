import type { Desk } from '../types';
import type { DeviceModel } from '../types';
import { aside, channelStream, mixerStrip, mixPoints, stereoMix } from './desks';
import { joinPieces, numbers, preampChannel, streamPoints } from './parts';
import { stereoSocketIn, stereoSocketOut, STURDY, volume } from './ports';

const SIDES = ['left', 'right'] as const;

const MICROPHONES = numbers(1, 4);

/**
 * Every source a fader; what goes back by a way leaves out what came by it unless set otherwise: a caller on the second
 * computer or on the telephone does not hear themselves.
 */
const podcastDesk: Desk = {
  strips: [
    ...MICROPHONES.map((n) =>
      mixerStrip(`ch${n}`, `Microphone ${n}`, [`digital${n}`], {
        highPassHz: 80,
        gate: true,
        compressor: { thresholdDbfs: -24, ratio: 3, makeUpDb: 6 },
        ...aside(`Microphone ${n}`, 'mix'),
      }),
    ),
    mixerStrip('phone', 'Phone', ['phone-left-digital', 'phone-right-digital'], {
      pan: false,
      ...aside('Phone', 'mix'),
    }),
    mixerStrip('radio', 'Bluetooth', ['radio-left', 'radio-right'], {
      pan: false,
      ...aside('Bluetooth', 'mix'),
    }),
    mixerStrip('pads', 'Jingle pads', ['pads'], { pan: false, ...aside('Jingle pads', 'mix') }),
    {
      ...mixerStrip('usb1', 'USB 1', [], { pan: false, ...aside('USB 1', 'mix') }),
      takes: [{ label: 'Playback', points: ['return-L', 'return-R'], delayMs: 1 }],
    },
    {
      ...mixerStrip('usb2', 'USB 2', [], { pan: false, ...aside('USB 2', 'mix') }),
      takes: [{ label: 'Playback', points: ['second-return-L', 'second-return-R'], delayMs: 1 }],
    },
  ],
  mixes: [stereoMix('mix', 'Main mix'), stereoMix('ears', 'Headphone mix')],
  solo: { mixes: ['ears'], tap: 'before-fader' },
  streams: [
    {
      id: 'main',
      label: 'USB 1, main mix',
      to: ['main-L', 'main-R'],
      takes: { mix: 'mix', kinds: ['whole mix', 'minus own', 'custom'], own: ['usb1'] },
      delayMs: 1,
    },
    {
      id: 'second',
      label: 'USB 2, second computer',
      to: ['second-L', 'second-R'],
      takes: { mix: 'mix', kinds: ['minus own', 'whole mix', 'custom'], own: ['usb2'] },
      delayMs: 1,
    },
    {
      id: 'radio-back',
      label: 'Back to Bluetooth',
      to: ['radio-back-left', 'radio-back-right'],
      takes: { mix: 'mix', kinds: ['minus own'], own: ['radio'] },
    },
    ...MICROPHONES.map((n) => channelStream(`track-${n}`, `Track ${n}`, `ch${n}`)),
    channelStream('track-5', 'Track 5', 'pads'),
  ],
};

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
        ...mixPoints('mix', 'Main mix'),
        ...mixPoints('ears', 'Headphone mix'),
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
      ],
      streams: [
        {
          id: 'main',
          label: 'Main mix',
          direction: 'to-computer',
          slider: 'locked',
          channels: ['main-L', 'main-R'],
          ports: ['usb1'],
        },
        {
          id: 'tracks',
          label: 'Every input by itself',
          direction: 'to-computer',
          slider: 'locked',
          channels: numbers(1, 5).map((n) => `track-${n}`),
          ports: ['usb1'],
        },
        {
          id: 'return',
          label: 'Playback',
          direction: 'from-computer',
          channels: ['return-L', 'return-R'],
          ports: ['usb1'],
        },
        {
          id: 'second',
          label: 'Second computer',
          direction: 'to-computer',
          slider: 'locked',
          channels: ['second-L', 'second-R'],
          ports: ['usb2'],
        },
        {
          id: 'second-return',
          label: 'Playback of the second computer',
          direction: 'from-computer',
          channels: ['second-return-L', 'second-return-R'],
          ports: ['usb2'],
        },
      ],
    },
    streamPoints('main', 'Main mix to USB', ['L', 'R']),
    streamPoints('track', 'Track', ['1', '2', '3', '4', '5']),
    streamPoints('return', 'Playback', ['L', 'R']),
    streamPoints('second', 'Second computer', ['L', 'R']),
    streamPoints('second-return', 'Playback of the second computer', ['L', 'R']),
    { desk: podcastDesk },
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
          from: `ears-${side === 'left' ? 'L' : 'R'}`,
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
