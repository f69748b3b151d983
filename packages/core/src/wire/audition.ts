import { sum } from 'es-toolkit';
import {
  controlOf,
  pathsFrom,
  pinsOfElement,
  portOfPin,
  type ControlValue,
  type DeviceModel,
} from '../catalogue';
import { reachOf, scoreOf } from '../checks';
import { couplingLevel, solveCircuit, type Coupling } from '../circuit';
import { emptyRig, lookup, type Rig } from '../rig';
import { leadsOf, type Run } from './runs';

/** An output or input of one of the devices, by its number. */
interface Reached {
  at: number;
  element: string;
}

/** How well a run of leads does from a socket of one model into one of another, with that switched as it takes it best. */
export interface Audition {
  /** dB; what harms, starves or loses a leg is far below what is only weak: see `scoreOf`. */
  score: number;
  /** Which output of the first reaches which input of the second. */
  reaches: { from: Reached; to: Reached }[];
  /** What the switches of the second have to stand at for it. */
  settings: Record<string, ControlValue>;
}

/** Some sockets of a model. */
export interface Side {
  model: DeviceModel;
  ports: readonly string[];
}

/** Weaker than this an output does not reach an input, −50 dB. Common practice, no published source. */
const NOTHING = 3e-3;
/** A microphone in an input that is made for something else: it is heard, far too weak, dB. A judgement of ours. */
const NOT_FOR_MICROPHONES_DB = -40;
/** The wrong way round: nobody hears it by itself, and it cancels beside another, dB. A judgement of ours. */
const REVERSED_DB = -6;
/** Left where right belongs, dB. A judgement of ours. */
const CROSSED_DB = -5;
/** More ways to switch a socket than this are not tried. */
const MOST_SWITCHED = 12;

/** Every way the switches about a socket may stand: what it takes, whether it feeds. */
const switched = ({ model, ports }: Side): Record<string, ControlValue>[] => {
  const asked = model.elements.flatMap((element) => {
    const isHere = pinsOfElement(element).some((pin) => ports.includes(portOfPin(pin)));
    const own = 'control' in element && element.control !== undefined ? [element.control] : [];
    return isHere ? [...own, ...(element.when ? [element.when.control] : [])] : [];
  });
  let all: Record<string, ControlValue>[] = [{}];
  for (const control of new Set(asked)) {
    const row = controlOf(model, control);
    const options: ControlValue[] = row?.kind === 'choice' ? [...row.options] : [false, true];
    all = all.flatMap((one) => options.map((value) => ({ ...one, [control]: value })));
  }
  return all.slice(0, MOST_SWITCHED);
};

const NONE: Audition = { score: -Infinity, reaches: [], settings: {} };

/** Switches that choose what a socket is; what feeds is switched once everything lies. */
const choosing = ({ model }: Side, settings: Record<string, ControlValue>): Record<string, ControlValue> => {
  const asked = new Set(model.elements.flatMap(({ when }) => (when ? [when.control] : [])));
  return Object.fromEntries(Object.entries(settings).filter(([control]) => asked.has(control)));
};

const portAt = ({ model }: Side, id: string): string | undefined => {
  const element = model.elements.find((one) => one.id === id);
  return element && 'plus' in element ? portOfPin(element.plus) : undefined;
};

const signalAt = ({ model }: Side, id: string): string | undefined => {
  const element = model.elements.find((one) => one.id === id);
  return element && 'signal' in element ? element.signal : undefined;
};

/** A quiet microphone amplifier, noise at its input, dBu. Common practice, no published source. */
const QUIET_DBU = -122;
/** Half of what an input hisses more than a quiet one counts as weakness: a voice that is near hides some. A judgement of ours. */
const HISS_COUNTS = 0.5;

/** What the noisiest of the inputs reached adds to a microphone, as weakness, dB. */
const hissOf = ({ model }: Side, couplings: readonly Coupling[]): number =>
  Math.max(
    0,
    ...couplings.flatMap(({ to }) =>
      pathsFrom(model, to.element).map(
        ({ noise, gainDb = 0 }) =>
          (noise?.kind === 'ein'
            ? Math.min(...noise.table.map(([, ein]) => ein))
            : noise
              ? noise.level - gainDb
              : QUIET_DBU) - QUIET_DBU,
      ),
    ),
  ) * HISS_COUNTS;

const sideAt = ({ model }: Side, id: string): string | undefined => {
  const element = model.elements.find((one) => one.id === id);
  return element && 'side' in element ? element.side : undefined;
};

/** Left into right, or one that is neither into one of two. */
const isCrossed = (from: Side, to: Side, one: Coupling): boolean => {
  const into = sideAt(to, one.to.element);
  return into !== undefined && sideAt(from, one.from.element) !== into;
};

/** What counts besides what reaches one input best: every socket gets something, the right way round, made for it. */
const aptness = (from: Side, to: Side, couplings: readonly Coupling[], isDirect: boolean): number => {
  const isServed = (side: Side, end: 'from' | 'to') =>
    side.ports.every((port) => couplings.some((one) => portAt(side, one[end].element) === port));
  if ((isDirect && !isServed(from, 'from')) || !isServed(to, 'to')) return -Infinity;
  const isMicrophone = couplings.some((one) => signalAt(from, one.from.element) === 'microphone');
  const isFor = couplings.every((one) => signalAt(to, one.to.element) === 'microphone');
  return (
    (isMicrophone && !isFor ? NOT_FOR_MICROPHONES_DB : 0) -
    (isMicrophone && isFor ? hissOf(to, couplings) : 0) +
    (couplings.some(({ re }) => re < 0) ? REVERSED_DB : 0) +
    (couplings.some((one) => isCrossed(from, to, one)) ? CROSSED_DB : 0)
  );
};

/** Names of the devices of an audition, in the order sound goes. */
const nameAt = (at: number): string => `d${at}`;

/**
 * A chain tried by the circuit alone: a socket, leads, a box that stands in between or none, leads, a socket; nothing else about them.
 * @param sides what is joined, in the order sound goes: of a box its way in
 * @param runs from each to the next
 * @param way of each box its way out
 */
export const audition = (sides: readonly Side[], runs: readonly Run[], way: readonly Side[]): Audition => {
  const models = new Map(sides.map(({ model }) => [model.id, model]));
  const leads = runs.flatMap((run, at) => {
    const sockets = ({ ports }: Side, device: string) => ports.map((port) => ({ device, port }));
    const [from, to] = [at === 0 ? sides[0]! : way[at - 1]!, sides[at + 1]!];
    return leadsOf(
      run,
      sockets(from, nameAt(at)),
      sockets(to, nameAt(at + 1)),
      run.map((_, piece) => `l${at}-${piece}`),
      ({ usualLengthsM }) => usualLengthsM[0] ?? 1,
    );
  });
  const last = sides.length - 1;
  const bare: Rig = {
    ...emptyRig('audition'),
    models: [...models.values()],
    leadKinds: [...new Set(runs.flat().map(({ kind }) => kind))],
    leads,
  };
  let best = NONE;
  for (const settings of switched(sides[last]!)) {
    const devices = sides.map(({ model }, at) => ({
      id: nameAt(at),
      model: model.id,
      name: nameAt(at),
      place: '',
      settings: at === last ? settings : {},
    }));
    const find = lookup({ ...bare, devices });
    const circuit = solveCircuit(find);
    const between = (from: number, to: number) =>
      circuit.couplings.filter(
        (one) =>
          one.from.device === nameAt(from) && one.to.device === nameAt(to) && couplingLevel(one) > NOTHING,
      );
    // Through a box of coils and resistors at once, else from each to the next.
    const straight = between(0, last);
    const hops = straight.length > 0 ? [[0, last] as const] : runs.map((_, at) => [at, at + 1] as const);
    const score =
      sum(hops.map(([from, to]) => scoreOf(reachOf(find, circuit, nameAt(from), nameAt(to))))) +
      aptness(sides[hops.at(-1)![0]]!, sides[last]!, between(...hops.at(-1)!), way.length === 0);
    if (score <= best.score) continue;
    best = {
      score,
      settings: choosing(sides[last]!, settings),
      reaches: hops.flatMap(([from, to]) =>
        between(from, to).map((one) => ({
          from: { at: from, element: one.from.element },
          to: { at: to, element: one.to.element },
        })),
      ),
    };
  }
  return best;
};
