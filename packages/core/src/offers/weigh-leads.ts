import { figureText, SEVERITIES, type Severity } from '../checks';
import type { Db } from '../units';

/** What there is to weigh of a lead. */
interface Weighable {
  name: string;
  verdict: 'good' | Severity;
  words: string;
  /** −Infinity where no sound passes on wires. */
  passesDb: Db;
}

/** So much less than another lead brings is too little to call good, dB. Common practice, no published source. */
const TOO_LITTLE_DB: Db = 12;
/** Less than this over a lead is what leaks through it, dB. Common practice, no published source. */
const LEAK_DB: Db = -50;

const rankOf = ({ verdict }: Weighable): number =>
  verdict === 'good' ? SEVERITIES.length : SEVERITIES.indexOf(verdict);

/** A lead that is sound in itself, and how it stands to the one that brings most. */
const against = <T extends Weighable>(best: T, offer: T): T => {
  const lessDb = best.passesDb - offer.passesDb;
  if (offer.passesDb < LEAK_DB)
    return {
      ...offer,
      verdict: 'fault',
      words: `Only ${figureText(offer.passesDb, 0)} dB get through: as good as nothing.`,
    };
  if (lessDb > TOO_LITTLE_DB)
    return {
      ...offer,
      verdict: 'caution',
      words: `Sound passes with ${figureText(offer.passesDb)} dB, ${figureText(lessDb, 0)} dB less than by “${best.name}”.`,
    };
  return offer;
};

/**
 * Leads between the same two sockets against one another: one that brings far less than another, or next to nothing, is not good.
 * @returns those that do least harm first, else as they came
 */
export const weighed = <T extends Weighable>(offers: readonly T[]): T[] => {
  const isHeard = ({ verdict, passesDb }: Weighable) => verdict === 'good' && Number.isFinite(passesDb);
  const [best] = offers.filter(isHeard).sort((a, b) => b.passesDb - a.passesDb);
  return offers
    .map((offer) => (best && isHeard(offer) ? against(best, offer) : offer))
    .sort((a, b) => rankOf(b) - rankOf(a));
};
