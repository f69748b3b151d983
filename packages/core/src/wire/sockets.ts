import { oncePer, pinsOfElement, portOfPin, type DeviceModel, type Port } from '../catalogue';
import { reachable } from '../flow';
import { insideOf, turnedRound, type Inside } from './inside';

/** Sockets of a model that do the same: a sound put into one gets as far as in the next. */
export interface SocketGroup {
  /** The first of them stands for all. */
  ports: readonly Port[];
}

/** Where a sound may come from to each place of a model. */
const backOf = oncePer((model: DeviceModel): Inside => turnedRound(insideOf(model)));

/** A socket as it is wired, where a sound gets from it and whence one gets to it, without the names of what is its own. */
const likeness = (model: DeviceModel, port: Port): string => {
  const own = model.elements.filter((element) =>
    pinsOfElement(element).some((pin) => portOfPin(pin) === port.id),
  );
  const from = (ways: Inside) =>
    reachable(
      own.map(({ id }) => id),
      (id) => [...(ways.get(id) ?? [])],
    );
  const [ahead, behind] = [from(insideOf(model)), from(backOf(model))];
  const ends = model.elements.flatMap((element) =>
    !own.includes(element) &&
    ((element.kind === 'output' && ahead.has(element.id)) ||
      (element.kind === 'input' && behind.has(element.id)))
      ? [element.id]
      : [],
  );
  const sounds = model.points.flatMap(({ id, role }) =>
    (role === 'programme' || role === 'capsule') && behind.has(id) ? [id] : [],
  );
  const channels = model.streams.map(({ channels, direction }) =>
    direction === 'to-computer'
      ? channels.filter((point) => ahead.has(point)).length
      : channels.filter((point) => behind.has(point)),
  );
  const bare = own.map(({ id: _id, ...element }) => element);
  const { id, label: _label, ...rest } = port;
  return (
    JSON.stringify([rest, bare]).replaceAll(id, '·').replace(/\d+/gu, '#') +
    JSON.stringify([ends, sounds, channels])
  );
};

/** The sockets of a model in groups, in their order. */
export const groupsOf = oncePer((model: DeviceModel): SocketGroup[] => {
  const groups = new Map<string, Port[]>();
  for (const port of model.ports) {
    const key = likeness(model, port);
    groups.set(key, [...(groups.get(key) ?? []), port]);
  }
  return [...groups.values()].map((ports) => ({ ports }));
});

/** The switches that choose what a socket is, in the order of its elements: those of two sockets of a group answer to one another. */
export const switchesAt = ({ elements }: DeviceModel, port: string): string[] => [
  ...new Set(
    elements.flatMap((element) =>
      element.when && pinsOfElement(element).some((pin) => portOfPin(pin) === port)
        ? [element.when.control]
        : [],
    ),
  ),
];
