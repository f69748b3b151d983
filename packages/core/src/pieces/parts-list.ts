import type { StockRow } from '../formats';
import type { AppKind } from '../rig';
import { CALLER, COMES_WITH, DEVICE_WORDS, LEAD_WORDS, PEOPLE, STREAM } from './lexicon';

/** A line of a parts list, as it was understood. */
export interface Part {
  /** As it was written. */
  words: string;
  count: number;
  model: string;
  program?: AppKind;
}

/** What a parts list says is on the table. */
export interface PartsList {
  parts: Part[];
  /** Leads that are there. */
  leads: StockRow[];
  /** People at the other end of calls. */
  callers: number;
  streams: boolean;
  /** People who speak here; 0: nobody has said. */
  people: number;
  /** What was not understood, as it was written. */
  unknown: string[];
}

const NUMBERS: Record<string, number> = {
  a: 1,
  an: 1,
  one: 1,
  the: 1,
  my: 1,
  our: 1,
  single: 1,
  another: 1,
  two: 2,
  both: 2,
  couple: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  twelve: 12,
  sixteen: 16,
  eighteen: 18,
  'thirty-two': 32,
};

/** More of one thing than this is a slip of the pen. */
const MOST = 32;
/** A lead whose length nobody says, metres. Common practice, no published source. */
const USUAL_M = 3;

const LEAD = /\b(cables?|leads?|cords?)\b/;
/** What belongs to a studio and carries no sound. */
const IDLE =
  /(?:^|\b)(stands?|booms? arms?|arms?|pop[- ]?(filters?|shields?|screens?)|windshields?|tables?|chairs?|lights?|lamps?|screens?|tripods?|memory cards?|batter(y|ies))$/;

/** Lower case, numbers as figures, dashes and quotes plain. */
const plainWords = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[‐-―]/gu, '-')
    .replace(/[’“”"']/gu, '')
    .replace(
      /\b(two|three|four|five|six|eight|sixteen|eighteen|thirty-two|single|one|dual)(?=[- ](in|input|channel|track|way|mic)s?\b)/gu,
      (word) => String(word === 'dual' ? 2 : NUMBERS[word]),
    )
    .replace(/\s+/gu, ' ')
    .trim();

/** How many, and of what. */
const counted = (text: string): { count: number; rest: string; isPair: boolean } => {
  const words = plainWords(text)
    .replace(/^[-*•·\d]+[.)]\s+/u, '')
    .replace(/^[-*•·]\s*/u, '');
  const behind =
    /^(.*?)\s*[x×]\s*(\d+)$/u.exec(words) ?? /^(.*?)\s*\((\d+)\s*(?:x|pcs?|pieces)?\)$/u.exec(words);
  if (behind) return { ...counted(behind[1]!), count: Number(behind[2]) };
  const ahead = /^(\d+)\s*[x×]?\s+(?!-?(?:in|inputs?|channels?|ch|ways?|tracks?)\b)(.+)$/u.exec(words);
  const glued = /^(\d+)[x×]\s*(.+)$/u.exec(words);
  const [word = '', ...others] = words.split(' ');
  let [count, rest] = [1, words];
  if (ahead) [count, rest] = [Number(ahead[1]), ahead[2]!];
  else if (glued) [count, rest] = [Number(glued[1]), glued[2]!];
  else if (NUMBERS[word] !== undefined) [count, rest] = [NUMBERS[word], others.join(' ')];
  const pair = /^(?:(?:a|one) )?(pairs?|couple|sets?) (?:of )?(.+)$/u.exec(rest);
  return pair ? { count, rest: pair[2]!, isPair: pair[1] !== 'couple' } : { count, rest, isPair: false };
};

const deviceOf = (words: string) =>
  DEVICE_WORDS.find(
    (row) => row.words.every((one) => one.test(words)) && !row.without?.some((one) => one.test(words)),
  );

/** Pieces between commas, lines and the like; at "and" and "plus" where something known stands on both sides. */
const chunksOf = (text: string): string[] =>
  text
    .split(/[\n;,]+|\s[+&]\s/u)
    .flatMap((chunk) => {
      const sides = chunk.split(/\s(?:and|plus|(?:in)?to (?:an?|the|my|our)|into)\s/iu);
      const isAll = sides.length > 1 && sides.every((side) => isKnown(counted(side).rest));
      return isAll ? sides : [chunk];
    })
    .map((chunk) =>
      chunk.replace(/^\s*(?:and|plus|also|we have|i have|there (?:is|are)|i own|we own)\s+/iu, '').trim(),
    )
    .filter((chunk) => /[\p{L}\d]/u.test(chunk));

const isKnown = (words: string): boolean =>
  [LEAD, IDLE, CALLER, STREAM, PEOPLE].some((one) => one.test(words)) || deviceOf(words) !== undefined;

const metresIn = (words: string): number => {
  const found = /(\d+(?:[.,]\d+)?)\s*-?\s*(?:m|metres?|meters?)\b/u.exec(words);
  return found ? Number(found[1]!.replace(',', '.')) : USUAL_M;
};

/** Reads what is on the table, in the words people use: "2 condenser mics, small mixer with usb, laptop, a caller". */
export const readPartsList = (text: string): PartsList => {
  const list: PartsList = { parts: [], leads: [], callers: 0, streams: false, people: 0, unknown: [] };
  for (const chunk of chunksOf(text)) {
    const { count: said, rest, isPair } = counted(chunk);
    const count = Math.min(MOST, Math.max(1, said));
    if (LEAD.test(rest)) {
      const kind = LEAD_WORDS.find(({ words }) => words.every((one) => one.test(rest)))?.kind;
      if (kind) list.leads.push({ kind, lengthM: metresIn(rest), count });
      else list.unknown.push(chunk);
      continue;
    }
    if (CALLER.test(rest) && !/\bhybrids?\b/.test(rest)) {
      list.callers += count;
      // "a caller on a telephone": the telephone is there, too.
      const device = /\b(?:on|by|with) (.+)$/u.exec(rest)?.[1];
      const by = device === undefined ? undefined : deviceOf(device);
      const own = by && COMES_WITH[by.model];
      if (own) list.parts.push({ words: chunk, count: 1, model: by.model, program: own });
      continue;
    }
    const row = IDLE.test(rest) ? undefined : deviceOf(rest);
    if (row) {
      const { model, pairIsTwo, program = COMES_WITH[model] } = row;
      const pieces = isPair && (pairIsTwo || /\bmic/.test(rest)) ? count * 2 : count;
      list.parts.push({ words: chunk, count: pieces, model, ...(program ? { program } : {}) });
    } else if (STREAM.test(rest)) list.streams = true;
    else if (PEOPLE.test(rest)) list.people += count;
    else if (!IDLE.test(rest)) list.unknown.push(chunk);
  }
  return list;
};
