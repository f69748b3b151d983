import type { Desk } from '../types';
import type { DeviceModel } from '../types';
import { channelStream, mixerStrip, mixPoints, stereoMix } from './desks';
import { stereoOutput } from './desk-outputs';
import { joinPieces, numbers, preampChannel, streamPoints, type Piece } from './parts';
import { mainsInlet, monoOutput, STURDY, usbDevicePort, wordClock } from './ports';

const CHANNELS = numbers(1, 32);
const MIXES = numbers(1, 16);
const FULL_SCALE_DBU = 18;

/** Thirty-two channels into sixteen mixes: each crosspoint off until it is wanted, ahead of the fader or behind it. */
const desk: Desk = {
  strips: CHANNELS.map((n) =>
    mixerStrip(`ch${n}`, `Channel ${n}`, [], {
      takes: [
        { label: `Input ${n}`, points: [`digital${n}`] },
        { label: `USB ${n}`, points: [`usb-out-${n}`], delayMs: 1 },
      ],
      trimDb: [-18, 18],
      polarity: true,
      highPassHz: 100,
      gate: true,
      compressor: { thresholdDbfs: -24, ratio: 3, makeUpDb: 6 },
    }),
  ),
  mixes: [
    stereoMix('main', 'Main mix', { centreDb: -3 }),
    stereoMix('ears', 'Solo and headphones', { centreDb: -3 }),
    ...MIXES.map((n) => ({
      id: `mix${n}`,
      label: `Mix ${n}`,
      to: [`mix${n}`],
      tap: 'either' as const,
      sendDb: [-60, 10] as [number, number],
      initial: 'off' as const,
    })),
  ],
  streams: CHANNELS.map((n) => channelStream(`usb-in-${n}`, `Channel ${n} to USB`, `ch${n}`)),
  solo: { mixes: ['ears'], tap: 'before-fader' },
};

const output = (id: string, label: string, from: string): Piece =>
  joinPieces(
    monoOutput({
      id,
      label,
      connector: 'xlr-male',
      drive: 'both-legs',
      signal: 'line',
      ohms: 100,
      maxDbu: FULL_SCALE_DBU,
      nominalDbu: 4,
      tolerates: STURDY,
    }),
    {
      paths: [
        {
          from,
          to: `${id}-emf`,
          gainDb: FULL_SCALE_DBU,
          unitShiftDb: FULL_SCALE_DBU,
          noise: { kind: 'level', level: -92 },
          delayMs: 0.6,
        },
      ],
    },
  );

/** A desk for a stage: more of everything, and all of it can be sent anywhere. */
export const largeMixer: DeviceModel = {
  id: 'mixer-32',
  name: 'Thirty-two-channel digital mixer',
  kind: 'mixer',
  about:
    'Thirty-two XLR inputs, sixteen mixes on sockets of their own, every channel to a computer and back.',
  ground: 'bonded',
  supply: 'earthed',
  ...joinPieces(
    mainsInlet(),
    usbDevicePort('usb-b-socket'),
    wordClock,
    ...CHANNELS.map((n) =>
      preampChannel({
        n,
        connector: 'xlr-female',
        minGainDb: 0,
        maxGainDb: 60,
        maxInputDbu: 14,
        fullScaleDbu: FULL_SCALE_DBU,
        phantom: `phantom${n}`,
        knob: 'numbers',
        hasLights: true,
      }),
    ),
    {
      controls: CHANNELS.map((n) => ({
        id: `phantom${n}`,
        label: `Phantom ${n}`,
        kind: 'switch',
        initial: false,
      })),
      points: [
        ...mixPoints('main', 'Main mix'),
        ...mixPoints('ears', 'Solo and headphones'),
        ...MIXES.map((n) => ({
          id: `mix${n}`,
          label: `Mix ${n}`,
          unit: 'dBFS' as const,
          role: 'mix' as const,
          ceiling: 0,
        })),
      ],
      streams: [
        {
          id: 'usb-in',
          label: 'Channels 1–32',
          direction: 'to-computer',
          slider: 'locked',
          channels: CHANNELS.map((n) => `usb-in-${n}`),
        },
        {
          id: 'usb-out',
          label: 'USB playback 1–32',
          direction: 'from-computer',
          channels: CHANNELS.map((n) => `usb-out-${n}`),
        },
      ],
      desk,
    },
    streamPoints('usb-in', 'Channel', CHANNELS.map(String)),
    streamPoints('usb-out', 'USB playback', CHANNELS.map(String)),
    ...(['L', 'R'] as const).map((side) => output(`main${side}`, `Main out ${side}`, `main-${side}`)),
    ...MIXES.map((n) => output(`out${n}`, `Mix ${n} out`, `mix${n}`)),
    stereoOutput({
      id: 'phones',
      label: 'Headphones',
      connector: 'trs-635-socket',
      ohms: 30,
      tolerates: STURDY,
      from: ['ears-L', 'ears-R'],
      fullScaleDbu: 14,
      volume: 'phones-volume',
    }),
  ),
};
