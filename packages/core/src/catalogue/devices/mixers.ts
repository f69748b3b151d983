import type { Desk } from '../types';
import type { DeviceModel } from '../types';
import { audioInterface } from './interfaces';
import { lineOutputs, stereoOutput } from './desk-outputs';
import { aside, channelStream, mixerStrip, mixPoints, returnStrip, stereoMix } from './desks';
import { joinPieces, numbers, preampChannel, streamPoints, type Piece } from './parts';
import { compactMixer } from './compact-mixer';
import { largeMixer } from './large-mixer';
import { podcastMixer } from './podcast-mixer';
import { dcInlet, monoOutput, STURDY, usbDevicePort, volume } from './ports';

const MIXER_INPUTS = numbers(1, 4);

/** What the small mixer does: main mix, headphones that hear it or a channel solo, one auxiliary, each input to the computer. */
const handsOnDesk: Desk = {
  strips: [
    ...MIXER_INPUTS.map((n) =>
      mixerStrip(`ch${n}`, `Channel ${n}`, [`digital${n}`], {
        highPassHz: 80,
        ...aside(`Channel ${n}`, 'mix', 'send'),
      }),
    ),
    mixerStrip('aux', 'Stereo return', ['aux-L', 'aux-R']),
    returnStrip({
      faderDb: [-60, 10],
      goes: {
        label: 'USB playback destination',
        options: [
          { label: 'main mix', mixes: ['mix', 'ears', 'send'] },
          { label: 'headphones only', mixes: ['ears'] },
        ],
      },
    }),
  ],
  mixes: [
    stereoMix('mix', 'Main mix', { centreDb: -3 }),
    stereoMix('ears', 'Headphone mix', { centreDb: -3 }),
    { id: 'send', label: 'Auxiliary', to: ['send-mix'], tap: 'either', sendDb: [-60, 10], initial: 'off' },
  ],
  streams: [
    ...MIXER_INPUTS.map((n) => channelStream(`usb-in-${n}`, `Channel ${n} to USB`, `ch${n}`)),
    channelStream('usb-in-5-6', 'Stereo return to USB', 'aux', ['usb-in-5', 'usb-in-6']),
    {
      id: 'usb-mix',
      label: 'Main mix to USB',
      to: ['usb-mix-L', 'usb-mix-R'],
      takes: { mix: 'mix', kinds: ['whole mix', 'minus own'], own: ['usb'] },
      delayMs: 1,
    },
  ],
  solo: { mixes: ['ears'], tap: 'before-fader' },
};

/** The auxiliary leaves on a jack of its own, behind one level. */
const auxSend: Piece = joinPieces(
  monoOutput({
    id: 'send',
    label: 'Auxiliary out',
    connector: 'trs-635-socket',
    drive: 'one-leg',
    signal: 'line',
    ohms: 240,
    maxDbu: 18,
    nominalDbu: 4,
    tolerates: STURDY,
  }),
  {
    controls: [volume('send-volume', 'Auxiliary out volume', -20)],
    points: [{ id: 'send-mix', label: 'Auxiliary', unit: 'dBFS', role: 'mix', ceiling: 0 }],
    paths: [
      {
        from: 'send-mix',
        to: 'send-emf',
        gainDb: 18,
        unitShiftDb: 18,
        controls: [{ control: 'send-volume' }],
        noise: { kind: 'level', level: -90 },
        delayMs: 0.6,
      },
    ],
  },
);

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
        knob: 'numbers',
        hasLights: true,
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
        ...mixPoints('mix', 'Main mix'),
        ...mixPoints('ears', 'Headphone mix'),
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
      ],
      streams: [
        {
          id: 'usb-in',
          label: 'USB input 1–6',
          direction: 'to-computer',
          slider: 'locked',
          channels: numbers(1, 6).map((n) => `usb-in-${n}`),
        },
        {
          id: 'usb-out',
          label: 'USB playback',
          direction: 'from-computer',
          channels: ['usb-out-L', 'usb-out-R'],
        },
        {
          id: 'usb-mix',
          label: 'Main mix',
          direction: 'to-computer',
          slider: 'locked',
          channels: ['usb-mix-L', 'usb-mix-R'],
        },
      ],
      desk: handsOnDesk,
    },
    auxSend,
    { elements: [{ kind: 'bond', id: 'aux-ground', pins: ['aux.S', 'chassis'] }] },
    streamPoints('usb-in', 'USB input', numbers(1, 6).map(String)),
    streamPoints('usb-mix', 'Main mix to USB', ['L', 'R']),
    streamPoints('usb-out', 'USB playback', ['L', 'R']),
    stereoOutput({
      id: 'phones',
      label: 'Headphones',
      connector: 'trs-635-socket',
      ohms: 30,
      tolerates: STURDY,
      from: ['ears-L', 'ears-R'],
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

/** Channels of the large older mixer; where sixteen come back, each replaces its line. */
const olderDesk = (returns: number): Desk => {
  const all = numbers(1, 16);
  const isEach = returns === all.length;
  return {
    strips: [
      ...all.map((n) => {
        const line = { label: `Input ${n}`, points: [`digital${n}`] };
        const back = { label: `Return ${n}`, points: [`usb-out-${n}`], delayMs: 1 };
        return mixerStrip(`ch${n}`, `Channel ${n}`, [], {
          takes: isEach ? [line, back] : [line],
          highPassHz: 75,
        });
      }),
      ...(isEach ? [] : [returnStrip()]),
    ],
    mixes: [stereoMix('monitor', 'Main mix', { centreDb: -3 })],
    streams: all.map((n) => channelStream(`usb-in-${n}`, `Channel ${n} to the computer`, `ch${n}`)),
    solo: { mixes: ['monitor'], tap: 'after-fader' },
  };
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
  const isEach = returns > 2;
  const back = streamPoints(
    'usb-out',
    'Return',
    isEach ? numbers(1, returns).map(String) : ['L', 'R'],
  ).points!;
  return {
    ...base,
    kind: 'mixer',
    ports: base.ports.map((port) =>
      port.usb ? { ...port, label: 'IEEE 1394', usb: { role: 'device', version: '1394' } } : port,
    ),
    points: [...base.points.filter(({ id }) => !/^(usb-out|usb-mix|loop)-/.test(id)), ...back],
    streams: base.streams
      .filter(({ id }) => id !== 'usb-mix')
      .map((stream) =>
        stream.id === 'usb-out' ? { ...stream, channels: back.map(({ id }) => id) } : stream,
      ),
    desk: olderDesk(returns),
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
    desk: { ...handsOnDesk, strips: handsOnDesk.strips.filter(({ id }) => id !== 'usb'), streams: [] },
    streams: [],
  },
  compactMixer,
  podcastMixer,
  largeMixer,
  mixer1394(16),
  mixer1394(2),
];
