import {
  portOfPin,
  CONNECTORS,
  connectorById,
  stripsOf,
  type Desk,
  type CircuitElement,
  type DeviceModel,
  type Path,
  type PinRef,
} from '../catalogue';

/** Changes to the parts of a model. Pure; what hangs on a part that goes, goes with it. */

const pinsOf = (element: CircuitElement): PinRef[] =>
  Object.entries(element).flatMap(([field, value]: [string, unknown]) => {
    if (
      ['id', 'kind', 'drive', 'signal', 'standard', 'side', 'control', 'poweredBy', 'pair', 'rail'].includes(
        field,
      )
    )
      return [];
    return (Array.isArray(value) ? value : [value]).filter((pin): pin is string => typeof pin === 'string');
  });

const touches = (element: CircuitElement, port: string): boolean =>
  pinsOf(element).some((pin) => portOfPin(pin) === port);

/** A bond keeps what is left of it; two pins at least are needed to join anything. */
const trimmed = (element: CircuitElement, port: string): CircuitElement[] => {
  if (!touches(element, port)) return [element];
  if (element.kind !== 'bond') return [];
  const pins = element.pins.filter((pin) => portOfPin(pin) !== port);
  return pins.length > 1 ? [{ ...element, pins }] : [];
};

const controlsIn = ({ elements, paths }: DeviceModel): Set<string> =>
  new Set([
    ...elements.flatMap((element) => [
      ...(element.when ? [element.when.control] : []),
      ...('control' in element && element.control ? [element.control] : []),
    ]),
    ...paths.flatMap((path) => [
      ...(path.when ? [path.when.control] : []),
      ...(path.controls ?? []).map(({ control }) => control),
    ]),
  ]);

/** The desk with what is left of its strips, mixes and streams once only these points are there. */
const trimmedDesk = (desk: Desk, there: ReadonlySet<string>): Desk => {
  const isThere = (points: readonly string[]) => points.every((id) => there.has(id));
  const strips = desk.strips
    .map((strip) => ({ ...strip, takes: strip.takes.filter(({ points }) => isThere(points)) }))
    .filter(({ takes }) => takes.length > 0);
  const mixes = desk.mixes.filter(({ to }) => isThere(to));
  const [stripIds, mixIds] = [strips, mixes].map((list) => new Set(list.map(({ id }) => id)));
  const known = (ids: readonly string[]) => ids.filter((id) => stripIds!.has(id));
  const knownMixes = (ids: readonly string[]) => ids.filter((id) => mixIds!.has(id));
  const { solo, direct } = desk;
  return {
    strips: strips.map((strip) =>
      strip.goes
        ? {
            ...strip,
            goes: {
              ...strip.goes,
              options: strip.goes.options.map((one) => ({ ...one, mixes: knownMixes(one.mixes) })),
            },
          }
        : strip,
    ),
    mixes: mixes.map((mix) => ({
      ...mix,
      ...(mix.without ? { without: known(mix.without) } : {}),
      ...(mix.sends
        ? { sends: Object.fromEntries(Object.entries(mix.sends).filter(([id]) => stripIds!.has(id))) }
        : {}),
    })),
    streams: desk.streams.flatMap((stream) => {
      const { to, takes } = stream;
      if (!isThere(to)) return [];
      if ('mix' in takes)
        return mixIds!.has(takes.mix) ? [{ ...stream, takes: { ...takes, own: known(takes.own) } }] : [];
      return stripIds!.has(takes.strip) ? [stream] : [];
    }),
    ...(solo ? { solo: { ...solo, mixes: knownMixes(solo.mixes) } } : {}),
    ...(direct && mixIds!.has(direct.mix) ? { direct: { ...direct, strips: known(direct.strips) } } : {}),
  };
};

/** Points a desk fills: mixes that anything can get into, streams. */
const filledBy = (desk: Desk | undefined): string[] =>
  desk
    ? [
        ...desk.mixes.flatMap((mix) => (stripsOf(desk, mix).length > 0 ? mix.to : [])),
        ...desk.streams.flatMap(({ to }) => to),
      ]
    : [];

/** Points that neither start a sound nor hear one any more. */
const pruned = (model: DeviceModel): DeviceModel => {
  const heard = new Set([...model.paths.map(({ to }) => to), ...filledBy(model.desk)]);
  const byPort = new Set(
    model.ports.flatMap(({ digital }) => [...(digital?.sends ?? []), ...(digital?.receives ?? [])]),
  );
  const returns = new Set(
    model.streams.flatMap(({ direction, channels }) => (direction === 'from-computer' ? channels : [])),
  );
  const isAlive = ({ id, role }: DeviceModel['points'][number]) =>
    role === 'capsule' || role === 'programme' || heard.has(id) || byPort.has(id) || returns.has(id);
  const points = model.points.filter(isAlive);
  if (points.length === model.points.length) return model;
  const there = new Set([...points, ...model.elements].map(({ id }) => id));
  return pruned({
    ...model,
    points,
    paths: model.paths.filter(({ from, to }) => there.has(from) && there.has(to)),
    streams: model.streams
      .map((stream) => ({ ...stream, channels: stream.channels.filter((channel) => there.has(channel)) }))
      .filter(({ channels }) => channels.length > 0),
    ...(model.desk ? { desk: trimmedDesk(model.desk, there) } : {}),
  });
};

/** The model without a socket, and without everything that only served it. */
export const withoutPort = (model: DeviceModel, port: string): DeviceModel => {
  const before = controlsIn(model);
  const left = model.elements.flatMap((element) => trimmed(element, port));
  const outputs = new Set(left.filter(({ kind }) => kind === 'output').map(({ id }) => id));
  // What is left of a stereo pair is a mono output.
  const elements = left.map((element) => {
    if (element.kind !== 'output' || !element.pair || outputs.has(element.pair)) return element;
    const { pair: _pair, ...alone } = element;
    return alone;
  });
  const there = new Set([...model.points, ...elements].map(({ id }) => id));
  const isWhole = ({ from, to, poweredBy }: Path) =>
    there.has(from) && there.has(to) && (!poweredBy || there.has(poweredBy));
  const rest = pruned({
    ...model,
    ports: model.ports.filter(({ id }) => id !== port),
    elements,
    paths: model.paths.filter(isWhole),
  });
  const used = controlsIn(rest);
  return { ...rest, controls: rest.controls.filter(({ id }) => used.has(id) || !before.has(id)) };
};

/** Connectors a socket could have instead: of the same medium and half, with every contact that is used. */
export const connectorsFor = (model: DeviceModel, port: string): string[] => {
  const now = connectorById(model.ports.find(({ id }) => id === port)?.connector ?? '');
  const used = new Set(
    model.elements
      .flatMap(pinsOf)
      .filter((pin) => portOfPin(pin) === port)
      .map((pin) => pin.slice(port.length + 1)),
  );
  return CONNECTORS.filter(
    ({ medium, sex, pins }) =>
      medium === now?.medium && sex === now.sex && [...used].every((pin) => pins.includes(pin)),
  ).map(({ id }) => id);
};

/** Another name, or another connector of those that fit, for a socket. */
export const withPort = (
  model: DeviceModel,
  port: string,
  change: { label?: string; connector?: string },
): DeviceModel => ({
  ...model,
  ports: model.ports.map((one) => (one.id === port ? { ...one, ...change } : one)),
});
