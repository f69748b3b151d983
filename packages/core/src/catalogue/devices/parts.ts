import type { CircuitElement, Control, DeviceModel, Path, Point, Port } from '../types';

/** Pieces that several device models share: rows of data, put together by prefix. */
export type Piece = Partial<
  Pick<DeviceModel, 'ports' | 'controls' | 'elements' | 'points' | 'paths' | 'streams'>
>;

export const joinPieces = (...pieces: Piece[]) => ({
  ports: pieces.flatMap((piece) => piece.ports ?? []) as Port[],
  controls: pieces.flatMap((piece) => piece.controls ?? []) as Control[],
  elements: pieces.flatMap((piece) => piece.elements ?? []) as CircuitElement[],
  points: pieces.flatMap((piece) => piece.points ?? []) as Point[],
  paths: pieces.flatMap((piece) => piece.paths ?? []) as Path[],
  streams: pieces.flatMap((piece) => piece.streams ?? []),
});

/** Whole numbers from `first` to `last`. */
export const numbers = (first: number, last: number): number[] =>
  Array.from({ length: last - first + 1 }, (_, index) => first + index);

/** Equivalent input noise of an entry-level amplifier at its gains, dBu unweighted, 150 Ω (usual data-sheet figures). */
const EIN_ENTRY: [number, number][] = [
  [0, -98],
  [20, -114],
  [40, -125],
  [60, -128],
];

export interface PreampRow {
  /** `1` makes in1, gain1, preamp1, digital1. */
  n: number;
  connector: 'xlr-female' | 'combo';
  minGainDb: number;
  maxGainDb: number;
  maxInputDbu: number;
  fullScaleDbu: number;
  /** Control that switches the phantom feed: several inputs may share one. */
  phantom: string;
  micOhms?: number;
  /** The rail all phantom feeds share, if one does. */
  rail?: string;
  ein?: [number, number][];
}

/** One input channel: socket, phantom feed, amplifier, converter. */
export const preampChannel = (row: PreampRow): Piece => {
  const { n } = row;
  const port = `in${n}`;
  const hasJack = row.connector === 'combo';
  return {
    ports: [{ id: port, label: `Input ${n}`, connector: row.connector, side: 'in' }],
    controls: [
      {
        id: `gain${n}`,
        label: `Gain ${n}`,
        kind: 'gain',
        minDb: row.minGainDb,
        maxDb: row.maxGainDb,
        stepDb: 1,
        initial: row.minGainDb,
      },
      { id: `pad${n}`, label: `Pad ${n} (−20 dB)`, kind: 'switch', initial: false },
      ...(hasJack
        ? [{ id: `instrument${n}`, label: `Instrument ${n}`, kind: 'switch' as const, initial: false }]
        : []),
    ],
    elements: [
      {
        kind: 'input',
        id: `mic${n}`,
        drive: 'differential',
        plus: `${port}.2`,
        minus: `${port}.3`,
        ground: 'chassis',
        ohms: row.micOhms ?? 3000,
        signal: 'microphone',
      },
      {
        kind: 'feed',
        id: `feed${n}`,
        legs: [`${port}.2`, `${port}.3`],
        ground: 'chassis',
        volts: 48,
        ohmsEach: 6800,
        standard: 'P48',
        control: row.phantom,
        ...(row.rail ? { rail: row.rail } : {}),
      },
      { kind: 'bond', id: `ground${n}`, pins: [`${port}.1`, ...(hasJack ? [`${port}.S`] : []), 'chassis'] },
      ...(hasJack
        ? [
            {
              kind: 'input' as const,
              id: `line${n}`,
              drive: 'differential' as const,
              plus: `${port}.T`,
              minus: `${port}.R`,
              ground: 'chassis',
              ohms: 20000,
              signal: 'line' as const,
              // The same amplifier's gain is there for line, behind 20 dB less.
              accepts: [-52, 16] as [number, number],
              when: { control: `instrument${n}`, is: false },
            },
            {
              kind: 'input' as const,
              id: `instrument-in${n}`,
              drive: 'single' as const,
              plus: `${port}.T`,
              ground: 'chassis',
              ohms: 1e6,
              signal: 'instrument' as const,
              when: { control: `instrument${n}`, is: true },
            },
          ]
        : []),
    ],
    points: [
      { id: `head${n}`, label: `Behind pad ${n}`, unit: 'dBu', role: 'stage', ceiling: row.maxInputDbu },
      {
        id: `preamp${n}`,
        label: `Amplifier ${n}`,
        unit: 'dBu',
        role: 'stage',
        ceiling: row.fullScaleDbu + 4,
      },
      { id: `digital${n}`, label: `Converter ${n}`, unit: 'dBFS', role: 'converter', ceiling: 0 },
    ],
    paths: [
      { from: `mic${n}`, to: `head${n}`, controls: [{ control: `pad${n}`, onDb: -20 }] },
      // A line socket reaches the same amplifier through a fixed 20 dB less.
      ...(hasJack
        ? [
            { from: `line${n}`, to: `head${n}`, gainDb: -20, when: { control: `instrument${n}`, is: false } },
            { from: `instrument-in${n}`, to: `head${n}`, when: { control: `instrument${n}`, is: true } },
          ]
        : []),
      {
        from: `head${n}`,
        to: `preamp${n}`,
        controls: [{ control: `gain${n}` }],
        noise: { kind: 'ein', table: row.ein ?? EIN_ENTRY },
      },
      {
        from: `preamp${n}`,
        to: `digital${n}`,
        gainDb: -row.fullScaleDbu,
        unitShiftDb: -row.fullScaleDbu,
        noise: { kind: 'level', level: -110 },
        delayMs: 0.6,
      },
    ],
  };
};

/** Channels a device shows to a computer, or takes from it, as digital points. */
export const streamPoints = (id: string, label: string, channels: string[]): Piece => ({
  points: channels.map((channel) => ({
    id: `${id}-${channel}`,
    label: `${label} ${channel}`,
    unit: 'dBFS',
    role: 'stream',
    ceiling: 0,
  })),
});

/** A mix: every `from` reaches every `to` at `gainDb`. */
export const crosspoints = (from: string[], to: string[], gainDb = 0): Path[] =>
  from.flatMap((a) => to.map((b) => ({ from: a, to: b, gainDb })));
