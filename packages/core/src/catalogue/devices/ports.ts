import type {
  CircuitElement,
  Control,
  DcTolerance,
  InputElement,
  OutputElement,
  Path,
  SignalKind,
} from '../types';
import type { Piece } from './parts';

/** Single sockets as pieces: what a device model is put together from. */

/** Electronics in a body that phantom keeps alive: an output on both legs of a three-pin socket, and what it draws. */
export interface PhantomFedRow {
  /** The XLR socket's port. */
  port: string;
  ohms: number;
  milliamps: number;
  minVolts: number;
}

/** Survives P48 with its tolerance, as everything made for phantom does (IEC 61938, memory). */
const MADE_FOR_PHANTOM: DcTolerance = { volts: 52, milliamps: 20 };

/** Output `emf` and load `electronics` of a phantom-fed body; its pin 1 must be bonded to the chassis. */
export const phantomFed = ({ port, ohms, milliamps, minVolts }: PhantomFedRow): CircuitElement[] => [
  {
    kind: 'output',
    id: 'emf',
    drive: 'both-legs',
    plus: `${port}.2`,
    minus: `${port}.3`,
    ground: `${port}.1`,
    ohms,
    dcOhms: 1e9,
    signal: 'microphone',
    tolerates: MADE_FOR_PHANTOM,
    poweredBy: 'electronics',
  },
  {
    kind: 'load',
    id: 'electronics',
    legs: [`${port}.2`, `${port}.3`],
    ground: `${port}.1`,
    milliamps,
    standard: 'P48',
    minVolts,
  },
];

/** A few volts and milliamps: battery gear and consumer outputs. Common practice, no published source. */
export const DELICATE: DcTolerance = { volts: 5.5, milliamps: 5 };
/** Outputs built to meet phantom by mistake. */
export const STURDY: DcTolerance = { volts: 50, milliamps: 20 };

const PINS: Record<string, [plus: string, minus: string | undefined, ground: string]> = {
  'xlr-male': ['2', '3', '1'],
  'xlr-female': ['2', '3', '1'],
  'trs-635-socket': ['T', 'R', 'S'],
  'trs-35-socket': ['T', 'R', 'S'],
  'ts-635-socket': ['T', undefined, 'S'],
  'rca-socket': ['T', undefined, 'S'],
  'loudspeaker-socket': ['1+', undefined, '1-'],
};

export interface SocketRow {
  id: string;
  label: string;
  connector: keyof typeof PINS & string;
  signal: SignalKind;
  ohms: number;
  maxDbu?: number;
}

const pinsOf = (row: SocketRow) => {
  const [plus, minus, ground] = PINS[row.connector]!;
  return { plus: `${row.id}.${plus}`, minus: minus && `${row.id}.${minus}`, ground: `${row.id}.${ground}` };
};

const bond = (row: SocketRow, ...pins: string[]) => ({
  kind: 'bond' as const,
  id: `${row.id}-metal`,
  pins: [...pins, 'chassis'],
});

/** A mono output; an unbalanced one on a three-contact socket leaves the ring on its metal. */
export const monoOutput = (
  row: SocketRow & {
    drive: OutputElement['drive'];
    tolerates?: DcTolerance;
    nominalDbu?: number;
    poweredBy?: string;
    thermal?: boolean;
    idleOhms?: number;
  },
): Piece => {
  const { plus, minus, ground } = pinsOf(row);
  const isSingle = row.drive === 'single';
  return {
    ports: [{ id: row.id, label: row.label, connector: row.connector, side: 'out' }],
    elements: [
      {
        kind: 'output',
        id: `${row.id}-emf`,
        drive: row.drive,
        plus,
        ...(isSingle || !minus ? {} : { minus }),
        ground: 'chassis',
        ohms: row.ohms,
        signal: row.signal,
        ...(row.maxDbu === undefined ? {} : { maxDbu: row.maxDbu }),
        ...(row.nominalDbu === undefined ? {} : { nominalDbu: row.nominalDbu }),
        ...(row.tolerates ? { tolerates: row.tolerates } : {}),
        ...(row.poweredBy ? { poweredBy: row.poweredBy } : {}),
        ...(row.thermal ? { thermal: true } : {}),
        ...(row.idleOhms === undefined ? {} : { idleOhms: row.idleOhms }),
      },
      isSingle && minus ? bond(row, ground, minus) : bond(row, ground),
    ],
  };
};

/** A mono input. */
export const monoInput = (
  row: SocketRow & { drive: InputElement['drive']; accepts?: [number, number]; dcOhms?: number },
): Piece => {
  const { plus, minus, ground } = pinsOf(row);
  const isSingle = row.drive === 'single';
  return {
    ports: [{ id: row.id, label: row.label, connector: row.connector, side: 'in' }],
    elements: [
      {
        kind: 'input',
        id: `${row.id}-in`,
        drive: row.drive,
        plus,
        ...(isSingle || !minus ? {} : { minus }),
        ground: 'chassis',
        ohms: row.ohms,
        signal: row.signal,
        ...(row.maxDbu === undefined ? {} : { maxDbu: row.maxDbu }),
        ...(row.accepts ? { accepts: row.accepts } : {}),
        ...(row.dcOhms === undefined ? {} : { dcOhms: row.dcOhms }),
      },
      bond(row, ground),
    ],
  };
};

export interface StereoRow {
  id: string;
  label: string;
  ohms: number;
  signal: SignalKind;
  maxDbu: number;
}

const SIDES = [
  ['left', 'T'],
  ['right', 'R'],
] as const;

/** Left and right on one stereo mini-jack or 6.35 mm socket, out. */
export const stereoSocketOut = (
  row: StereoRow & {
    connector: 'trs-35-socket' | 'trs-635-socket';
    tolerates: DcTolerance;
    idleOhms?: number;
  },
): Piece => ({
  ports: [{ id: row.id, label: row.label, connector: row.connector, side: 'out' }],
  elements: [
    ...SIDES.map(([side, pin]): OutputElement => ({
      kind: 'output',
      id: `${row.id}-${side}`,
      drive: 'single',
      plus: `${row.id}.${pin}`,
      ground: 'chassis',
      ohms: row.ohms,
      signal: row.signal,
      maxDbu: row.maxDbu,
      tolerates: row.tolerates,
      pair: `${row.id}-${side === 'left' ? 'right' : 'left'}`,
      side,
      ...(row.idleOhms === undefined ? {} : { idleOhms: row.idleOhms }),
    })),
    { kind: 'bond', id: `${row.id}-metal`, pins: [`${row.id}.S`, 'chassis'] },
  ],
});

/** Left and right on one stereo socket, in. */
export const stereoSocketIn = (
  row: StereoRow & {
    connector: 'trs-35-socket' | 'trs-635-socket' | 'trs-35-optical-socket';
    accepts?: [number, number];
  },
): Piece => ({
  ports: [{ id: row.id, label: row.label, connector: row.connector, side: 'in' }],
  elements: [
    ...SIDES.map(([side, pin]): InputElement => ({
      kind: 'input',
      id: `${row.id}-${side}`,
      drive: 'single',
      plus: `${row.id}.${pin}`,
      ground: 'chassis',
      ohms: row.ohms,
      signal: row.signal,
      maxDbu: row.maxDbu,
      side,
      ...(row.accepts ? { accepts: row.accepts } : {}),
    })),
    { kind: 'bond', id: `${row.id}-metal`, pins: [`${row.id}.S`, 'chassis'] },
  ],
});

/** A pair of RCA sockets, out or in. */
export const rcaPair = (
  row: StereoRow & { side: 'in' | 'out'; tolerates?: DcTolerance; accepts?: [number, number] },
): Piece => ({
  ports: SIDES.map(([side]) => ({
    id: `${row.id}${side === 'left' ? 'L' : 'R'}`,
    label: `${row.label} ${side}`,
    connector: 'rca-socket',
    side: row.side,
  })),
  elements: SIDES.flatMap(([side]): CircuitElement[] => {
    const port = `${row.id}${side === 'left' ? 'L' : 'R'}`;
    const common = {
      plus: `${port}.T`,
      ground: 'chassis',
      ohms: row.ohms,
      signal: row.signal,
      maxDbu: row.maxDbu,
      side,
    };
    const metal = { kind: 'bond' as const, id: `${port}-metal`, pins: [`${port}.S`, 'chassis'] };
    return row.side === 'out'
      ? [
          {
            kind: 'output' as const,
            id: `${row.id}-${side}`,
            drive: 'single' as const,
            tolerates: row.tolerates ?? DELICATE,
            pair: `${row.id}-${side === 'left' ? 'right' : 'left'}`,
            ...common,
          },
          metal,
        ]
      : [
          {
            kind: 'input' as const,
            id: `${row.id}-${side}`,
            drive: 'single' as const,
            ...common,
            ...(row.accepts ? { accepts: row.accepts } : {}),
          },
          metal,
        ];
  }),
});

export const volume = (id: string, label: string, initial = 0): Control => ({
  id,
  label,
  kind: 'gain',
  minDb: -60,
  maxDb: 0,
  stepDb: 1,
  initial,
});

/** A sound the device makes by itself, to outputs of given elements. */
export const programme = (
  id: string,
  label: string,
  level: number,
  crestDb: number,
  to: string[],
  control?: string,
): Piece => ({
  points: [{ id, label, unit: 'dBu', role: 'programme', level, crestDb }],
  paths: to.map((element): Path => ({
    from: id,
    to: element,
    ...(control ? { controls: [{ control }] } : {}),
    noise: { kind: 'level', level: level - 78 },
  })),
});

/** Earthed mains inlet: the third contact is the device's metal. */
export const mainsInlet = (): Piece => ({
  ports: [{ id: 'mains', label: 'Mains inlet', connector: 'mains-earthed-socket', side: 'in' }],
  elements: [{ kind: 'bond', id: 'mains-earth', pins: ['mains.E', 'chassis'] }],
});

/** Socket for a DC supply: its minus is the device's metal. */
export const dcInlet = (): Piece => ({
  ports: [{ id: 'dc', label: 'DC in', connector: 'dc-barrel-socket', side: 'in' }],
  elements: [{ kind: 'bond', id: 'dc-minus', pins: ['dc.-', 'chassis'] }],
});

/** A MIDI socket: tells what to play, carries no sound. */
export const midiSocket = (side: 'in' | 'out'): Piece => ({
  ports: [{ id: `midi-${side}`, label: `MIDI ${side}`, connector: 'midi-socket', side }],
});

/** Word clock both ways: another’s clock for this device, and its own for others. */
export const wordClock: Piece = {
  ports: [
    {
      id: 'word-in',
      label: 'Word clock in',
      connector: 'bnc-socket',
      side: 'in',
      digital: { format: 'word-clock', receives: [] },
    },
    {
      id: 'word-out',
      label: 'Word clock out',
      connector: 'bnc-socket',
      side: 'out',
      digital: { format: 'word-clock', sends: [] },
    },
  ],
};

/** The USB socket of something that hangs on a computer. @param speed of simple, older gear: full */
export const usbDevicePort = (connector: string, speed: 'full' | 'high' = 'high'): Piece => ({
  ports: [
    {
      id: 'usb',
      label: 'USB',
      connector,
      side: 'out',
      usb: { role: 'device', version: '2.0', ...(speed === 'full' ? { speed } : {}) },
    },
  ],
});
