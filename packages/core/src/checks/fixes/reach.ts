import { maxBy, sumBy } from 'es-toolkit';
import {
  couplingLevel,
  solveCircuit,
  survivesDc,
  type Circuit,
  type Complex,
  type Coupling,
} from '../../circuit';
import { lookup, type Lookup, type Rig } from '../../rig';
import { dbFromRatio, type Db } from '../../units';
import { levelsOf } from '../levels-of';
import { shortedSide } from '../shorted-side';

/** How well one device reaches another through the circuit alone. */
export interface Reach {
  /** A mono sound's level from `from` into the best input of `to`, dB; −Infinity when none. */
  monoDb: Db;
  /** Something would be fed DC it does not survive. */
  harms: boolean;
  /** A leg of a used input ends nowhere. */
  legLost: boolean;
  /** The output's class is not the input's. */
  wrongKind: boolean;
  /** It arrives at two inputs with opposite signs: whoever adds them hears nothing. */
  cancels: boolean;
  /** A side of a stereo output lies on its sleeve. */
  shorts: boolean;
  /** Left and right are tied together, and drive each other. */
  fights: boolean;
  /** Of left and right only one arrives. */
  halfLost: boolean;
  /** A way arrives hotter than its input can be turned down to. */
  tooHot: boolean;
  /** Electronics of `from` that live on the supply have it. */
  fed: boolean;
}

/** DC beyond what an output is stated to survive. */
export const isHarmed = (find: Lookup, { outputsDc }: Circuit, device: string): boolean =>
  outputsDc.some((reading) => {
    if (reading.device !== device) return false;
    const element = find.element(device, reading.element);
    const limit = element?.kind === 'output' ? element.tolerates : undefined;
    return limit !== undefined && !survivesDc(limit, reading);
  });

/** Amplitudes together. */
const sumOf = (all: readonly Complex[]): Complex => ({
  re: sumBy([...all], ({ re }) => re),
  im: sumBy([...all], ({ im }) => im),
});

/** Less than this of an output is not its sound, −60 dB; a side so many times weaker than the other is lost, −30 dB.
 * Common practice, no published source. */
const NOTHING = 1e-3;
const LOST_SIDE = 30;

/** Less of one output on the other's contacts than this is what a summing network leaves, −20 dB. Common practice. */
export const FIGHTS = 0.1;

/** One side of a pair arrives well, and the other does not. */
const isHalfLost = (find: Lookup, device: string, into: readonly Coupling[]): boolean => {
  const best = (id: string) =>
    Math.max(0, ...into.filter(({ from }) => from.element === id).map((one) => couplingLevel(one)));
  return (find.modelOf(device)?.elements ?? []).some(
    (element) =>
      element.kind === 'output' &&
      element.pair !== undefined &&
      best(element.id) > NOTHING &&
      best(element.pair) < best(element.id) / LOST_SIDE,
  );
};

/** The same, as it is solved. */
export const reachOf = (find: Lookup, circuit: Circuit, from: string, to: string): Reach => {
  const into = circuit.couplings.filter((c) => c.from.device === from && c.to.device === to);
  const inputs = [...new Set(into.map((c) => c.to.element))];
  // A mono sound leaves by every output of the device alike: amplitudes add.
  const levels = inputs.map((input) => {
    const sum = sumOf(into.filter((c) => c.to.element === input));
    return { input, sum, db: dbFromRatio(couplingLevel(sum)) };
  });
  const best = maxBy(levels, ({ db }) => db) ?? { input: '', sum: sumOf([]), db: -Infinity };
  const together = sumOf(levels.map(({ sum }) => sum));
  const signal = (device: string, id: string) => {
    const element = find.element(device, id);
    return element && 'signal' in element ? element.signal : undefined;
  };
  const source = into[0] ? signal(from, into[0].from.element) : undefined;
  const sink = signal(to, best.input);
  return {
    monoDb: best.db,
    harms: isHarmed(find, circuit, from),
    legLost: circuit.inputs.some(
      (reading) =>
        reading.device === to && reading.element === best.input && reading.legs.some((leg) => !leg.isJoined),
    ),
    wrongKind: (source === 'microphone' && sink === 'line') || (source === 'aes3') !== (sink === 'aes3'),
    cancels: couplingLevel(together) < couplingLevel(best.sum) / 2,
    fights: circuit.clashes.some(
      (clash) => clash.from.device === from && clash.into.device === from && clash.volts >= FIGHTS,
    ),
    halfLost: isHalfLost(find, from, into),
    shorts: circuit.terminals.some(
      (terminal) => terminal.device === from && shortedSide(find, terminal) !== undefined,
    ),
    tooHot: into.some((coupling) => {
      const levels = levelsOf(find, coupling);
      return levels !== undefined && levels.arrives > levels.hottest;
    }),
    fed: circuit.loads.every((load) => load.device !== from || load.fed),
  };
};

/** How well one device of a rig reaches another. */
export const reach = (rig: Rig, from: string, to: string): Reach => {
  const find = lookup(rig);
  return reachOf(find, solveCircuit(find), from, to);
};

/** How well a way does, dB: what harms, loses a leg or starves counts far more than level. */
export const scoreOf = (r: Reach): number =>
  (r.harms ? -1000 : 0) +
  (r.legLost || r.shorts ? -100 : 0) +
  (r.wrongKind || r.tooHot || r.cancels ? -60 : 0) +
  (r.fights ? -50 : 0) +
  (r.halfLost ? -20 : 0) +
  (r.fed ? 0 : -80) +
  r.monoDb;
