import type { Desk } from '../types';
import { USUAL_LIGHTS, usualKnob } from '../knobs';
import type { CircuitElement, Control, DeviceModel, InputElement, Knob, Path, Point, Port } from '../types';

/** Pieces that several device models share: rows of data, put together by prefix. */
export type Piece = Partial<
  Pick<DeviceModel, 'ports' | 'controls' | 'elements' | 'points' | 'paths' | 'streams'>
> & { desk?: Partial<Desk> };

/** One desk of the parts of several; none where no piece has any. */
const joinDesks = (desks: Partial<Desk>[]): { desk?: Desk } => {
  if (desks.length === 0) return {};
  const solo = desks.find((desk) => desk.solo)?.solo;
  const direct = desks.find((desk) => desk.direct)?.direct;
  return {
    desk: {
      strips: desks.flatMap(({ strips = [] }) => strips),
      mixes: desks.flatMap(({ mixes = [] }) => mixes),
      streams: desks.flatMap(({ streams = [] }) => streams),
      ...(solo ? { solo } : {}),
      ...(direct ? { direct } : {}),
    },
  };
};

export const joinPieces = (...pieces: Piece[]) => ({
  ports: pieces.flatMap((piece) => piece.ports ?? []) as Port[],
  controls: pieces.flatMap((piece) => piece.controls ?? []) as Control[],
  elements: pieces.flatMap((piece) => piece.elements ?? []) as CircuitElement[],
  points: pieces.flatMap((piece) => piece.points ?? []) as Point[],
  paths: pieces.flatMap((piece) => piece.paths ?? []) as Path[],
  streams: pieces.flatMap((piece) => piece.streams ?? []),
  ...joinDesks(pieces.flatMap(({ desk }) => (desk ? [desk] : []))),
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
  /** How a combined socket is set: a switch for instruments (the jack is line otherwise), or a choice of three. */
  levels?: 'instrument-switch' | 'choice';
  ein?: [number, number][];
  /** What is printed round its gain knob; absent: its gain is shown in dB. */
  knob?: Knob['printed'];
  /** Its meter is a few lights. */
  hasLights?: boolean;
}

/** A way into the amplifier of a channel: an input element, and what is lost ahead of the amplifier, dB. */
interface ChannelWay {
  element: InputElement;
  gainDb?: number;
}

/** A line input reaches the same amplifier through this much less, dB; what it accepts is shifted by as much. */
const LINE_DB = -20;

/** The ways into a channel: its XLR part, the jack part of a combined socket, and what a switch or choice makes of them. */
const channelWays = ({
  n,
  connector,
  micOhms = 3000,
  levels = 'instrument-switch',
}: PreampRow): ChannelWay[] => {
  const xlr = { drive: 'differential', plus: `in${n}.2`, minus: `in${n}.3`, ground: 'chassis' } as const;
  const jack = { drive: 'differential', plus: `in${n}.T`, minus: `in${n}.R`, ground: 'chassis' } as const;
  const microphone = { kind: 'input', ohms: micOhms, signal: 'microphone' } as const;
  const line = {
    kind: 'input',
    ohms: 20_000,
    signal: 'line',
    accepts: [-52, 16] as [number, number],
  } as const;
  const instrument = { kind: 'input', ohms: 1e6, signal: 'instrument' } as const;
  const tip = { drive: 'single', plus: `in${n}.T`, ground: 'chassis' } as const;
  if (connector === 'xlr-female') return [{ element: { ...microphone, ...xlr, id: `mic${n}` } }];
  if (levels === 'instrument-switch') {
    const when = (is: boolean) => ({ when: { control: `instrument${n}`, is } });
    return [
      { element: { ...microphone, ...xlr, id: `mic${n}` } },
      { element: { ...line, ...jack, id: `line${n}`, ...when(false) }, gainDb: LINE_DB },
      { element: { ...instrument, ...tip, id: `instrument-in${n}`, ...when(true) } },
    ];
  }
  const when = (is: string) => ({ when: { control: `level${n}`, is } });
  return [
    { element: { ...microphone, ...xlr, id: `mic${n}`, ...when('microphone') } },
    { element: { ...microphone, ...jack, id: `mic-jack${n}`, ...when('microphone') } },
    { element: { ...line, ...xlr, id: `line-xlr${n}`, ...when('line') }, gainDb: LINE_DB },
    { element: { ...line, ...jack, id: `line${n}`, ...when('line') }, gainDb: LINE_DB },
    { element: { ...instrument, ...tip, id: `instrument-in${n}`, ...when('instrument') } },
  ];
};

const levelControl = ({ n, connector, levels = 'instrument-switch' }: PreampRow): Control[] => {
  if (connector === 'xlr-female') return [];
  return levels === 'instrument-switch'
    ? [{ id: `instrument${n}`, label: `Instrument ${n}`, kind: 'switch', initial: false }]
    : [
        {
          id: `level${n}`,
          label: `Level ${n}`,
          kind: 'choice',
          options: ['microphone', 'line', 'instrument'],
          initial: 'microphone',
        },
      ];
};

/** One input channel: socket, phantom feed, amplifier, converter. */
export const preampChannel = (row: PreampRow): Piece => {
  const { n } = row;
  const port = `in${n}`;
  const hasJack = row.connector === 'combo';
  const ways = channelWays(row);
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
        ...(row.knob ? { knob: usualKnob(row.knob) } : {}),
      },
      { id: `pad${n}`, label: `Pad ${n} (−20 dB)`, kind: 'switch', initial: false },
      ...levelControl(row),
    ],
    elements: [
      ...ways.map(({ element }) => element),
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
      {
        id: `digital${n}`,
        label: `Converter ${n}`,
        unit: 'dBFS',
        role: 'converter',
        ceiling: 0,
        ...(row.hasLights ? { lights: USUAL_LIGHTS } : {}),
      },
    ],
    paths: [
      ...ways.map(({ element, gainDb }): Path => ({
        from: element.id,
        to: `head${n}`,
        ...(gainDb ? { gainDb } : {}),
        ...(element.signal === 'microphone' ? { controls: [{ control: `pad${n}`, onDb: -20 }] } : {}),
        ...(element.when ? { when: element.when } : {}),
      })),
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
