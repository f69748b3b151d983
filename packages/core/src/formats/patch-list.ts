import Papa from 'papaparse';
import { connectorById, LEAD_KINDS, type LeadKind, type Port } from '../catalogue';
import {
  changeLead,
  combineEdits,
  connect,
  freeId,
  lookup,
  tryEdit,
  type Device,
  type Edit,
  type Plugged,
  type Rig,
} from '../rig';

/** The columns of a patch list, in the order they are written. */
export const PATCH_COLUMNS = [
  'lead',
  'kind',
  'lengthM',
  'fromDevice',
  'fromSocket',
  'toDevice',
  'toSocket',
  'place',
] as const;
export type PatchColumn = (typeof PATCH_COLUMNS)[number];

/** One lead, as a row of the list. A lead with three ends has a row for each end after the first. */
export type PatchRow = Record<PatchColumn, string>;

export const PATCH_COLUMN_WORDS: Record<PatchColumn, string> = {
  lead: 'Lead',
  kind: 'Kind of lead',
  lengthM: 'Length, m',
  fromDevice: 'From device',
  fromSocket: 'From socket',
  toDevice: 'To device',
  toSocket: 'To socket',
  place: 'Place',
};

const endWords = (rig: Rig, plugged: Plugged): [device: string, socket: string] => {
  if (!plugged) return ['', ''];
  const find = lookup(rig);
  if ('device' in plugged) {
    const port = find.port(plugged.device, plugged.port);
    return [find.device(plugged.device)?.name ?? plugged.device, port?.label ?? plugged.port];
  }
  return [
    `lead ${plugged.lead}`,
    find.leadKindOf(plugged.lead)?.ends[plugged.end]?.label ?? String(plugged.end),
  ];
};

/** Every lead of a rig with both its ends, in the order of the document. */
export const patchList = (rig: Rig): PatchRow[] => {
  const find = lookup(rig);
  return rig.leads.flatMap((lead): PatchRow[] => {
    const kind = find.leadKindOf(lead.id);
    const [first, ...others] = lead.ends;
    const [fromDevice, fromSocket] = endWords(rig, first ?? null);
    const from = first && 'device' in first ? find.device(first.device)?.place : undefined;
    return others.map((end) => {
      const [toDevice, toSocket] = endWords(rig, end);
      return {
        lead: lead.id,
        kind: kind?.name ?? lead.kind,
        lengthM: String(lead.lengthM),
        fromDevice,
        fromSocket,
        toDevice,
        toSocket,
        place: from ?? '',
      };
    });
  });
};

/** A cell that a spreadsheet would take for a formula is made plain text. */
const harmless = (cell: string): string => (/^[=+@\t\r]|^-(?![\d.])/.test(cell) ? `'${cell}` : cell);

/** The patch list as CSV (RFC 4180) with a row of headings. */
export const patchListCsv = (rig: Rig): string =>
  `${Papa.unparse(
    {
      fields: PATCH_COLUMNS.map((column) => PATCH_COLUMN_WORDS[column]),
      data: patchList(rig).map((row) => PATCH_COLUMNS.map((column) => harmless(row[column]))),
    },
    { newline: '\r\n' },
  )}\r\n`;

/** A CSV file read as headings and rows; `problem` when it cannot be one. */
export interface CsvTable {
  headings: string[];
  rows: string[][];
  problem: string | null;
}

const MOST_ROWS = 4000;

export const readCsv = (text: string): CsvTable => {
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const [headings = [], ...rows] = data;
  const broken = errors.find(({ type }) => type === 'Quotes');
  if (broken) {
    const problem = `Row ${(broken.row ?? 0) + 1}: ${broken.message}. Close the quotation mark there.`;
    return { headings, rows, problem };
  }
  if (rows.length === 0)
    return { headings, rows, problem: 'No rows under the headings. Write one row for each lead.' };
  if (rows.length > MOST_ROWS)
    return { headings, rows: [], problem: `${rows.length} rows; at most ${MOST_ROWS} can be read.` };
  return { headings, rows, problem: null };
};

/** Which column of the file holds what; −1 where none does. */
export type ColumnMapping = Record<PatchColumn, number>;

const plain = (text: string): string => text.toLowerCase().replace(/[^a-z0-9]+/g, '');

/** A first guess at the mapping, from the headings. */
export const guessMapping = (headings: readonly string[]): ColumnMapping => {
  const guess = (column: PatchColumn): number => {
    const words = [plain(PATCH_COLUMN_WORDS[column]), plain(column)];
    return headings.findIndex((heading) => words.includes(plain(heading)));
  };
  return Object.fromEntries(PATCH_COLUMNS.map((column) => [column, guess(column)])) as ColumnMapping;
};

/** One row as it would be taken: an edit, or what is wrong with it and the cure. Rows count from 2, under the headings. */
export interface ImportedRow {
  row: number;
  words: string;
  error: string | null;
}

export interface PatchImport {
  rows: ImportedRow[];
  /** Everything that could be taken, as one edit; undefined when nothing could. */
  edit: Edit | undefined;
}

const findDevice = (rig: Rig, name: string): Device | undefined =>
  rig.devices.find((device) => plain(device.name) === plain(name) || device.id === name);

const findPort = (ports: readonly Port[], name: string): Port | undefined =>
  ports.find((port) => port.id === name || plain(port.label) === plain(name));

const findKind = (rig: Rig, name: string): LeadKind | undefined =>
  [...rig.leadKinds, ...LEAD_KINDS].find((kind) => kind.id === name || plain(kind.name) === plain(name));

/** An id as close to a name as ids may be. */
const idOf = (name: string): string =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9-]+/g, '-')
    .replace(/^-+/, '')
    .slice(0, 60);

/** A cell's problem, thrown while one row is read. */
class RowError extends Error {}
/** The row names a lead that another row may still bring. */
class NotYetError extends RowError {}

/** What the leads of a file have become in the rig, by their names there. */
type Made = ReadonlyMap<string, string>;

const LEAD = 'lead ';

/** The end of a lead, as one lead's row names another: "lead splitter", "headphone socket". */
const endOfLead = (rig: Rig, made: Made, name: string, endName: string, which: string): Plugged => {
  const find = lookup(rig);
  const lead = made.get(name) ?? find.lead(name)?.id;
  if (lead === undefined)
    throw new NotYetError(
      `${which}: no lead “${name}” in this rig or file. Add its row, or correct its name.`,
    );
  const ends = find.leadKindOf(lead)?.ends ?? [];
  const end = ends.findIndex(({ label }) => plain(label) === plain(endName));
  if (end < 0)
    throw new RowError(
      `${which}: “${endName}” is not an end of lead ${name}. It has ${ends.map(({ label }) => label).join(', ')}.`,
    );
  return { lead, end };
};

const socketAt = (rig: Rig, made: Made, deviceName: string, portName: string, which: string): Plugged => {
  if (!deviceName && !portName) return null;
  if (deviceName.toLowerCase().startsWith(LEAD) && !findDevice(rig, deviceName))
    return endOfLead(rig, made, deviceName.slice(LEAD.length).trim(), portName, which);
  const device = findDevice(rig, deviceName);
  if (!device)
    throw new RowError(`${which}: no device “${deviceName}” in this rig. Add it first, or correct its name.`);
  const ports = lookup(rig).modelOf(device.id)?.ports ?? [];
  const port = findPort(ports, portName);
  if (!port) {
    throw new RowError(
      `${which}: “${portName}” is not a socket of ${device.name}. It has ${ports.map(({ label }) => label).join(', ')}.`,
    );
  }
  return { device: device.id, port: port.id };
};

/** A further row of a lead with three ends or more: what its next end is plugged into. */
const nextEnd = (rig: Rig, made: Made, cell: (column: PatchColumn) => string): Edit | undefined => {
  const lead = rig.leads.find(({ id }) => id === made.get(cell('lead')));
  const kind = findKind(rig, cell('kind'));
  if (!lead || lead.ends.length < 3 || kind?.id !== lead.kind) return undefined;
  const to = socketAt(rig, made, cell('toDevice'), cell('toSocket'), 'To');
  const next = lead.ends.findIndex((end, index) => index > 1 && end === null);
  if (next < 0)
    throw new RowError(`Lead: “${cell('lead')}” has ${lead.ends.length} ends, and all are named already.`);
  return changeLead(rig, lead.id, { ends: lead.ends.map((end, index) => (index === next ? to : end)) });
};

const rowEdit = (rig: Rig, made: Made, cell: (column: PatchColumn) => string): Edit => {
  const further = nextEnd(rig, made, cell);
  if (further) return further;
  const kind = findKind(rig, cell('kind'));
  if (!kind)
    throw new RowError(
      `Kind of lead: “${cell('kind')}” is not known. Use a name from the catalogue, such as “XLR lead”.`,
    );
  const lengthText = cell('lengthM').replace(',', '.');
  const lengthM = lengthText === '' ? (kind.usualLengthsM[0] ?? 1) : Number(lengthText);
  if (!(lengthM >= 0 && lengthM <= 1000))
    throw new RowError(`Length: “${cell('lengthM')}” is not a length in metres from 0 to 1000.`);
  const from = socketAt(rig, made, cell('fromDevice'), cell('fromSocket'), 'From');
  const to = socketAt(rig, made, cell('toDevice'), cell('toSocket'), 'To');
  const ends: Plugged[] = kind.ends.map((_, index) => (index === 0 ? from : index === 1 ? to : null));
  const fits = (plugged: Plugged, end: number): boolean => {
    if (!plugged) return true;
    const find = lookup(rig);
    const connector =
      'device' in plugged
        ? find.port(plugged.device, plugged.port)?.connector
        : find.leadKindOf(plugged.lead)?.ends[plugged.end]?.connector;
    const socket = connectorById(connector ?? '');
    const plug = connectorById(kind.ends[end]!.connector);
    return socket?.sex !== plug?.sex && socket?.medium === plug?.medium;
  };
  // The list does not say which end is which: the way round that fits is meant.
  if (kind.ends.length === 2 && !(fits(from, 0) && fits(to, 1)) && fits(from, 1) && fits(to, 0))
    ends.reverse();
  return connect(rig, kind, ends, lengthM, freeId(rig, idOf(cell('lead')) || `lead-${kind.id}`));
};

/**
 * Reads the rows of a file into a rig, one after another; one that names a lead of a later row waits for it. A row that cannot be
 * taken says why and changes nothing.
 */
export const importPatchList = (rig: Rig, table: CsvTable, mapping: ColumnMapping): PatchImport => {
  let current = rig;
  const edits: Edit[] = [];
  const made = new Map<string, string>();
  const rows = table.rows.map((cells, index) => {
    const cell = (column: PatchColumn) =>
      mapping[column] < 0 ? '' : (cells[mapping[column]] ?? '').trim().replace(/^'/, '');
    const words =
      `${cell('fromDevice')} ${cell('fromSocket')} – ${cell('toDevice')} ${cell('toSocket')}`.trim();
    return { cell, row: index + 2, words, error: null as string | null };
  });
  /** @returns false when the row has to wait for another */
  const take = (entry: (typeof rows)[number]): boolean => {
    entry.error = null;
    try {
      const edit = rowEdit(current, made, entry.cell);
      const result = tryEdit(current, edit);
      if (!result.ok) {
        const [problem] = result.problems;
        entry.error = `Found ${problem!.found}; expected ${problem!.expected}. To mend: ${problem!.cure}.`;
        return true;
      }
      const before = new Set(current.leads.map(({ id }) => id));
      current = result.rig;
      edits.push(edit);
      const name = entry.cell('lead');
      const added = current.leads.find(({ id }) => !before.has(id));
      if (name && added) made.set(name, added.id);
      return true;
    } catch (error) {
      if (!(error instanceof RowError)) throw error;
      entry.error = error.message;
      return !(error instanceof NotYetError);
    }
  };
  for (let waiting = rows; waiting.length > 0;) {
    const left = waiting.filter((entry) => !take(entry));
    if (left.length === waiting.length) break;
    waiting = left;
  }
  return {
    rows: rows.map(({ row, words, error }) => ({ row, words, error })),
    edit: edits.length > 0 ? combineEdits(`Import ${edits.length} leads`, ...edits) : undefined,
  };
};
