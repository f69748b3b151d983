import { oncePer, pinsOfElement, type CircuitElement, type When } from '../catalogue';
import type { Lead, Lookup } from '../rig';
import { meetingsOf } from './mismatches';
import { metalOfModel } from './model-metal';
import { isSwitchedOn } from './open-circuit';
import { isActive } from './parts';
import type { ClusterReadings, ElementRef } from './readings';
import { modelInCircuit, type Scope } from './scope';

/**
 * Clusters that are the same but for their names: the third channel of a desk with a microphone in it is the second all over.
 * One of them is solved, and read for the others with their own names.
 */

/** What a cluster is like, names aside: the same text, the same readings; and its names in the order they are met. */
interface Likeness {
  text: string;
  devices: string[];
  forms: Form[];
}

/** Some elements of a model without their names. */
interface Form {
  /** What they are, and which of their contacts are one; how controls stand aside. */
  text: string;
  elements: string[];
  elementAt: ReadonlyMap<string, number>;
  /** Contacts in the order they are met. */
  pins: string[];
  pinAt: ReadonlyMap<string, number>;
  /** Those that count, or are at work, only as a control stands. */
  switched: { when: When | undefined; control: string | undefined }[];
}

/** A short name for a form or a kind of lead, the same for the same. */
type NumberOf = (what: object | string) => number;

const NAMES: ReadonlySet<string> = new Set(['id', 'when', 'control', 'poweredBy', 'pair', 'rail']);
const PINS: ReadonlySet<string> = new Set([
  ...['plus', 'minus', 'ground', 'legs', 'a', 'b', 'pins', 'primary', 'secondary'],
]);

/** An element without its names: what its contacts are called is told apart, in order. */
const bareElement = (element: CircuitElement): string =>
  JSON.stringify(element, (key, value: unknown) => {
    if (NAMES.has(key)) return undefined;
    if (PINS.has(key)) return Array.isArray(value) ? value.length : 0;
    return value;
  });

/** Lists of a model's elements are the same as long as it lives, and never changed in place. */
const formOf = oncePer((elements: readonly CircuitElement[]): Form => {
  const pinAt = new Map<string, number>();
  const pinOf = (pin: string): string => {
    if (pin === 'chassis') return 'c';
    if (!pinAt.has(pin)) pinAt.set(pin, pinAt.size);
    return `${pinAt.get(pin)!}`;
  };
  const text = elements.map((element) => {
    const pins = pinsOfElement(element).map(pinOf);
    // A rail and what hangs on it meet by the rail's name.
    if (element.kind === 'rail') pins.push(`=${pinOf(element.id)}`);
    if (element.kind === 'feed' && element.rail !== undefined) pins.push(`=${pinOf(element.rail)}`);
    return `${bareElement(element)} ${pins.join(' ')}`;
  });
  const ids = elements.map(({ id }) => id);
  return {
    text: text.join(';'),
    elements: ids,
    elementAt: new Map(ids.map((id, at) => [id, at])),
    pins: [...pinAt.keys()],
    pinAt,
    switched: elements.flatMap((element) => {
      const control = 'control' in element ? element.control : undefined;
      return control !== undefined || element.when ? [{ when: element.when, control }] : [];
    }),
  };
});

const likenessOf = (find: Lookup, scope: Scope, numberOf: NumberOf): Likeness => {
  const devices: string[] = [];
  const forms: Form[] = [];
  let text = '';
  for (const { id, model, elements } of scope.devices) {
    const form = formOf(elements);
    devices.push(id);
    forms.push(form);
    text += `|${model.ground} ${numberOf(form.text)}`;
    if (form.switched.length === 0) continue;
    const device = find.device(id)!;
    for (const { when, control } of form.switched)
      text += !isActive(find, device, when) ? '-' : isSwitchedOn(find, id, control) ? '+' : 'o';
  }
  for (const lead of scope.leads) text += leadText(find, lead, numberOf, devices, forms, scope.leads);
  return { text, devices, forms };
};

const leadText = (
  find: Lookup,
  lead: Lead,
  numberOf: NumberOf,
  devices: readonly string[],
  forms: readonly Form[],
  leads: readonly Lead[],
): string => {
  const kind = find.leadKindOf(lead.id);
  if (!kind) return '/';
  let text = `/${numberOf(kind)} ${lead.lengthM}`;
  for (const { name } of kind.conductors) text += find.isOpen(lead, name) ? '-' : '+';
  for (const { end, plug, socket, plugged } of meetingsOf(find, lead)) {
    text += ` ${end} ${plug} ${socket}`;
    if ('lead' in plugged) {
      text += ` l${leads.findIndex(({ id }) => id === plugged.lead)}.${plugged.end}`;
      continue;
    }
    const device = devices.indexOf(plugged.device);
    text += ` d${device}`;
    const { pins } = metalOfModel(modelInCircuit(find, plugged.device)!).touchOf(plugged.port, plug, socket);
    // A contact with nothing behind it is one like another.
    for (const pin of pins) text += ` ${forms[device]?.pinAt.get(pin) ?? ''}`;
  }
  return text;
};

/** From one cluster's names to those of one that is like it. */
const renaming = (from: Likeness, to: Likeness) => {
  const device = (id: string): string => to.devices[from.devices.indexOf(id)]!;
  const pin = (owner: string, name: string): string => {
    const at = from.devices.indexOf(owner);
    const place = from.forms[at]!.pinAt.get(name);
    return place === undefined ? name : to.forms[at]!.pins[place]!;
  };
  const ref = ({ device: id, element }: ElementRef): ElementRef => {
    const at = from.devices.indexOf(id);
    return {
      device: to.devices[at]!,
      element: to.forms[at]!.elements[from.forms[at]!.elementAt.get(element)!]!,
    };
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
