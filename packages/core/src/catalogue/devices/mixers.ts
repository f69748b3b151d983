import type { DeviceModel } from '../types';
import { audioInterface } from './interfaces';
import { lineOutputs, stereoOutput } from './desk-outputs';
import { crosspoints, joinPieces, numbers, preampChannel, streamPoints } from './parts';
import { podcastMixer } from './podcast-mixer';
import { dcInlet, STURDY, usbDevicePort } from './ports';

const MIXER_INPUTS = numbers(1, 4);

/** A small mixer with USB: four XLR inputs behind one phantom switch, one stereo mini-jack return. */
const mixerUsb: DeviceModel = {
  id: 'mixer-4-usb',
  name: 'Four-microphone mixer with USB',
  kind: 'mixer',
  about:
    'Hands-on desk; one phantom switch for all four XLR inputs; every input also goes to the computer by itself.',
  ground: 'bonded',
  supply: 'earthed',
  ...joinPieces(
    ...MIXER_INPUTS.map((n) =>
      preampChannel({
        n,
        connector: 'xlr-female',
        minGainDb: 0,
        maxGainDb: 60,
        maxInputDbu: 10,
        fullScaleDbu: 12,
        phantom: 'phantom',
        ein: [
          [0, -96],
          [20, -112],
          [40, -124],
          [60, -127],
        ],
      }),
    ),
    {
      controls: [{ id: 'phantom', label: 'Phantom 1–4', kind: 'switch', initial: false }],
      ports: [{ id: 'aux', label: 'Stereo return', connector: 'trs-35-socket', side: 'in' }],
      elements: (['left', 'right'] as const).map((side) => ({
        kind: 'input' as const,
        id: `aux-${side}`,
        drive: 'single' as const,
        plus: side === 'left' ? 'aux.T' : 'aux.R',
        ground: 'chassis',
        ohms: 10000,
        signal: 'line' as const,
        maxDbu: 14,
        side,
      })),
      points: [
        { id: 'aux-L', label: 'Return L', unit: 'dBFS', role: 'converter', ceiling: 0 },
        { id: 'aux-R', label: 'Return R', unit: 'dBFS', role: 'converter', ceiling: 0 },
        { id: 'mix-L', label: 'Main mix L', unit: 'dBFS', role: 'mix', ceiling: 0 },
        { id: 'mix-R', label: 'Main mix R', unit: 'dBFS', role: 'mix', ceiling: 0 },
      ],
      paths: [
        {
          from: 'aux-left',
          to: 'aux-L',
          gainDb: -12,
          unitShiftDb: -12,
          noise: { kind: 'level', level: -100 },
        },
        {
          from: 'aux-right',
          to: 'aux-R',
          gainDb: -12,
          unitShiftDb: -12,
          noise: { kind: 'level', level: -100 },
        },
        ...crosspoints(
          MIXER_INPUTS.map((n) => `digital${n}`),
          ['mix-L', 'mix-R'],
        ),
        { from: 'aux-L', to: 'mix-L' },
        { from: 'aux-R', to: 'mix-R' },
        ...MIXER_INPUTS.map((n) => ({ from: `digital${n}`, to: `usb-in-${n}`, delayMs: 1 })),
        { from: 'aux-L', to: 'usb-in-5', delayMs: 1 },
        { from: 'aux-R', to: 'usb-in-6', delayMs: 1 },
        { from: 'usb-out-L', to: 'mix-L', delayMs: 1 },
        { from: 'usb-out-R', to: 'mix-R', delayMs: 1 },
      ],
      streams: [
        {
          id: 'usb-in',
          label: 'USB input 1–6',
          direction: 'to-computer',
          channels: numbers(1, 6).map((n) => `usb-in-${n}`),
        },
        {
          id: 'usb-out',
          label: 'USB playback',
          direction: 'from-computer',
          channels: ['usb-out-L', 'usb-out-R'],
        },
      ],
    },
    { elements: [{ kind: 'bond', id: 'aux-ground', pins: ['aux.S', 'chassis'] }] },
    streamPoints('usb-in', 'USB input', numbers(1, 6).map(String)),
    streamPoints('usb-out', 'USB playback', ['L', 'R']),
    stereoOutput({
      id: 'phones',
      label: 'Headphones',
      connector: 'trs-635-socket',
      ohms: 30,
      tolerates: STURDY,
      from: ['mix-L', 'mix-R'],
      fullScaleDbu: 12,
      volume: 'phones-volume',
    }),
    lineOutputs({
      label: 'Main out',
      drive: 'one-leg',
      ohms: 240,
      from: ['mix-L', 'mix-R'],
      fullScaleDbu: 18,
      noiseDbu: -90,
      volume: { id: 'main-volume', label: 'Main out volume' },
    }),
    usbDevicePort('usb-b-socket'),
    dcInlet(),
  ),
};

/** A large older mixer on IEEE 1394: sixteen inputs to a computer; the two siblings differ in what comes back. */
const mixer1394 = (returns: number): DeviceModel => {
  const base = audioInterface({
    id: `mixer-16-1394-${returns}`,
    name: `Sixteen-input IEEE 1394 mixer, ${returns} returns`,
    about: `Class-compliant; needs a chain of adapters to a present-day computer. ${returns} channels come back from it.`,
    inputs: 16,
    maxGainDb: 60,
    phantomGroup: 16,
    usbConnector: 'ieee1394-9-socket',
    supply: 'earthed',
  });
  const extra = numbers(1, returns)
    .slice(2)
    .map((n) => `${n}`);
  const more = streamPoints('usb-out', 'Return', extra).points!;
  return {
    ...base,
    kind: 'mixer',
    ports: base.ports.map((port) =>
      port.usb ? { ...port, label: 'IEEE 1394', usb: { role: 'device', version: '1394' } } : port,
    ),
    points: [...base.points, ...more],
    streams: base.streams.map((stream) =>
      stream.id === 'usb-out'
        ? { ...stream, channels: [...stream.channels, ...more.map(({ id }) => id)] }
        : stream,
    ),
  };
};

/** Mixers, with a way into a computer and without. */
export const MIXERS: DeviceModel[] = [
  mixerUsb,
  {
    ...mixerUsb,
    id: 'mixer-4',
    name: 'Four-microphone mixer without USB',
    about:
      'The near-twin of the mixer with USB: same face, same inputs, and no way into a computer but its outputs.',
    ports: mixerUsb.ports.filter(({ usb }) => !usb),
    points: mixerUsb.points.filter(({ role }) => role !== 'stream'),
    paths: mixerUsb.paths.filter(({ from, to }) => !from.startsWith('usb-') && !to.startsWith('usb-')),
    streams: [],
  },
  podcastMixer,
  mixer1394(16),
  mixer1394(2),
];
