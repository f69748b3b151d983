import { lookup, type Lookup, type Plugged, type Rig } from '../rig';
import { csvText } from './plain-text';

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
    return [find.nameOf(plugged.device), port?.label ?? plugged.port];
  }
  return [
    `lead ${plugged.lead}`,
    find.leadKindOf(plugged.lead)?.ends[plugged.end]?.label ?? String(plugged.end),
  ];
};

/** A lead's ends with the one that sound comes from first, where it has two and that is known. */
const fromItsSource = (find: Lookup, ends: readonly Plugged[]): readonly Plugged[] => {
  const sideOf = (plugged: Plugged | undefined) =>
    plugged && 'device' in plugged ? find.port(plugged.device, plugged.port)?.side : undefined;
  const isBackwards = ends.length === 2 && sideOf(ends[0]) === 'in' && sideOf(ends[1]) === 'out';
  return isBackwards ? [...ends].reverse() : ends;
};

/** Every lead of a rig with both its ends, in the order of the document. */
export const patchList = (rig: Rig): PatchRow[] => {
  const find = lookup(rig);
  return rig.leads.flatMap((lead): PatchRow[] => {
    const kind = find.leadKindOf(lead.id);
    const [first, ...others] = fromItsSource(find, lead.ends);
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

/** The patch list as CSV (RFC 4180) with a row of headings. */
export const patchListCsv = (rig: Rig): string =>
  csvText([
    PATCH_COLUMNS.map((column) => PATCH_COLUMN_WORDS[column]),
    ...patchList(rig).map((row) => PATCH_COLUMNS.map((column) => row[column])),
  ]);
