import { contactsBetween, pinsOfElement, type CircuitElement } from '../catalogue';
import type { Lead, Lookup } from '../rig';
import { meetingsOf } from './mismatches';
import { isSwitchedOn } from './open-circuit';
import { isActive } from './parts';
import type { ClusterReadings, ElementRef } from './readings';
import type { Scope } from './scope';

/**
 * Clusters that are the same but for their names: the third channel of a desk with a microphone in it is the second all over.
 * One of them is solved, and read for the others with their own names.
 */

/** What a cluster is like, names aside: the same text, the same readings; and its names in the order they are met. */
interface Likeness {
  text: string;
  devices: string[];
  /** Elements and contacts of each device. */
  elements: string[][];
  pins: string[][];
}

/** A short name for a form or a kind of lead, the same for the same. */
type NumberOf = (what: object | string) => number;

const NAMES: ReadonlySet<string> = new Set(['id', 'when', 'control', 'poweredBy', 'pair', 'rail']);
const PINS: ReadonlySet<string> = new Set([
  ...['plus', 'minus', 'ground', 'legs', 'a', 'b', 'pins', 'primary', 'secondary'],
]);

/** An element without its names: what its contacts are called is told apart, in order. */
const formOf = (element: CircuitElement): string => {
  const known = FORMS.get(element);
  if (known !== undefined) return known;
  const form = JSON.stringify(element, (key, value: unknown) => {
    if (NAMES.has(key)) return undefined;
    if (PINS.has(key)) return Array.isArray(value) ? value.length : 0;
    return value;
  });
  FORMS.set(element, form);
  return form;
};

/** Elements are never changed in place: what was read of one holds as long as it lives. */
const FORMS = new WeakMap<CircuitElement, string>();

/** A number for each name, in the order they are met. */
const numbering = () => {
  const numbers = new Map<string, number>();
  return {
    of: (name: string): number => {
      const known = numbers.get(name);
      if (known !== undefined) return known;
      numbers.set(name, numbers.size);
      return numbers.size - 1;
    },
    names: () => [...numbers.keys()],
  };
};

const likenessOf = (find: Lookup, scope: Scope, numberOf: NumberOf): Likeness => {
  const devices = numbering();
  for (const { id } of scope.devices) devices.of(id);
  const pins: ReturnType<typeof numbering>[] = [];
  const pinOf = (device: number, pin: string): string =>
    pin === 'chassis' ? 'c' : `${(pins[device] ??= numbering()).of(pin)}`;
  let text = '';
  for (const [at, { id, model, elements }] of scope.devices.entries()) {
    const device = find.device(id)!;
    text += `|${model.ground}`;
    for (const element of elements) {
      if (element.kind !== 'bond' && !isActive(find, device, element.when)) {
        text += ';-';
        continue;
      }
      text += `;${numberOf(formOf(element))}`;
      for (const pin of pinsOfElement(element)) text += ` ${pinOf(at, pin)}`;
      // A rail and what hangs on it meet by the rail's name.
      if (element.kind === 'rail') text += ` =${pinOf(at, element.id)}`;
      if (element.kind === 'feed' && element.rail !== undefined) text += ` =${pinOf(at, element.rail)}`;
      if ('control' in element && !isSwitchedOn(find, id, element.control)) text += ' off';
    }
  }
  const leads = numbering();
  for (const { id } of scope.leads) leads.of(id);
  for (const lead of scope.leads) text += leadText(find, lead, numberOf, devices.of, pinOf, leads.of);
  const names = devices.names();
  return {
    text,
    devices: names,
    elements: scope.devices.map(({ elements }) => elements.map(({ id }) => id)),
    pins: names.map((_, at) => pins[at]?.names() ?? []),
  };
};

const leadText = (
  find: Lookup,
  lead: Lead,
  numberOf: NumberOf,
  deviceOf: (device: string) => number,
  pinOf: (device: number, pin: string) => string,
  leadOf: (lead: string) => number,
): string => {
  const kind = find.leadKindOf(lead.id);
  if (!kind) return '/';
  let text = `/${numberOf(kind)} ${lead.lengthM}`;
  kind.conductors.forEach(({ name }, at) => {
    if (find.isOpen(lead, name)) text += ` -${at}`;
  });
  for (const { end, plug, socket, plugged } of meetingsOf(find, lead)) {
    text += ` ${end} ${plug} ${socket}`;
    if ('lead' in plugged) text += ` l${leadOf(plugged.lead)}.${plugged.end}`;
    else {
      const device = deviceOf(plugged.device);
      text += ` d${device}`;
      for (const [, ofSocket] of contactsBetween(plug, socket) ?? [])
        text += ` ${pinOf(device, `${plugged.port}.${ofSocket}`)}`;
    }
  }
  return text;
};

/** From one cluster's names to those of one that is like it. */
const renaming = (from: Likeness, to: Likeness) => {
  const deviceAt = new Map(from.devices.map((id, at) => [id, at]));
  const places = (lists: readonly string[][]) =>
    lists.map((list) => new Map(list.map((name, at) => [name, at])));
  const [elementAt, pinAt] = [places(from.elements), places(from.pins)];
  const device = (id: string): string => to.devices[deviceAt.get(id)!]!;
  const pin = (owner: string, name: string): string => {
    const at = deviceAt.get(owner)!;
    const place = pinAt[at]!.get(name);
    return place === undefined ? name : to.pins[at]![place]!;
  };
  const ref = ({ device: id, element }: ElementRef): ElementRef => {
    const at = deviceAt.get(id)!;
    return { device: to.devices[at]!, element: to.elements[at]![elementAt[at]!.get(element)!]! };
  };
  return { device, pin, ref };
};

/** The readings of a cluster, read for one that is like it. */
const readFor = (readings: ClusterReadings, from: Likeness, to: Likeness): ClusterReadings => {
  const { device, pin, ref } = renaming(from, to);
  return {
    couplings: readings.couplings.map((one) => ({ ...one, from: ref(one.from), to: ref(one.to) })),
    terminals: readings.terminals.map((one) => ({ ...one, ...ref(one) })),
    clashes: readings.clashes.map((one) => ({ ...one, from: ref(one.from), into: ref(one.into) })),
    inputs: readings.inputs.map((one) => ({
      ...one,
      ...ref(one),
      legs: one.legs.map((leg) => ({ ...leg, pin: pin(one.device, leg.pin) })),
      metals: one.metals.map((metal) => ({ ...metal, device: device(metal.device) })),
    })),
    feeds: readings.feeds.map((one) => ({
      ...one,
      ...ref(one),
      legs: one.legs.map((leg) => ({ ...leg, pin: pin(one.device, leg.pin) })),
    })),
    rails: readings.rails.map((one) => ({ ...one, ...ref(one) })),
    loads: readings.loads.map((one) => ({ ...one, ...ref(one), fedBy: one.fedBy.map(ref) })),
    outputsDc: readings.outputsDc.map((one) => ({ ...one, ...ref(one), fedBy: one.fedBy && ref(one.fedBy) })),
  };
};

/** Solves clusters one after the other, and those that are like an earlier one not again. */
export const makeAlike = (find: Lookup) => {
  const solved = new Map<string, { likeness: Likeness; readings: ClusterReadings }>();
  const numbers = new Map<object | string, number>();
  const numberOf: NumberOf = (what) => {
    const known = numbers.get(what) ?? numbers.size;
    numbers.set(what, known);
    return known;
  };
  return (scope: Scope, solve: () => ClusterReadings): ClusterReadings => {
    // What is laid over a rig is laid over one lead or device of it.
    if (find.conditions.length > 0) return solve();
    const likeness = likenessOf(find, scope, numberOf);
    const twin = solved.get(likeness.text);
    if (twin) return readFor(twin.readings, twin.likeness, likeness);
    const readings = solve();
    solved.set(likeness.text, { likeness, readings });
    return readings;
  };
};
