import { dbFromRatio, dbu, dbuFromDbv, dbv, ratioFromDb, voltsFromDbu, WHITE_NOISE_A_DB } from '../units';

/** One of the ways in which data sheets print a quantity. */
export interface Spelling {
  unit: string;
  /** From this unit into the one the figure is kept in. */
  toFact: (value: number) => number;
  /** From the unit the figure is kept in. */
  fromFact: (value: number) => number;
  /** The same unit a thousand times over, which nobody needs to have turned. */
  isMultiple?: boolean;
  /** How many decimals are worth showing; absent: four digits in all. */
  decimals?: number;
}

/** What a figure is of; figures of one quantity are spelled in the same ways. */
export type Quantity =
  'level' | 'ohms' | 'current' | 'capacitance' | 'sensitivity' | 'own noise' | 'input noise';

const asIs = (unit: string): Spelling => ({
  unit,
  toFact: (value) => value,
  fromFact: (value) => value,
});
const times = (unit: string, factor: number): Spelling => ({
  unit,
  toFact: (value) => value * factor,
  fromFact: (value) => value / factor,
  isMultiple: true,
});
const plus = (unit: string, db: number, decimals = 2): Spelling => ({
  unit,
  decimals,
  toFact: (value) => value + db,
  fromFact: (value) => value - db,
});
const volts = (unit: string, each: number): Spelling => ({
  unit,
  toFact: (value) => dbFromRatio((value * each) / voltsFromDbu(dbu(0))),
  fromFact: (level) => voltsFromDbu(dbu(level)) / each,
});

const DBV = plus('dBV', dbuFromDbv(dbv(0)));

/** Sound pressure that signal-to-noise ratios of microphones are stated against, dB SPL. IEC 60268-4 (memory). */
const RATIO_AGAINST_DB_SPL = 94;

/** How each quantity is printed, first as here. Weighted figures are turned as those of white noise are. */
const SPELLINGS: Record<Quantity, readonly Spelling[]> = {
  level: [plus('dBu', 0), DBV, volts('V', 1), volts('mV', 0.001)],
  ohms: [times('Ω', 1), times('kΩ', 1000), times('MΩ', 1e6)],
  current: [times('mA', 1), times('µA', 0.001)],
  capacitance: [times('nF', 1), times('pF', 0.001), times('µF', 1000)],
  sensitivity: [
    asIs('mV/Pa'),
    {
      unit: 'dBV/Pa',
      decimals: 2,
      toFact: (value) => 1000 * ratioFromDb(value),
      fromFact: (millivolts) => dbFromRatio(millivolts / 1000),
    },
    // Older sheets: against one dyne to the square centimetre, a tenth of a pascal.
    {
      unit: 'dBV/µbar',
      decimals: 2,
      toFact: (value) => 10_000 * ratioFromDb(value),
      fromFact: (millivolts) => dbFromRatio(millivolts / 10_000),
    },
  ],
  'own noise': [
    plus('dBA', -WHITE_NOISE_A_DB, 1),
    plus('dB SPL', 0, 1),
    {
      unit: 'dB S/N (A)',
      decimals: 1,
      toFact: (ratio) => RATIO_AGAINST_DB_SPL - ratio - WHITE_NOISE_A_DB,
      fromFact: (flat) => RATIO_AGAINST_DB_SPL - (flat + WHITE_NOISE_A_DB),
    },
  ],
  'input noise': [
    plus('dBu', 0),
    plus('dBu (A)', -WHITE_NOISE_A_DB, 1),
    DBV,
    plus('dBV (A)', DBV.toFact(0) - WHITE_NOISE_A_DB, 1),
  ],
};

const BY_UNIT: Record<string, Quantity> = { dBu: 'level', Ω: 'ohms', mA: 'current', nF: 'capacitance' };

/** As much of a figure as tells how it can be stated. */
interface Spelled {
  unit: string;
  quantity?: Quantity;
}

/** The ways a figure can be stated, the usual one first; one only where sheets agree. */
export const spellingsOf = ({
  unit,
  quantity,
}: {
  unit: string;
  quantity?: Quantity;
}): readonly Spelling[] => {
  const known = quantity ?? BY_UNIT[unit];
  return known ? SPELLINGS[known] : [asIs(unit)];
};

const NUMBER = /^\s*([-+−–]?\d*[.,]?\d+(?:e[-+]?\d+)?)\s*(.*?)\s*$/i;

/** Written alike by hand: `ohm`, `k`, `uF`, `db(a)`. */
const plain = (unit: string): string =>
  unit
    .toLowerCase()
    .replace(/ohms?/, 'ω')
    .replace(/^([km])$/, '$1ω')
    .replace('μ', 'µ')
    .replace(/(^|\/)u(?=[afb])/, '$1µ')
    .replace(/[\s()]/g, '');

const wordsFor = (unit: string): string[] => [unit, ...(unit.startsWith('dB S/N') ? ['dB'] : [])].map(plain);

/** The spelling whose unit is written behind a number; the chosen one where none is; undefined for a unit it does not know. */
const spellingIn = (text: string, fact: Spelled, chosen: string): Spelling | undefined => {
  const written = NUMBER.exec(text)?.[2];
  const spellings = spellingsOf(fact);
  return written
    ? spellings.find(({ unit }) => wordsFor(unit).includes(plain(written)))
    : (spellings.find(({ unit }) => unit === chosen) ?? spellings[0]);
};

/** The unit a typed figure is in: the one written behind the number, else the one chosen. */
export const unitTyped = (text: string, fact: Spelled, chosen: string): string =>
  spellingIn(text, fact, chosen)?.unit ?? chosen;

/**
 * What was typed, in the unit the figure is kept in. A unit written behind the number counts, else the one chosen. A capital
 * M and a small one are not told apart: nobody states milliohms.
 * @returns undefined for what is no number, or has a unit this figure is not stated in
 */
export const readSpelled = (text: string, fact: Spelled, chosen: string): number | undefined => {
  const number = NUMBER.exec(text)?.[1];
  if (number === undefined) return undefined;
  const read = spellingIn(text, fact, chosen)?.toFact(Number(number.replace(/[−–]/, '-').replace(',', '.')));
  return read === undefined || !Number.isFinite(read) ? undefined : Number(read.toPrecision(9));
};

/** A figure in another spelling, with digits enough for any data sheet. */
export const spelled = (value: number, fact: Spelled, unit: string): number => {
  const spelling = spellingsOf(fact).find((one) => one.unit === unit) ?? spellingsOf(fact)[0]!;
  const turned = spelling.fromFact(value);
  return Number(spelling.decimals === undefined ? turned.toPrecision(4) : turned.toFixed(spelling.decimals));
};
