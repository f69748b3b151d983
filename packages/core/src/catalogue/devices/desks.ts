import type { DeviceModel } from '../types';
import { crosspoints, joinPieces, preampChannel, stereoOutput, streamPoints, type Piece } from './parts';
import { dcInlet, mainsInlet } from './ports';

const numbers = (count: number) => Array.from({ length: count }, (_, index) => index + 1);

/** What a well-built headphone or line output of a desk survives (makers commonly protect them). */
const PROTECTED = { volts: 50, milliamps: 20 };

interface InterfaceRow {
  id: string;
  name: string;
  about: string;
  inputs: number;
  maxGainDb: number;
  /** How many inputs share one phantom switch. */
  phantomGroup: number;
  usbConnector: string;
  /** What its one phantom supply is good for, all inputs together, milliamps; absent: more than they can draw. */
  phantomMilliamps?: number;
  supply?: DeviceModel['supply'];
}

const phantomControl = (row: InterfaceRow, n: number) => {
  const group = Math.ceil(n / row.phantomGroup);
  const first = (group - 1) * row.phantomGroup + 1;
  const last = Math.min(row.inputs, group * row.phantomGroup);
  return {
    id: `phantom${group}`,
    label: first === last ? `Phantom ${first}` : `Phantom ${first}–${last}`,
  };
};

/** A supply that has sagged to 44 V, the least IEC 61938 allows (memory), when all it is good for is drawn. */
const phantomRail = (milliamps: number): Piece => ({
  elements: [
    { kind: 'rail', id: 'phantom-rail', ground: 'chassis', volts: 48, ohms: 4 / (milliamps / 1000) },
  ],
});

/** A USB interface: each input to a stream channel of its own, computer playback and inputs to the headphones. */
export const audioInterface = (row: InterfaceRow): DeviceModel => {
  const all = numbers(row.inputs);
  const phantoms = [...new Map(all.map((n) => [phantomControl(row, n).id, phantomControl(row, n)])).values()];
  const inputs = all.map((n) =>
    preampChannel({
      n,
      connector: 'combo',
      minGainDb: 0,
      maxGainDb: row.maxGainDb,
      maxInputDbu: 10,
      fullScaleDbu: 9,
      phantom: phantomControl(row, n).id,
      ...(row.phantomMilliamps ? { rail: 'phantom-rail' } : {}),
    }),
  );
  return {
    id: row.id,
    name: row.name,
    kind: 'interface',
    about: row.about,
    ground: 'bonded',
    supply: row.supply ?? 'usb',
    ...joinPieces(
      ...inputs,
      ...(row.phantomMilliamps ? [phantomRail(row.phantomMilliamps)] : []),
      {
        controls: phantoms.map(({ id, label }) => ({ id, label, kind: 'switch', initial: false })),
      },
      streamPoints('usb-in', 'USB input', all.map(String)),
      streamPoints('usb-out', 'USB playback', ['L', 'R']),
      {
        points: [
          { id: 'monitor-L', label: 'Monitor mix L', unit: 'dBFS', role: 'mix', ceiling: 0 },
          { id: 'monitor-R', label: 'Monitor mix R', unit: 'dBFS', role: 'mix', ceiling: 0 },
        ],
        paths: [
          ...all.map((n) => ({ from: `digital${n}`, to: `usb-in-${n}`, delayMs: 1 })),
          ...crosspoints(
            all.map((n) => `digital${n}`),
            ['monitor-L', 'monitor-R'],
          ),
          { from: 'usb-out-L', to: 'monitor-L', delayMs: 1 },
          { from: 'usb-out-R', to: 'monitor-R', delayMs: 1 },
        ],
        streams: [
          {
            id: 'usb-in',
            label: `USB input 1–${row.inputs}`,
            direction: 'to-computer',
            channels: all.map((n) => `usb-in-${n}`),
          },
          {
            id: 'usb-out',
            label: 'USB playback',
            direction: 'from-computer',
            channels: ['usb-out-L', 'usb-out-R'],
          },
        ],
      },
      stereoOutput({
        id: 'phones',
        label: 'Headphones',
        connector: 'trs-635-socket',
        ohms: 20,
        tolerates: PROTECTED,
        from: ['monitor-L', 'monitor-R'],
        fullScaleDbu: 12,
        volume: 'phones-volume',
      }),
      ...(['L', 'R'] as const).map((side) => ({
        ports: [
          { id: `out${side}`, label: `Monitor ${side}`, connector: 'trs-635-socket', side: 'out' as const },
        ],
        elements: [
          {
            kind: 'output' as const,
            id: `line${side}`,
            drive: 'both-legs' as const,
            plus: `out${side}.T`,
            minus: `out${side}.R`,
            ground: 'chassis',
            ohms: 150,
            nominalDbu: 4,
            side: side === 'L' ? ('left' as const) : ('right' as const),
            signal: 'line' as const,
            tolerates: PROTECTED,
            maxDbu: 12,
          },
          { kind: 'bond' as const, id: `out${side}-ground`, pins: [`out${side}.S`, 'chassis'] },
        ],
        paths: [
          {
            from: `monitor-${side}`,
            to: `line${side}`,
            gainDb: 12,
            unitShiftDb: 12,
            controls: [{ control: 'monitor-volume' }],
            noise: { kind: 'level' as const, level: -95 },
            delayMs: 0.6,
          },
        ],
      })),
      {
        controls: [
          {
            id: 'monitor-volume',
            label: 'Monitor volume',
            kind: 'gain',
            minDb: -60,
            maxDb: 0,
            stepDb: 1,
            initial: -20,
          },
        ],
        ports: [
          {
            id: 'usb',
            label: 'USB',
            connector: row.usbConnector,
            side: 'out',
            usb: { role: 'device', version: '2.0' },
          },
        ],
      },
      ...(row.supply === 'earthed' ? [mainsInlet()] : []),
    ),
  };
};

const MIXER_INPUTS = numbers(4);

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
          channels: numbers(6).map((n) => `usb-in-${n}`),
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
    streamPoints('usb-in', 'USB input', numbers(6).map(String)),
    streamPoints('usb-out', 'USB playback', ['L', 'R']),
    stereoOutput({
      id: 'phones',
      label: 'Headphones',
      connector: 'trs-635-socket',
      ohms: 30,
      tolerates: PROTECTED,
      from: ['mix-L', 'mix-R'],
      fullScaleDbu: 12,
      volume: 'phones-volume',
    }),
    ...(['L', 'R'] as const).map((side) => ({
      ports: [
        { id: `out${side}`, label: `Main out ${side}`, connector: 'trs-635-socket', side: 'out' as const },
      ],
      elements: [
        {
          kind: 'output' as const,
          id: `line${side}`,
          drive: 'one-leg' as const,
          plus: `out${side}.T`,
          minus: `out${side}.R`,
          ground: 'chassis',
          ohms: 240,
          nominalDbu: 4,
          side: side === 'L' ? ('left' as const) : ('right' as const),
          signal: 'line' as const,
          tolerates: PROTECTED,
          maxDbu: 18,
        },
        { kind: 'bond' as const, id: `out${side}-ground`, pins: [`out${side}.S`, 'chassis'] },
      ],
      paths: [
        {
          from: `mix-${side}`,
          to: `line${side}`,
          gainDb: 18,
          unitShiftDb: 18,
          controls: [{ control: 'main-volume' }],
          noise: { kind: 'level' as const, level: -90 },
          delayMs: 0.6,
        },
      ],
    })),
    {
      controls: [
        {
          id: 'main-volume',
          label: 'Main out volume',
          kind: 'gain',
          minDb: -60,
          maxDb: 0,
          stepDb: 1,
          initial: -20,
        },
      ],
      ports: [
        {
          id: 'usb',
          label: 'USB',
          connector: 'usb-b-socket',
          side: 'out',
          usb: { role: 'device', version: '2.0' },
        },
      ],
    },
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
  const extra = numbers(returns)
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

export const DESKS: DeviceModel[] = [
  mixer1394(16),
  mixer1394(2),
  audioInterface({
    id: 'interface-2',
    name: 'Two-input USB interface',
    about: 'Two combined sockets, each with a phantom switch; USB-C.',
    inputs: 2,
    maxGainDb: 56,
    phantomGroup: 1,
    usbConnector: 'usb-c-socket',
  }),
  audioInterface({
    id: 'interface-4',
    name: 'Four-input USB interface',
    about:
      'Four combined sockets, phantom switched in pairs; USB-B. Fed by the computer: 12 mA of phantom in all.',
    inputs: 4,
    phantomMilliamps: 12,
    maxGainDb: 60,
    phantomGroup: 2,
    usbConnector: 'usb-b-socket',
  }),
  audioInterface({
    id: 'interface-1',
    name: 'One-input USB interface',
    about: 'One combined socket with phantom; USB-C; fits in a bag.',
    inputs: 1,
    maxGainDb: 54,
    phantomGroup: 1,
    usbConnector: 'usb-c-socket',
  }),
  audioInterface({
    id: 'interface-8',
    name: 'Eight-input USB interface',
    about: 'Eight combined sockets, phantom in groups of four; its own supply.',
    inputs: 8,
    maxGainDb: 60,
    phantomGroup: 4,
    usbConnector: 'usb-b-socket',
    supply: 'earthed',
  }),
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
];
