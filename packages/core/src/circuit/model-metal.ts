import { contactsBetween, oncePer, pinsOfElement, type CircuitElement, type DeviceModel } from '../catalogue';
import { makeUnion } from './union';

/**
 * What of a model hangs together by more than the room's ground, however its controls stand: found once for each model, since
 * models are never changed in place.
 */
export interface ModelMetal {
  groups: Group[];
  /** What a plug in one of its sockets touches. */
  touchOf: (port: string, plug: string, socket: string) => Touch;
  /**
   * Elements of some groups and the bonds that they and some plugs hang on, bonds first: the same list for the same.
   * @param groups by their places, rising
   */
  elementsOf: (groups: readonly number[], touches: readonly Touch[]) => readonly CircuitElement[];
}

/** Elements that hang together, bonds aside. */
interface Group {
  elements: CircuitElement[];
  /** The bonds their contacts hang on. */
  bonds: ReadonlySet<CircuitElement>;
}

/** Where a plug meets a device. */
export interface Touch {
  name: string;
  /** Places of the groups it touches. */
  groups: number[];
  bonds: ReadonlySet<CircuitElement>;
  /** The contacts it touches, in the order of the plug's. */
  pins: string[];
}

/** More lists than the sockets of a few large desks give: all are made anew. */
const MOST_LISTS = 4_000;

export const metalOfModel = oncePer((model: DeviceModel): ModelMetal => {
  const ground = groundedPins(model);
  const bonds = model.elements.filter((element) => element.kind === 'bond');
  const { groups, groupOf } = groupsOf(model, ground, bonds);
  const touches = new Map<string, Touch>();
  const lists = new Map<string, readonly CircuitElement[]>();
  return {
    groups,
    touchOf: (port, plug, socket) => {
      const name = `${port} ${plug}`;
      const there = touches.get(name);
      if (there) return there;
      const pins = (contactsBetween(plug, socket) ?? []).map(([, ofSocket]) => `${port}.${ofSocket}`);
      const live = pins.flatMap((pin) => groupOf.get(pin) ?? []);
      const touch = { name, groups: [...new Set(live)], bonds: bondsOn(pins, bonds), pins };
      touches.set(name, touch);
      return touch;
    },
    elementsOf: (own, plugged) => {
      const key = `${own.join(' ')}|${plugged.map(({ name }) => name).join('|')}`;
      const there = lists.get(key);
      if (there) return there;
      const taken = new Set<CircuitElement>();
      for (const at of own) for (const element of groups[at]!.elements) taken.add(element);
      for (const { bonds: more } of [...own.map((at) => groups[at]!), ...plugged])
        for (const bond of more) taken.add(bond);
      const isTaken = (element: CircuitElement) => taken.has(element);
      const list = [
        ...bonds.filter(isTaken),
        ...model.elements.filter((element) => element.kind !== 'bond' && isTaken(element)),
      ];
      if (lists.size >= MOST_LISTS) lists.clear();
      lists.set(key, list);
      return list;
    },
  };
});

type Bond = Extract<CircuitElement, { kind: 'bond' }>;

const groupsOf = (model: DeviceModel, ground: ReadonlySet<string>, bonds: readonly Bond[]) => {
  const union = makeUnion();
  const numbers = new Map<string, number>();
  const number = (pin: string): number => {
    let found = numbers.get(pin);
    if (found === undefined) numbers.set(pin, (found = union.add()));
    return found;
  };
  const placed = model.elements.map((element) => {
    // What stands on the room's ground alone belongs to nothing else.
    const [first = '', ...others] = nodesOf(element).filter((pin) => !ground.has(pin));
    for (const other of others) union.join(number(first), number(other));
    return { element, node: number(first) };
  });
  const byRoot = new Map<number, { elements: CircuitElement[]; pins: Set<string>; at: number }>();
  for (const { element, node } of placed) {
    const root = union.find(node);
    let group = byRoot.get(root);
    if (!group) byRoot.set(root, (group = { elements: [], pins: new Set(), at: byRoot.size }));
    if (element.kind === 'bond') continue;
    group.elements.push(element);
    for (const pin of pinsOfElement(element)) group.pins.add(pin);
  }
  return {
    groups: [...byRoot.values()].map(({ elements, pins }): Group => ({
      elements,
      bonds: bondsOn(pins, bonds),
    })),
    groupOf: new Map([...numbers].map(([pin, node]) => [pin, byRoot.get(union.find(node))!.at])),
  };
};

/** The bonds that some contacts hang on, and those they lead on to: a desk has one for each of its sockets. */
const bondsOn = (start: Iterable<string>, bonds: readonly Bond[]): ReadonlySet<CircuitElement> => {
  const pins = new Set(start);
  const found = new Set<CircuitElement>();
  for (let size = -1; size < found.size;) {
    size = found.size;
    for (const bond of bonds) {
      // All metal of a device is one: that tells nothing of where a bond belongs.
      if (found.has(bond) || !bond.pins.some((pin) => pin !== 'chassis' && pins.has(pin))) continue;
      found.add(bond);
      for (const pin of bond.pins) if (pin !== 'chassis') pins.add(pin);
    }
  }
  return found;
};

/** What an element hangs on: its pins, and the supply it is fed from. */
const nodesOf = (element: CircuitElement): string[] => {
  const pins = pinsOfElement(element);
  if (element.kind === 'rail') return [...pins, element.id];
  return element.kind === 'feed' && element.rail ? [...pins, element.rail] : pins;
};

/** Pins of a model that are one metal with its chassis, where that is tied to the room's ground. */
const groundedPins = (model: DeviceModel): ReadonlySet<string> => {
  const grounded = new Set<string>();
  if (model.ground !== 'bonded') return grounded;
  grounded.add('chassis');
  for (let size = 0; size < grounded.size;) {
    size = grounded.size;
    for (const element of model.elements) {
      if (element.kind !== 'bond' || !element.pins.some((pin) => grounded.has(pin))) continue;
      for (const pin of element.pins) grounded.add(pin);
    }
  }
  return grounded;
};
