import { maxBy } from 'es-toolkit';
import { lookup, revise, type Device, type Edit, type Rig } from '../rig';
import type { ComputerPage } from './computer-page';

/** A list of sound devices as a computer gives it, laid beside what hangs on that computer in the rig. */

/** One line of such a list. Channels are absent where the list does not say. */
export interface ListedDevice {
  name: string;
  inputs?: number;
  outputs?: number;
}

const CHANNELS = /[\s,;:(|-]*(\d{1,3})\s*(?:ch(?:annels?)?\.?\s*)?(in|out)(?:puts?)?\b\)?/gi;

/** Reads a pasted list: a device a line, "Mixer, 4 in, 2 out"; channels may be left out. Empty lines are skipped. */
export const readListing = (text: string): ListedDevice[] =>
  text.split(/\r?\n/).flatMap((line): ListedDevice[] => {
    const ways = [...line.matchAll(CHANNELS)];
    const name = (ways[0] ? line.slice(0, ways[0].index) : line).replace(/^[\s*•–-]+|[\s,;:|]+$/g, '');
    if (name === '') return [];
    const countOf = (way: string) => ways.find(([, , one]) => one?.toLowerCase() === way)?.[1];
    const [inputs, outputs] = [countOf('in'), countOf('out')];
    return [
      {
        name: name.slice(0, 200),
        ...(inputs === undefined ? {} : { inputs: Number(inputs) }),
        ...(outputs === undefined ? {} : { outputs: Number(outputs) }),
      },
    ];
  });

/** How a device of the rig, or a line of the list, stands against the other. */
export type ListingState = 'there' | 'other channels' | 'missing' | 'not in the rig';

export interface ListingRow {
  state: ListingState;
  /** Absent: no device of the rig. */
  device?: string;
  /** As the rig calls it, else as the list does. */
  name: string;
  /** As the list calls it; absent: it does not. */
  listedAs?: string;
  /** "4 in listed, 2 in the rig". */
  words?: string;
}

const wordsOf = (name: string): Set<string> => new Set(name.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? []);

/** How alike two names are: 1 the same words, 0 none in common (Dice). */
const likeness = (a: string, b: string): number => {
  const [one, other] = [wordsOf(a), wordsOf(b)];
  const shared = [...one].filter((word) => other.has(word)).length;
  return one.size + other.size === 0 ? 0 : (2 * shared) / (one.size + other.size);
};

/** Whether two names are the same words: marks between them and capitals aside. */
export const isSameName = (a: string, b: string): boolean => likeness(a, b) === 1;

/** Names at least so alike are taken for one device. Common practice, no published source. */
const ALIKE = 0.5;

/** What of the rig hangs on the computer, with all its channels. */
interface Expected {
  device: Device;
  names: string[];
  inputs: number;
  outputs: number;
  isOwn: boolean;
}

const expectedOn = (rig: Rig, page: ComputerPage): Expected[] => {
  const find = lookup(rig);
  return [
    ...new Set(page.entries.filter(({ driver }) => driver !== 'missing').map(({ device }) => device)),
  ].flatMap((id) => {
    const [device, model] = [find.device(id), find.modelOf(id)];
    if (!device || !model) return [];
    const own = page.entries.filter((entry) => entry.device === id);
    const sum = (of: 'inputs' | 'outputs') => own.reduce((all, entry) => all + entry[of], 0);
    return [
      {
        device,
        names: [device.name, model.name, ...own.map(({ label }) => label)],
        inputs: sum('inputs'),
        outputs: sum('outputs'),
        isOwn: id === page.device,
      },
    ];
  });
};

const channelWords = (lines: readonly ListedDevice[], { inputs, outputs }: Expected): string | undefined => {
  const apart = (
    [
      ['inputs', 'in', inputs],
      ['outputs', 'out', outputs],
    ] as const
  ).flatMap(([way, word, wanted]) => {
    const said = lines.flatMap((line) => line[way] ?? []);
    const listed = said.reduce((all, one) => all + one, 0);
    return said.length > 0 && listed !== wanted ? [`${listed} ${word} listed, ${wanted} in the rig`] : [];
  });
  return apart.join('; ') || undefined;
};

/** Lays a list beside a computer of the rig. What nobody has paired is paired by name; each line stands for one device. */
export const compareListing = (
  rig: Rig,
  page: ComputerPage,
  lines: readonly ListedDevice[],
): ListingRow[] => {
  const expected = expectedOn(rig, page);
  const pairs = lines.map((line) => {
    const known = expected.find(({ device }) => device.listedAs === line.name);
    if (known) return { line, to: known };
    const best = maxBy(
      expected
        .filter(({ device }) => device.listedAs === undefined)
        .map((one) => ({ one, by: Math.max(...one.names.map((name) => likeness(name, line.name))) })),
      ({ by }) => by,
    );
    return { line, to: best && best.by >= ALIKE ? best.one : undefined };
  });
  const rows = expected.flatMap((one): ListingRow[] => {
    const own = pairs.filter(({ to }) => to === one).map(({ line }) => line);
    const named = { device: one.device.id, name: one.device.name };
    // Its own sockets go by many names.
    if (own.length === 0) return one.isOwn ? [] : [{ state: 'missing', ...named }];
    const words = channelWords(own, one);
    const listedAs = [...new Set(own.map(({ name }) => name))].join(', ');
    return [{ state: words ? 'other channels' : 'there', ...named, listedAs, ...(words ? { words } : {}) }];
  });
  const others = pairs.flatMap(({ line, to }): ListingRow[] =>
    to ? [] : [{ state: 'not in the rig', name: line.name, listedAs: line.name }],
  );
  return [...rows, ...others];
};

/** Keeps the name under which a computer lists a device. */
export const setListedAs = (rig: Rig, device: Device, listedAs: string): Edit => ({
  label: `Say that ${device.name} is listed as ${listedAs}`,
  steps: revise(rig, 'devices', { ...device, listedAs }),
});
