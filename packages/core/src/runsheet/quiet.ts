import {
  connectorById,
  controlOf,
  OFF,
  pinsOfElement,
  portOfPin,
  type Control,
  type ControlValue,
  type DeviceModel,
} from '../catalogue';
import { feedSwitch, type Solved } from '../checks';
import {
  edgesFrom,
  edgesInto,
  isDestination,
  pointId,
  reachable,
  type FlowEdge,
  type FlowGraph,
} from '../flow';
import type { Lead, Lookup, Plugged } from '../rig';

/**
 * What has to be quiet while something is plugged: the supplies whose volts come over a lead, the gains behind it, and whatever
 * people hear it by. All of it is read out of the circuit's sockets and the flow, for a rig as it is meant to be in the end.
 */

/** A control of a device. */
export interface Turned {
  device: string;
  control: Control;
  /** Where it stands while somebody plugs. */
  quiet: ControlValue;
}

export type QuietKind = 'phantom' | 'gain' | 'listening';

/** A control that has to be quiet at times, and which kind it is. */
export interface QuietControl extends Turned {
  key: string;
  kind: QuietKind;
}

export interface Quiet {
  controls: ReadonlyMap<string, QuietControl>;
  /** The keys of what has to be quiet while a lead is plugged or pulled. */
  guards: ReadonlyMap<string, ReadonlySet<string>>;
}

export const keyOf = (device: string, control: string): string => `${device} ${control}`;

const lowest = (control: Control): ControlValue =>
  control.kind === 'fader' ? OFF : control.kind === 'gain' ? control.minDb : control.initial;

const isVolume = (control: Control | undefined): control is Control =>
  control?.kind === 'gain' || control?.kind === 'fader';

export const devicesAt = ({ ends }: Lead): { device: string; port: string }[] =>
  ends
    .filter((plugged): plugged is Exclude<Plugged, null> => plugged !== null)
    .flatMap((one) => ('device' in one ? [one] : []));

/** Whether volts on one socket of a device come out of its others: it is made of passive parts, or lives on them itself. */
const handsVoltsOn = (model: DeviceModel | undefined): boolean =>
  model !== undefined &&
  (model.elements.some(({ kind }) => kind === 'load') ||
    !model.elements.some(({ kind }) => kind === 'input'));

/** Every lead that a socket's volts may come over: the one in it, those plugged into that, and on through what hands them on. */
const leadsBehind = (find: Lookup, device: string, port: string): Set<string> => {
  const joined = (id: string): string[] => {
    const lead = find.lead(id)!;
    const guests = find.rig.leads.filter(({ ends }) =>
      ends.some((end) => end && 'lead' in end && end.lead === id),
    );
    const own = lead.ends.flatMap((end) => (end && 'lead' in end ? [end.lead] : []));
    const through = devicesAt(lead)
      .filter((at) => at.device !== device && handsVoltsOn(find.modelOf(at.device)))
      .flatMap((at) =>
        (find.modelOf(at.device)?.ports ?? []).flatMap(
          ({ id: other }) => find.inPort(at.device, other)?.lead.id ?? [],
        ),
      );
    return [...own, ...guests.map(({ id: guest }) => guest), ...through];
  };
  const first = find.inPort(device, port)?.lead.id;
  return first === undefined ? new Set() : reachable(first, joined);
};

/** Switches of the supplies of a rig, each with the leads its volts may come over. */
const phantomOf = (find: Lookup): { turned: Turned; leads: Set<string> }[] =>
  find.rig.devices.flatMap(({ id }) => {
    const model = find.modelOf(id);
    if (!model) return [];
    const byControl = new Map<string, { turned: Turned; leads: Set<string> }>();
    for (const feed of model.elements) {
      // Plug-in power of a few volts is there whenever its device is.
      if (feed.kind !== 'feed' || feed.standard === 'plug-in') continue;
      const turn = feedSwitch(model, feed);
      const control = controlOf(model, turn?.control);
      if (!turn || !control) continue;
      const one = byControl.get(control.id) ?? {
        turned: { device: id, control, quiet: turn.off },
        leads: new Set<string>(),
      };
      byControl.set(control.id, one);
      for (const port of new Set(feed.legs.map(portOfPin)))
        for (const lead of leadsBehind(find, id, port)) one.leads.add(lead);
    }
    return [...byControl.values()];
  });

/** What people hear a sink by: the volume nearest to it. */
const volumesNear = ({ find, graph }: Solved, sink: string): FlowEdge['controls'] => {
  const met = new Set([sink]);
  for (let front = [sink]; front.length > 0;) {
    const edges = front.flatMap((id) => edgesInto(graph, id));
    const volumes = edges.flatMap(({ controls }) =>
      controls.filter(({ device, control }) => isVolume(controlOf(find.modelOf(device), control))).slice(-1),
    );
    if (volumes.length > 0) return volumes;
    front = edges.map(({ from }) => from).filter((id) => !met.has(id) && met.add(id));
  }
  return [];
};

/** What a lead carries, by its first plug: sound, data, power. */
export const mediumOf = (find: Lookup, { id }: Lead) =>
  connectorById(find.leadKindOf(id)?.ends[0]?.connector ?? '')?.medium;

/** Whether a lead carries nothing but power. */
export const isPower = (find: Lookup, lead: Lead): boolean =>
  ['mains', 'dc'].includes(mediumOf(find, lead) ?? '');

/** The places in the flow where a lead's plugs are; of data, all of the devices it joins but computers and hubs. */
export const placesOf = ({ find, graph }: Solved, lead: Lead): string[] =>
  isPower(find, lead)
    ? []
    : devicesAt(lead).flatMap(({ device, port }) => {
        const model = find.modelOf(device);
        if (mediumOf(find, lead) === 'analogue')
          return (model?.elements ?? [])
            .filter((element) => pinsOfElement(element).some((pin) => portOfPin(pin) === port))
            .map(({ id }) => pointId(device, id))
            .filter((id) => graph.nodes.has(id));
        if (model?.kind === 'computer' || model?.kind === 'hub') return [];
        return [...graph.nodes.values()]
          .filter((node) => node.device === device && node.app === undefined)
          .map(({ id }) => id);
      });

/** Every way on from some places that is meant. @param goesOn whether to follow a way beyond its end */
const onwards = (
  graph: FlowGraph,
  starts: readonly string[],
  goesOn: (edge: FlowEdge) => boolean,
): FlowEdge[] => {
  const met: FlowEdge[] = [];
  const meant = (id: string) => edgesFrom(graph, id).filter(({ isCrosstalk }) => !isCrosstalk);
  for (const id of reachable(starts, (from) =>
    meant(from)
      .filter(goesOn)
      .map(({ to }) => to),
  ))
    met.push(...meant(id));
  return met;
};

/** All that has to be quiet at times in a solved rig. */
export const quietOf = (solved: Solved): Quiet => {
  const { find, graph, heard, rig } = solved;
  const controls = new Map<string, QuietControl>();
  const guards = new Map(rig.leads.map(({ id }) => [id, new Set<string>()]));
  const put = (kind: QuietKind, turned: Turned): string => {
    const key = keyOf(turned.device, turned.control.id);
    if (!controls.has(key)) controls.set(key, { ...turned, key, kind });
    return key;
  };
  for (const { turned, leads } of phantomOf(find)) {
    const key = put('phantom', turned);
    for (const lead of leads) guards.get(lead)?.add(key);
  }
  const listening = new Set<string>();
  for (const sink of heard.sinks) {
    if (isDestination(sink.kind)) continue;
    for (const { device, control } of volumesNear(solved, sink.node)) {
      const found = controlOf(find.modelOf(device), control)!;
      listening.add(put('listening', { device, control: found, quiet: lowest(found) }));
    }
  }
  for (const lead of rig.leads) {
    const own = guards.get(lead.id)!;
    const starts = placesOf(solved, lead);
    for (const id of onwards(graph, starts, () => true).flatMap(({ controls: on }) =>
      on.map((one) => keyOf(one.device, one.control)),
    ))
      if (listening.has(id)) own.add(id);
    if (mediumOf(find, lead) !== 'analogue') continue;
    // The amplifier it is plugged into: the first gain on each way, and none behind it.
    const gainsOn = (edge: FlowEdge) =>
      edge.controls.flatMap(({ device, control: id }) => {
        const control = controlOf(find.modelOf(device), id);
        return control?.kind === 'gain' && !listening.has(keyOf(device, id)) ? [{ device, control }] : [];
      });
    for (const edge of onwards(graph, starts, (one) => gainsOn(one).length === 0))
      for (const { device, control } of gainsOn(edge))
        own.add(put('gain', { device, control, quiet: lowest(control) }));
  }
  return { controls, guards };
};
