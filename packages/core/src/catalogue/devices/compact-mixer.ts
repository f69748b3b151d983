import type { Desk } from '../types';
import type { DeviceModel } from '../types';
import { lineOutputs, stereoOutput } from './desk-outputs';
import { mixerStrip, mixPoints, stereoMix } from './desks';
import { joinPieces, preampChannel, streamPoints } from './parts';
import { dcInlet, stereoSocketIn, STURDY, usbDevicePort } from './ports';

const SIDES = ['left', 'right'] as const;

/**
 * Main outputs, headphones and USB all carry the one mix. What the computer plays replaces the stereo line on channel 3/4, or
 * goes to the outputs alone; left in the mix, it goes back to where it came from.
 */
const desk: Desk = {
  strips: [
    ...[1, 2].map((n) =>
      mixerStrip(`ch${n}`, `Channel ${n}`, [`digital${n}`], { mute: false, highPassHz: 80 }),
    ),
    mixerStrip('ch34', 'Channel 3/4', [], {
      mute: false,
      pan: false,
      takes: [
        { label: 'Line 3/4', points: ['line-left-digital', 'line-right-digital'] },
        { label: 'USB playback', points: ['usb-out-L', 'usb-out-R'], delayMs: 1 },
      ],
      goes: {
        label: 'Channel 3/4 destination',
        options: [
          { label: 'main mix', mixes: ['main', 'out'] },
          { label: 'outputs only', mixes: ['out'] },
        ],
      },
    }),
  ],
  mixes: [stereoMix('main', 'Main mix', { centreDb: -3 }), stereoMix('out', 'Outputs', { centreDb: -3 })],
  streams: [
    {
      id: 'usb-in',
      label: 'Main mix to USB',
      to: ['usb-in-L', 'usb-in-R'],
      takes: { mix: 'main', kinds: ['whole mix'], own: [] },
      delayMs: 1,
    },
  ],
};

/** Two microphones, one stereo line, stereo USB: the smallest desk there is. */
export const compactMixer: DeviceModel = {
  id: 'mixer-2-usb',
  name: 'Compact two-microphone mixer with stereo USB',
  kind: 'mixer',
  about: 'One mix for everything; USB playback comes up on channel 3/4 instead of its line, by a switch.',
  ground: 'bonded',
  supply: 'double-insulated',
  ...joinPieces(
    ...[1, 2].map((n) =>
      preampChannel({
        n,
        connector: 'xlr-female',
        minGainDb: 0,
        maxGainDb: 60,
        maxInputDbu: 10,
        fullScaleDbu: 14,
        phantom: 'phantom',
        knob: 'numbers',
        hasLights: true,
      }),
    ),
    stereoSocketIn({
      id: 'line',
      label: 'Line 3/4',
      connector: 'trs-635-socket',
      signal: 'line',
      ohms: 10_000,
      maxDbu: 18,
    }),
    {
      controls: [{ id: 'phantom', label: 'Phantom 1–2', kind: 'switch', initial: false }],
      points: [
        ...SIDES.map((side) => ({
          id: `line-${side}-digital`,
          label: `Line 3/4 ${side}`,
          unit: 'dBFS' as const,
          role: 'converter' as const,
          ceiling: 0,
        })),
        ...mixPoints('main', 'Main mix'),
        ...mixPoints('out', 'Outputs'),
      ],
      paths: SIDES.map((side) => ({
        from: `line-${side}`,
        to: `line-${side}-digital`,
        gainDb: -14,
        unitShiftDb: -14,
        noise: { kind: 'level' as const, level: -98 },
        delayMs: 0.6,
      })),
      streams: [
        {
          id: 'usb-in',
          label: 'Main mix',
          direction: 'to-computer',
          slider: 'locked',
          channels: ['usb-in-L', 'usb-in-R'],
        },
        {
          id: 'usb-out',
          label: 'USB playback',
          direction: 'from-computer',
          channels: ['usb-out-L', 'usb-out-R'],
        },
      ],
      desk,
    },
    streamPoints('usb-in', 'Main mix to USB', ['L', 'R']),
    streamPoints('usb-out', 'USB playback', ['L', 'R']),
    stereoOutput({
      id: 'phones',
      label: 'Headphones',
      connector: 'trs-635-socket',
      ohms: 30,
      tolerates: STURDY,
      from: ['out-L', 'out-R'],
      fullScaleDbu: 12,
      volume: 'phones-volume',
    }),
    lineOutputs({
      label: 'Main out',
      drive: 'one-leg',
      ohms: 240,
      from: ['out-L', 'out-R'],
      fullScaleDbu: 18,
      noiseDbu: -90,
      volume: { id: 'main-volume', label: 'Main out volume' },
    }),
    usbDevicePort('usb-b-socket', 'full'),
    dcInlet(),
  ),
};
