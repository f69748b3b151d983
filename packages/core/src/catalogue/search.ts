import { connectorById } from './mating';
import type { DeviceKind, DeviceModel } from './types';

/** Finding a model by the words people have for it. */

/** What else a word or two may mean: each of them is looked for. Common practice, no published source. */
const SYNONYMS: Record<string, string[]> = {
  jack: ['mini-jack', 'headset', '6.35'],
  aux: ['auxiliary', 'mini-jack', 'line'],
  mic: ['microphone'],
  mics: ['microphone'],
  cans: ['headphones'],
  headphone: ['headphones'],
  earphones: ['headphones'],
  amp: ['amplifier', 'preamp'],
  amplifier: ['amplifier', 'headphones-amplifier'],
  speaker: ['loudspeaker'],
  speakers: ['loudspeaker'],
  monitor: ['loudspeaker'],
  soundcard: ['interface'],
  board: ['mixer'],
  desk: ['mixer'],
  console: ['mixer'],
  phone: ['telephone', 'phone'],
  notebook: ['laptop'],
  pc: ['computer'],
  lav: ['lapel'],
  lavalier: ['lapel'],
  guitar: ['instrument'],
  splitter: ['headphones-amplifier', 'split'],
  '48v': ['phantom'],
  phantom: ['phantom', '48 v'],
  volts: ['phantom', ' v '],
  wireless: ['radio', 'receiver', 'wireless'],
  usb: ['usb'],
};

/** Words that say nothing by themselves. */
const IDLE = new Set(['a', 'an', 'the', 'for', 'with', 'of', 'to', 'and', 'in']);

const KIND_WORDS: Partial<Record<DeviceKind, string>> = {
  'headphones-amplifier': 'headphones-amplifier headphone amplifier amp splitter',
  interface: 'interface soundcard',
  isolator: 'isolator di box',
  hub: 'hub dock',
  supply: 'supply power supply charger',
};

/** Numbers as names of devices spell them. */
const NUMBERS: [string, number][] = [
  ['one', 1],
  ['two', 2],
  ['four', 4],
  ['eight', 8],
  ['sixteen', 16],
  ['eighteen', 18],
  ['thirty-two', 32],
];

/** "48 volts" and "16-channel" are one word each. */
const wordsOf = (text: string): string[] =>
  text
    .toLowerCase()
    .replace(/48\s*-?\s*v(olts?)?\b/g, '48v')
    .replace(/(\d+)\s*-?\s*(channels?|inputs?|ch)\b/g, '$1-channel')
    .split(/[^\p{L}\p{N}.-]+/u)
    .filter((word) => word !== '' && !IDLE.has(word));

interface Described {
  name: string;
  kind: string;
  rest: string;
  /** How many channels it has, as its name says and as its sockets are. */
  inputs: number[];
}

const described = (model: DeviceModel): Described => {
  const inputs = [
    model.elements.filter((element) => element.kind === 'input' && element.signal !== 'aes3').length,
    model.desk?.strips.length ?? 0,
  ];
  const named = NUMBERS.flatMap(([word, number]) =>
    model.name.toLowerCase().startsWith(`${word}-`) ? [number] : [],
  );
  const sockets = model.ports.map(
    ({ label, connector }) => `${label} ${connectorById(connector)?.name ?? ''}`,
  );
  const hasPhantom = model.elements.some((element) => element.kind === 'feed' && element.legs.length === 2);
  return {
    name: model.name.toLowerCase(),
    kind: `${model.kind} ${KIND_WORDS[model.kind] ?? ''}`,
    rest: `${model.about} ${sockets.join(' ')} ${hasPhantom ? 'phantom 48v' : ''}`.toLowerCase(),
    inputs: [...inputs, ...named],
  };
};

const plain = (word: string): string => word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
const startsWord = (text: string, word: string): boolean =>
  new RegExp(`(^|[^\\p{L}\\p{N}])${plain(word)}`, 'u').test(text);
const isWord = (text: string, word: string): boolean =>
  new RegExp(`(^|[^\\p{L}\\p{N}])${plain(word)}s?($|[^\\p{L}\\p{N}])`, 'u').test(text);

/** How well one word is answered: by the name best, then by the kind, then by anything else said of it; 0 not at all. */
const scoreOf = ({ name, kind, rest, inputs }: Described, word: string): number => {
  const channels = /^(\d+)-channel$/.exec(word);
  if (channels && inputs.includes(Number(channels[1]))) return 8;
  const one = (sought: string, share: number): number => {
    if (isWord(name, sought)) return 10 * share;
    if (startsWord(name, sought)) return 7 * share;
    if (name.includes(sought)) return 6 * share;
    if (startsWord(kind, sought)) return 5 * share;
    return startsWord(rest, sought) ? 2 * share : rest.includes(sought) ? share : 0;
  };
  // What the word itself finds counts more than what it may mean.
  return Math.max(one(word, 1), ...(SYNONYMS[word] ?? []).map((sought) => one(sought, 0.9)));
};

/**
 * Models that answer every word, the best first: names before descriptions. Without words, all as they are.
 * @param text what someone typed
 */
export const searchModels = (models: readonly DeviceModel[], text: string): DeviceModel[] => {
  const words = wordsOf(text);
  if (words.length === 0) return [...models];
  return models
    .map((model) => {
      const about = described(model);
      const scores = words.map((word) => scoreOf(about, word));
      const all = scores.every((score) => score > 0) ? scores.reduce((sum, score) => sum + score, 0) : 0;
      // All the words in their order in the name: that very thing.
      return { model, score: all > 0 && about.name.includes(text.trim().toLowerCase()) ? all + 20 : all };
    })
    .filter(({ score }) => score > 0)
    .sort((a, b) => b.score - a.score)
    .map(({ model }) => model);
};
