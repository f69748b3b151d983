import {
  finish,
  makeEngineMemory,
  readPartsList,
  readStockCsv,
  rigOfPieces,
  wireInSteps,
  type PartsList,
  type Rig,
  type Solver,
  type StockRow,
  type Wiring,
} from '@diaphon/core';
import { readFile } from 'node:fs/promises';

/** Who waits for a command waits longer than who presses a button, ms. */
const LONGEST_MS = 30_000;

export interface WireReport {
  report: 'diaphon-wire';
  version: 1;
  rig: string;
  /** No wiring with fewer leads to buy does as much. */
  isProven: boolean;
  /** Leads that are not there; with nothing said of what is owned, all of them. */
  toBuy: { what: string; kind: string; count: number }[];
  changes: { group: string; words: string }[];
  unmet: Wiring['unmet'];
  /** Dangers and faults that are left. */
  left: string[];
  /** The smallest piece that frees what is unmet. */
  frees: string | null;
}

export interface WireFlags {
  keep?: boolean;
  stock?: readonly StockRow[];
}

const worked = (rig: Rig, solver: Solver, flags: WireFlags): Wiring => {
  const start = performance.now();
  const isTimeUp = () => performance.now() - start > LONGEST_MS;
  const { keep, stock } = flags;
  return finish(
    wireInSteps(rig, solver, makeEngineMemory(), {
      isTimeUp,
      isKept: keep === true,
      ...(stock ? { stock } : {}),
    }),
  );
};

/** The whole of a table joined and set, and the rig as it is then. */
export const wireReport = (rig: Rig, solver: Solver, flags: WireFlags): { report: WireReport; set: Rig } => {
  const wiring = worked(rig, solver, flags);
  return {
    set: wiring.rig,
    report: {
      report: 'diaphon-wire',
      version: 1,
      rig: rig.name,
      isProven: wiring.isProven,
      toBuy: wiring.toBuy.map(({ name, kind, count }) => ({ what: name, kind, count })),
      changes: wiring.changes.flatMap(({ heading, rows }) =>
        rows.map((words) => ({ group: heading, words })),
      ),
      unmet: wiring.unmet,
      left: wiring.left,
      frees: wiring.frees?.name ?? null,
    },
  };
};

export const isWired = ({ unmet, left }: WireReport): boolean => unmet.length === 0 && left.length === 0;

const list = (head: string, rows: readonly string[]): string[] =>
  rows.length === 0 ? [] : [head, ...rows.map((row) => `  ${row}`)];

export const wireText = ({ rig, isProven, toBuy, changes, unmet, left, frees }: WireReport): string =>
  [
    rig,
    ...list(
      'What to do:',
      changes.map(({ group, words }) => `${group}: ${words}`),
    ),
    ...list(
      isProven ? 'Leads to get, no fewer will do:' : 'Leads to get:',
      toBuy.map(({ what, count }) => `${count} × ${what}`),
    ),
    ...list(
      'Cannot be had with these pieces:',
      unmet.map(({ sound, listener, why }) => `${sound} at ${listener}: ${why}`),
    ),
    ...(frees === null ? [] : [`The smallest piece that frees it: ${frees}`]),
    ...list('Still wrong:', left),
    ...(changes.length === 0 && unmet.length === 0
      ? ['Nothing to join: everything gets where it should.']
      : []),
    '',
  ].join('\n');

export type StockFile = { ok: true; rows: StockRow[] } | { ok: false; words: string };

/** Leads that are owned, out of a CSV file. */
export const readStockFile = async (path: string): Promise<StockFile> => {
  try {
    const read = readStockCsv(await readFile(path, 'utf8'));
    return read.ok ? read : { ok: false, words: `${path}: ${read.words}` };
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code ?? String(error);
    return { ok: false, words: `${path}: ${code}; expected a CSV file that can be read. Check the path.` };
  }
};

export interface PiecesReport extends PartsList {
  report: 'diaphon-pieces';
  version: 1;
}

/** A parts list as a rig of loose pieces. */
export const piecesReport = (text: string, name: string): { report: PiecesReport; set: Rig } => {
  const list = readPartsList(text);
  return { report: { report: 'diaphon-pieces', version: 1, ...list }, set: rigOfPieces(list, name) };
};

export const piecesText = (set: Rig, { leads, unknown }: PiecesReport): string =>
  [
    ...list(
      'On the table:',
      set.devices.map(({ name }) => name),
    ),
    ...list(
      'Programs:',
      set.apps.map(({ name }) => name),
    ),
    ...list(
      'Leads that are there:',
      leads.map(({ kind, lengthM, count }) => `${count} × ${kind}, ${lengthM} m`),
    ),
    ...list('Not understood:', unknown),
    '',
  ].join('\n');
