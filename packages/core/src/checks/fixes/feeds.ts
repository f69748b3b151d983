import { maxBy } from 'es-toolkit';
import { portOfPin, controlOf, type ControlValue, type DeviceModel, type FeedElement } from '../../catalogue';
import type { Circuit, ElementRef } from '../../circuit';
import { setControl, type Edit, type Lookup, type Rig } from '../../rig';
import type { Fix } from '../finding';
import { turnControl } from './turn-control';

/** What switches a supply: a control of its own, or one value of a choice between several strengths. */
export interface FeedSwitch {
  control: string;
  on: ControlValue;
  off: ControlValue;
}

/** A supply of a device, and whether it is on. */
export interface FeedRef {
  device: string;
  element: string;
  /** Absent: it is always on. */
  turn: FeedSwitch | undefined;
  on: boolean;
}

/** How a supply of a model is switched; undefined when it is always on. */
export const feedSwitch = (model: DeviceModel, feed: FeedElement): FeedSwitch | undefined => {
  if (feed.control) return { control: feed.control, on: true, off: false };
  if (!feed.when) return undefined;
  const { control: id, is } = feed.when;
  if (typeof is === 'boolean') return { control: id, on: is, off: !is };
  const control = controlOf(model, id);
  // A choice is off at the value no supply of the device asks for.
  const asked = model.elements.flatMap((one) =>
    one.kind === 'feed' && one.when?.control === id ? one.when.is : [],
  );
  const off =
    control?.kind === 'choice' ? control.options.find((option) => !asked.includes(option)) : undefined;
  return off === undefined ? undefined : { control: id, on: is, off };
};

const feedAt = (
  find: Lookup,
  circuit: Circuit | undefined,
  device: string,
  isThere: (leg: string) => boolean,
): FeedRef | undefined => {
  const model = find.modelOf(device);
  const feeds = (model?.elements ?? []).filter(
    (element): element is FeedElement => element.kind === 'feed' && element.legs.some(isThere),
  );
  const isOn = ({ id }: FeedElement) =>
    circuit?.feeds.some((reading) => reading.device === device && reading.element === id && reading.on) ??
    false;
  // The one that is on; of several that are off, the strongest.
  const feed = feeds.find(isOn) ?? maxBy(feeds, ({ volts }) => volts);
  return model && feed && { device, element: feed.id, turn: feedSwitch(model, feed), on: isOn(feed) };
};

/** The supply on the same pins as an input. */
export const feedOfInput = (
  { find, circuit }: { find: Lookup; circuit: Circuit },
  device: string,
  input: string,
): FeedRef | undefined => {
  const at = find.element(device, input);
  return at?.kind === 'input' ? feedAt(find, circuit, device, (leg) => leg === at.plus) : undefined;
};

/** A supply by its name. */
export const feedNamed = (
  { find, circuit }: { find: Lookup; circuit: Circuit },
  ref: ElementRef | undefined,
): FeedRef | undefined => {
  const element = ref && find.element(ref.device, ref.element);
  return ref && element?.kind === 'feed'
    ? feedAt(find, circuit, ref.device, (leg) => element.legs.includes(leg))
    : undefined;
};

/** The supply at a socket. @param circuit absent: it counts as off */
export const feedOfPort = (
  find: Lookup,
  device: string,
  port: string,
  circuit?: Circuit,
): FeedRef | undefined => feedAt(find, circuit, device, (leg) => portOfPin(leg) === port);

/** Switches a supply; undefined when it has no switch. */
export const turnFeed = (rig: Rig, { device, turn }: FeedRef, on: boolean): Edit | undefined =>
  turn && setControl(rig, device, turn.control, on ? turn.on : turn.off);

export const switchFeed = (rig: Rig, { device, turn }: FeedRef, on: boolean): Fix[] =>
  turn ? [turnControl(rig, device, turn.control, on ? turn.on : turn.off)] : [];
