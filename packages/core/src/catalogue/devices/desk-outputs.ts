import type { DcTolerance, Path } from '../types';
import { joinPieces, type Piece } from './parts';
import { STURDY, volume } from './ports';

/** Outputs that a mix inside feeds: headphones, a computer's jack, the main outputs of a desk. */

export interface StereoOutRow {
  id: string;
  label: string;
  connector: 'trs-635-socket' | 'trs-35-socket' | 'trrs-35-socket';
  ohms: number;
  idleOhms?: number;
  tolerates: DcTolerance;
  /** Points that feed left and right, dBFS. */
  from: [left: string, right: string];
  fullScaleDbu: number;
  volume: string;
}

/** A stereo output on one socket: headphones, or a computer's jack. */
export const stereoOutput = (row: StereoOutRow): Piece => {
  const ring = row.connector === 'trrs-35-socket' ? 'R1' : 'R';
  const sleeve = row.connector === 'trrs-35-socket' ? 'R2' : 'S';
  const side = (id: string, pin: string, other: string) => ({
    kind: 'output' as const,
    id: `${row.id}-${id}`,
    drive: 'single' as const,
    plus: `${row.id}.${pin}`,
    ground: 'chassis',
    ohms: row.ohms,
    signal: 'headphone' as const,
    tolerates: row.tolerates,
    maxDbu: row.fullScaleDbu,
    pair: `${row.id}-${other}`,
    side: id as 'left' | 'right',
    ...(row.idleOhms ? { idleOhms: row.idleOhms } : {}),
  });
  const path = (from: string, to: string): Path => ({
    from,
    to,
    gainDb: row.fullScaleDbu,
    unitShiftDb: row.fullScaleDbu,
    controls: [{ control: row.volume }],
    noise: { kind: 'level', level: -92 },
    delayMs: 0.6,
  });
  return {
    ports: [{ id: row.id, label: row.label, connector: row.connector, side: 'out' }],
    controls: [volume(row.volume, `${row.label} volume`, -20)],
    elements: [
      side('left', 'T', 'right'),
      side('right', ring, 'left'),
      { kind: 'bond', id: `${row.id}-ground`, pins: [`${row.id}.${sleeve}`, 'chassis'] },
    ],
    paths: [path(row.from[0], `${row.id}-left`), path(row.from[1], `${row.id}-right`)],
  };
};

export interface LineOutRow {
  /** What stands before `L` and `R` on the panel. */
  label: string;
  drive: 'both-legs' | 'one-leg';
  ohms: number;
  /** Points that feed left and right, dBFS. */
  from: [left: string, right: string];
  fullScaleDbu: number;
  noiseDbu: number;
  volume: { id: string; label: string };
}

/** Balanced line outputs left and right, `outL` and `outR`, behind one volume. */
export const lineOutputs = (row: LineOutRow): Piece =>
  joinPieces(
    { controls: [volume(row.volume.id, row.volume.label, -20)] },
    ...(['L', 'R'] as const).map((side, index): Piece => ({
      ports: [{ id: `out${side}`, label: `${row.label} ${side}`, connector: 'trs-635-socket', side: 'out' }],
      elements: [
        {
          kind: 'output',
          id: `line${side}`,
          drive: row.drive,
          plus: `out${side}.T`,
          minus: `out${side}.R`,
          ground: 'chassis',
          ohms: row.ohms,
          nominalDbu: 4,
          side: index === 0 ? 'left' : 'right',
          signal: 'line',
          tolerates: STURDY,
          maxDbu: row.fullScaleDbu,
        },
        { kind: 'bond', id: `out${side}-ground`, pins: [`out${side}.S`, 'chassis'] },
      ],
      paths: [
        {
          from: row.from[index]!,
          to: `line${side}`,
          gainDb: row.fullScaleDbu,
          unitShiftDb: row.fullScaleDbu,
          controls: [{ control: row.volume.id }],
          noise: { kind: 'level', level: row.noiseDbu },
          delayMs: 0.6,
        },
      ],
    })),
  );
