import Papa from 'papaparse';
import { connectorById, LEAD_KINDS, type LeadKind, type Port } from '../catalogue';
import {
  combineEdits,
  connect,
  deepEqual,
  lookup,
  reviseLead,
  tryEdit,
  type Device,
  type Edit,
  type Lead,
  type Lookup,
  type Plugged,
  type Rig,
} from '../rig';
import { PATCH_COLUMNS, PATCH_COLUMN_WORDS, type PatchColumn } from './patch-list';

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

type Cell = (column: PatchColumn) => string;

const LEAD = 'lead ';

/** What the rows read so far have made of the rig: each row is judged against it, none walks through the rig. */
class Reading {
  private readonly find: Lookup;
  private readonly devices = new Map<string, Device>();
  private readonly kinds = new Map<string, LeadKind>();
  private readonly ids: Set<string>;
  private readonly counted = new Map<string, number>();
  /** Every lead as it is to be, by id. */
  private readonly leads: Map<string, Lead>;
  /** What each socket or lead's end has in it. */
  private readonly taken = new Map<string, string>();
  /** What the leads of the file have become, by their names there. */
  private readonly made = new Map<string, string>();
  /** Those that rows have made or changed, in that order. */
  readonly touched = new Set<string>();

  /** @param named leads of the rig that the file names: they are as the file says, so what they held is free */
  constructor(
    rig: Rig,
    private readonly named: ReadonlySet<string>,
  ) {
    this.find = lookup(rig);
    for (const device of rig.devices) {
      this.devices.set(device.id, device);
      this.devices.set(plain(device.name), device);
    }
    for (const kind of [...LEAD_KINDS, ...rig.leadKinds]) {
      this.kinds.set(kind.id, kind);
      this.kinds.set(plain(kind.name), kind);
    }
    this.leads = new Map(rig.leads.map((lead) => [lead.id, lead]));
    const lists = [rig.devices, rig.leads, rig.joinedInputs, rig.people, rig.placements, rig.intents];
    this.ids = new Set(lists.flatMap((list) => list.map(({ id }) => id)));
    for (const lead of rig.leads) if (!named.has(lead.id)) this.take(lead);
  }

  leadAt(id: string): Lead | undefined {
    return this.leads.get(id);
  }

  kindOf(lead: Lead): LeadKind {
    return this.kinds.get(lead.kind)!;
  }

  /** Takes one row. @throws RowError */
  row(cell: Cell): void {
    const name = cell('lead');
    const known = this.made.get(name);
    const lead = known === undefined ? undefined : this.leads.get(known);
    const kind = this.kinds.get(cell('kind')) ?? this.kinds.get(plain(cell('kind')));
    if (lead && lead.ends.length > 2 && kind?.id === lead.kind) {
      this.nextEnd(lead, cell);
      return;
    }
    if (!kind)
      throw new RowError(
        `Kind of lead: “${cell('kind')}” is not known. Use a name from the catalogue, such as “XLR lead”.`,
      );
    const lengthText = cell('lengthM').replace(',', '.');
    const lengthM = lengthText === '' ? (kind.usualLengthsM[0] ?? 1) : Number(lengthText);
    if (!(lengthM >= 0 && lengthM <= 1000))
      throw new RowError(`Length: “${cell('lengthM')}” is not a length in metres from 0 to 1000.`);
    const from = this.socket(cell('fromDevice'), cell('fromSocket'), 'From');
    const to = this.socket(cell('toDevice'), cell('toSocket'), 'To');
    const ends: Plugged[] = kind.ends.map((_, index) => (index === 0 ? from : index === 1 ? to : null));
    // The list does not say which end is which: the way round that fits is meant.
    const fits = (end: number, plugged: Plugged) => this.fits(kind, end, plugged);
    if (kind.ends.length === 2 && !(fits(0, from) && fits(1, to)) && fits(0, to) && fits(1, from))
      ends.reverse();
    // A lead of the rig is changed; one the file names twice is two.
    const isKnown = this.named.has(name) && known === undefined;
    const id = isKnown ? name : this.freeId(idOf(name) || `lead-${kind.id}`);
    const broken = isKnown
      ? this.leads.get(id)!.broken.filter((wire) => kind.conductors.some((one) => one.name === wire))
      : [];
    // Only told the other way round, it lies as it lay.
    const there = isKnown ? this.leads.get(id)! : undefined;
    const isSame = there?.kind === kind.id && deepEqual([...ends].reverse(), there.ends);
    this.put({ id, kind: kind.id, lengthM, ends: isSame ? there.ends : ends, broken }, ['From', 'To']);
    if (name) this.made.set(name, id);
  }

  /** A further row of a lead with three ends or more: what its next end is plugged into. */
  private nextEnd(lead: Lead, cell: Cell): void {
    const to = this.socket(cell('toDevice'), cell('toSocket'), 'To');
    const next = lead.ends.findIndex((end, index) => index > 1 && end === null);
    if (next < 0)
      throw new RowError(`Lead: “${cell('lead')}” has ${lead.ends.length} ends, and all are named already.`);
    this.free(lead);
    try {
      this.put({ ...lead, ends: lead.ends.with(next, to) }, ['To']);
    } catch (error) {
      this.take(lead);
      throw error;
    }
  }

  private put(lead: Lead, which: readonly string[]): void {
    lead.ends.forEach((plugged, end) => {
      if (plugged && 'lead' in plugged && plugged.lead === lead.id)
        throw new RowError(`${which[end] ?? 'To'}: a lead cannot be plugged into itself. Name another.`);
      const holder = plugged && this.taken.get(keyOf(plugged));
      if (!holder || holder === lead.id) return;
      throw new RowError(
        `${which[end] ?? 'To'}: ${this.words(plugged)} has a lead in it already. Unplug that first, or correct the row.`,
      );
    });
    this.take(lead);
    this.leads.set(lead.id, lead);
    this.ids.add(lead.id);
    this.touched.add(lead.id);
  }

  private take({ id, ends }: Lead): void {
    for (const plugged of ends) if (plugged) this.taken.set(keyOf(plugged), id);
  }

  private free({ ends }: Lead): void {
    for (const plugged of ends) if (plugged) this.taken.delete(keyOf(plugged));
  }

  private freeId(base: string): string {
    for (let n = this.counted.get(base) ?? 1; ; n += 1) {
      const id = n === 1 ? base : `${base.slice(0, 58)}-${n}`;
      if (this.ids.has(id)) continue;
      this.counted.set(base, n);
      return id;
    }
  }

  private socket(deviceName: string, portName: string, which: string): Plugged {
    if (!deviceName && !portName) return null;
    const device = this.devices.get(deviceName) ?? this.devices.get(plain(deviceName));
    if (!device && deviceName.toLowerCase().startsWith(LEAD))
      return this.endOfLead(deviceName.slice(LEAD.length).trim(), portName, which);
    if (!device)
      throw new RowError(
        `${which}: no device “${deviceName}” in this rig. Add it first, or correct its name.`,
      );
    const ports = this.find.modelOf(device.id)?.ports ?? [];
    const port = findPort(ports, portName);
    if (!port) {
      throw new RowError(
        `${which}: “${portName}” is not a socket of ${device.name}. It has ${ports.map(({ label }) => label).join(', ')}.`,
      );
    }
    return { device: device.id, port: port.id };
  }

  /** The end of a lead, as one lead's row names another: "lead splitter", "headphone socket". */
  private endOfLead(name: string, endName: string, which: string): Plugged {
    const id = this.made.get(name) ?? (this.leads.has(name) ? name : undefined);
    const lead = id === undefined ? undefined : this.leads.get(id);
    if (!lead)
      throw new NotYetError(
        `${which}: no lead “${name}” in this rig or file. Add its row, or correct its name.`,
      );
    const { ends } = this.kindOf(lead);
    const end = ends.findIndex(({ label }) => plain(label) === plain(endName));
    if (end < 0)
      throw new RowError(
        `${which}: “${endName}” is not an end of lead ${name}. It has ${ends.map(({ label }) => label).join(', ')}.`,
      );
    return { lead: lead.id, end };
  }

  private fits(kind: LeadKind, end: number, plugged: Plugged): boolean {
    if (!plugged) return true;
    const connector =
      'device' in plugged
        ? this.find.port(plugged.device, plugged.port)?.connector
        : this.kindOf(this.leads.get(plugged.lead)!).ends[plugged.end]?.connector;
    const socket = connectorById(connector ?? '');
    const plug = connectorById(kind.ends[end]!.connector);
    return socket?.sex !== plug?.sex && socket?.medium === plug?.medium;
  }

  private words(plugged: NonNullable<Plugged>): string {
    if ('lead' in plugged) return `that end of lead ${plugged.lead}`;
    const port = this.find.port(plugged.device, plugged.port);
    return `${this.find.device(plugged.device)!.name}, ${port?.label ?? plugged.port}`;
  }
}

const keyOf = (plugged: NonNullable<Plugged>): string =>
  'device' in plugged ? `${plugged.device}:${plugged.port}` : `${plugged.lead}/${plugged.end}`;

const findPort = (ports: readonly Port[], name: string): Port | undefined =>
  ports.find((port) => port.id === name || plain(port.label) === plain(name));

/**
 * Reads the rows of a file into a rig: a row that names a lead of the rig changes it, others bring new ones; a row that names a
 * lead of a later row waits for it. A row that cannot be taken says why and changes nothing.
 */
export const importPatchList = (rig: Rig, table: CsvTable, mapping: ColumnMapping): PatchImport => {
  const rows = table.rows.map((cells, index) => {
    const cell: Cell = (column) =>
      mapping[column] < 0 ? '' : (cells[mapping[column]] ?? '').trim().replace(/^'/, '');
    const words =
      `${cell('fromDevice')} ${cell('fromSocket')} – ${cell('toDevice')} ${cell('toSocket')}`.trim();
    return { cell, row: index + 2, words, error: null as string | null };
  });
  const inRig = new Set(rig.leads.map(({ id }) => id));
  const named = new Set(rows.map(({ cell }) => cell('lead')).filter((name) => inRig.has(name)));
  const reading = new Reading(rig, named);
  /** @returns false when the row has to wait for another */
  const take = (entry: (typeof rows)[number]): boolean => {
    entry.error = null;
    try {
      reading.row(entry.cell);
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
    edit: editOf(rig, reading, inRig),
  };
};

/** Everything rows have made and changed, as one edit; undefined when that is nothing, or the rig would not hold together. */
const editOf = (rig: Rig, reading: Reading, inRig: ReadonlySet<string>): Edit | undefined => {
  const leads = [...reading.touched].map((id) => reading.leadAt(id)!);
  const edits = leads.map((lead) =>
    inRig.has(lead.id)
      ? reviseLead(rig, lead, reading.kindOf(lead))
      : connect(rig, reading.kindOf(lead), lead.ends, lead.lengthM, lead.id),
  );
  const changed = leads.filter(({ id }) => inRig.has(id)).length;
  const words = [
    ...(leads.length > changed ? [`bring ${leads.length - changed}`] : []),
    ...(changed > 0 ? [`change ${changed}`] : []),
  ].join(', ');
  const edit = combineEdits(`Import a patch list: ${words} of its leads`, ...edits);
  return edit.steps.length > 0 && tryEdit(rig, edit).ok ? edit : undefined;
};
