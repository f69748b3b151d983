import { controlsOf, isSoloControl, OFF, portOfPin, type Control, type ControlValue } from '../catalogue';
import { fedLoads, pieceOf, pointId, type WaysBefore, type FlowEdge, type FlowPiece } from '../flow';
import { leadRun, settingOf, socketsIn, type Device } from '../rig';
import type { Solved } from '../checks';

/** What each control of a device lets through, found by setting it otherwise and looking which ways are left. */

/** A way that is not there as a device stands, and the controls that would make it. */
export interface WayAway {
  edge: FlowEdge;
  by: string[];
}

const waysIn = ({ edges, stopped }: FlowPiece): FlowEdge[] => [...edges, ...stopped];

/** Where a control might stand so that sound goes another way; the first is where it does. Gains only make it louder. */
export const valuesOf = (control: Control, now: ControlValue): ControlValue[] => {
  switch (control.kind) {
    case 'switch':
      // Solo is for a moment: nobody routes a show by it, but one that was left on may have to go off.
      return isSoloControl(control.id) && now === false ? [now] : [now, !now];
    case 'choice':
      return [now, ...control.options.filter((option) => option !== now)];
    case 'fader':
      return now === OFF ? [OFF, control.initial === OFF ? 0 : control.initial] : [now, OFF];
    case 'pan':
      return now === 0 ? [0] : [now, 0];
    default:
      return [now];
  }
};

const keyOf = ({ from, to }: Pick<FlowEdge, 'from' | 'to'>): string => `${from} ${to}`;

const controlsText = ({ controls }: FlowEdge): string => controls.map(({ control }) => control).join(' ');

const isByControl = ({ terms }: FlowEdge, control: string): boolean =>
  terms.some(
    ({ db, because }) => db === -Infinity && because.kind === 'control' && because.control === control,
  );

/** The ways of a device as its controls stand in a solved rig, and as they would with some set otherwise. */
export const makeGates = (solved: Solved) => {
  const { find, circuit } = solved;
  const fed = fedLoads(circuit);
  const away = new Map<string, WayAway[]>();
  const lowered = new Map<string, FlowPiece>();
  const ways = new Map<string, WaysBefore>();
  const pieceWith = (device: Device, settings: Device['settings']): FlowPiece => {
    const key = `${device.id} ${JSON.stringify(settings)}`;
    const known = lowered.get(key);
    if (known) return known;
    const changed = { ...device, settings: { ...device.settings, ...settings } };
    const seen = { ...find, device: (id: string) => (id === device.id ? changed : find.device(id)) };
    const before = ways.get(device.id) ?? new Map();
    ways.set(device.id, before);
    const piece = pieceOf(seen, changed, fed.get(device.id), before);
    lowered.set(key, piece);
    return piece;
  };
  return {
    /** Of some values of a control, those at which a way is there and answers to other controls than it does now. */
    movesAt: (
      edge: FlowEdge,
      id: string,
      control: string,
      values: readonly ControlValue[],
    ): ControlValue[] => {
      const device = find.device(id)!;
      const answers = controlsText(edge);
      return values.filter((value) =>
        pieceWith(device, { [control]: value }).edges.some(
          (one) => keyOf(one) === keyOf(edge) && controlsText(one) !== answers,
        ),
      );
    },
    /** Of some values of a control, those at which it keeps a way shut. */
    shutsAt: (
      edge: FlowEdge,
      id: string,
      control: string,
      values: readonly ControlValue[],
    ): ControlValue[] => {
      const device = find.device(id)!;
      const key = keyOf(edge);
      return values.filter((value) => {
        const { edges, stopped } = pieceWith(device, { [control]: value });
        if (edges.some((one) => keyOf(one) === key)) return false;
        const there = stopped.filter((one) => keyOf(one) === key);
        return there.length === 0 || there.every((one) => isByControl(one, control));
      });
    },
    /**
     * Ways a device would have with its choices set otherwise, and which choices those are. Every choice by itself where there
     * are few, else all together by one place, two places …
     */
    waysAway: (id: string): WayAway[] => {
      const known = away.get(id) ?? awayOf(solved, id, pieceWith);
      away.set(id, known);
      return known;
    },
    /** The ways a device has as it stands, open or shut, or would have with some of its controls otherwise. */
    waysHere: (id: string, settings: Device['settings'] = {}): FlowEdge[] => {
      const device = find.device(id);
      return device ? waysIn(pieceWith(device, settings)) : [];
    },
  };
};

export type Gates = ReturnType<typeof makeGates>;

/** More choices than this are not tried one by one. */
const FEW = 80;

/** Whether a control may make ways that are not there otherwise: what only turns louder makes none. */
const isDeciding = ({ kind }: Control): boolean => kind === 'choice' || kind === 'switch';

/** Controls that decide whether a way is there at all, without standing on it: a level switch, an input that is chosen. */
export const decidersOf = ({ find, graph }: Pick<Solved, 'find' | 'graph'>, edge: FlowEdge) => {
  const [from, to] = [graph.nodes.get(edge.from), graph.nodes.get(edge.to)];
  return [from, to].flatMap((node) => {
    const { device, point } = node ?? {};
    const model = find.modelOf(device ?? '');
    if (!model || device === undefined) return [];
    const paths = model.paths.filter((path) => path.from === from?.point && path.to === to?.point);
    const elements = model.elements.filter(({ id }) => id === point);
    return [...paths, ...elements].flatMap(({ when }) => (when ? [{ device, control: when.control }] : []));
  });
};

/** The places in the flow of what is behind a socket. */
const placesIn = (find: Solved['find'], device: string, port: string): string[] =>
  (find.modelOf(device)?.elements ?? []).flatMap((element) =>
    (element.kind === 'input' || element.kind === 'output') && portOfPin(element.plus) === port
      ? [pointId(device, element.id)]
      : [],
  );

/**
 * Controls that decide what a socket is inside, where a sound stands before it: it gets to what is plugged in, or to the socket
 * from within, and not on.
 */
export const socketDeciders = ({ find, rig }: Pick<Solved, 'find' | 'rig'>, reached: ReadonlySet<string>) =>
  rig.devices.flatMap(({ id: device }) =>
    (find.modelOf(device)?.elements ?? []).flatMap((element) => {
      if (!element.when || (element.kind !== 'input' && element.kind !== 'output')) return [];
      const port = portOfPin(element.plus);
      const isInside = placesIn(find, device, port).some((place) => reached.has(place));
      const isOutside = portsBehind(find, device, port).some((other) =>
        placesIn(find, other.device, other.port).some((place) => reached.has(place)),
      );
      return isInside === isOutside ? [] : [{ device, control: element.when.control }];
    }),
  );

/** Every other socket that the leads in a port lead to, through leads in leads. */
const portsBehind = ({ rig, inPort }: Solved['find'], device: string, port: string) => {
  const first = inPort(device, port)?.lead;
  return socketsIn(first ? leadRun(rig, first) : []).filter(
    (socket) => socket.device !== device || socket.port !== port,
  );
};

const awayOf = (
  { find }: Solved,
  id: string,
  pieceWith: (device: Device, settings: Device['settings']) => FlowPiece,
): WayAway[] => {
  const device = find.device(id);
  const model = find.modelOf(id);
  if (!device || !model) return [];
  const deciding = controlsOf(model).filter(isDeciding);
  const valueAt = new Map(deciding.map((one) => [one.id, valuesOf(one, settingOf(device, one))]));
  const here = new Set(waysIn(pieceWith(device, {})).map(keyOf));
  const found = new Map<string, WayAway>();
  const take = (settings: Device['settings'], by: (edge: FlowEdge) => string[]) => {
    for (const edge of waysIn(pieceWith(device, settings))) {
      const key = keyOf(edge);
      if (here.has(key)) continue;
      found.set(key, { edge, by: [...new Set([...(found.get(key)?.by ?? []), ...by(edge)])] });
    }
  };
  if (deciding.length <= FEW)
    for (const [control, [, ...others]] of valueAt)
      for (const value of others) take({ [control]: value }, () => [control]);
  // Ways that more than one choice has to be turned for; on a large desk all that are by choices.
  const alone = new Set(found.keys());
  const choices = deciding.filter(({ kind }) => kind === 'choice').map(({ id: one }) => one);
  const most = Math.max(0, ...choices.map((control) => valueAt.get(control)!.length));
  for (let round = 1; round < most; round += 1) {
    const settings = Object.fromEntries(
      choices.map((control) => [control, valueAt.get(control)![round % valueAt.get(control)!.length]!]),
    );
    take(settings, (edge) =>
      alone.has(keyOf(edge))
        ? []
        : edge.controls.map(({ control }) => control).filter((control) => choices.includes(control)),
    );
  }
  return [...found.values()];
};
