import type { DeviceModel } from '../catalogue';
import type { Lead, Lookup } from '../rig';
import { meetingsOf } from './mismatches';
import { metalOfModel, type Touch } from './model-metal';
import { modelInCircuit, type Scope, type ScopedDevice } from './scope';
import { makeUnion } from './union';

/**
 * Cuts a rig into parts that no metal but the room's ground joins, however controls stand and whatever conditions are laid
 * over it: each can be solved by itself, and one that is as it was before need not be solved again. All wires of a lead
 * count as one, since a condition may join any of them.
 */
export const clustersOf = (find: Lookup): Scope[] => {
  const union = makeUnion();
  /** The first of a device's groups, by its number. */
  const starts = new Map<string, number>();
  for (const { id } of find.rig.devices) {
    const model = modelInCircuit(find, id);
    if (!model) continue;
    metalOfModel(model).groups.forEach((_, at) => {
      const node = union.add();
      if (at === 0) starts.set(id, node);
    });
  }
  const leads = joinLeads(find, union, starts);
  const wired = new Set(leads.map(({ node }) => union.find(node)));
  /** By the number of a part's metal; sockets with nothing in them go together, device by device: below zero. */
  const scopes = new Map<number, Gathered>();
  const scopeOf = (key: number): Gathered => {
    let found = scopes.get(key);
    if (!found) scopes.set(key, (found = { parts: new Map(), leads: [], hasElement: false }));
    return found;
  };
  find.rig.devices.forEach(({ id }, index) => {
    const model = modelInCircuit(find, id);
    if (!model) return;
    metalOfModel(model).groups.forEach(({ elements }, at) => {
      if (elements.length === 0) return;
      const root = union.find(starts.get(id)! + at);
      const scope = scopeOf(wired.has(root) ? root : -1 - index);
      partIn(scope, id, model).groups.push(at);
      scope.hasElement = true;
    });
  });
  for (const { lead, node, touches } of leads) {
    const scope = scopeOf(union.find(node));
    scope.leads.push(lead);
    for (const { device, model, touch } of touches) partIn(scope, device, model).touches.push(touch);
  }
  const found: Scope[] = [];
  for (const { parts, leads: own, hasElement } of scopes.values()) {
    // Without an element nothing is read: data leads, supply leads.
    if (!hasElement) continue;
    const devices: ScopedDevice[] = [];
    for (const [id, { model, groups, touches }] of parts)
      devices.push({ id, model, elements: metalOfModel(model).elementsOf(groups, touches) });
    found.push({ devices, leads: own });
  }
  return found;
};

/** What goes into a cluster, as it is found. */
interface Gathered {
  parts: Map<string, Part>;
  leads: Lead[];
  hasElement: boolean;
}

/** What of a device belongs to a cluster, and the plugs that come into it there. */
interface Part {
  model: DeviceModel;
  groups: number[];
  touches: Touch[];
}

const partIn = ({ parts }: Gathered, id: string, model: DeviceModel): Part => {
  let found = parts.get(id);
  if (!found) parts.set(id, (found = { model, groups: [], touches: [] }));
  return found;
};

/** A lead, its number, and what its plugs touch. */
interface Joined {
  lead: Lead;
  node: number;
  touches: { device: string; model: DeviceModel; touch: Touch }[];
}

/** Joins what leads join: groups of devices, and leads that are plugged into leads. */
const joinLeads = (
  find: Lookup,
  union: ReturnType<typeof makeUnion>,
  starts: ReadonlyMap<string, number>,
): Joined[] => {
  const nodes = new Map<string, number>();
  const nodeOf = (id: string): number => {
    let found = nodes.get(id);
    if (found === undefined) nodes.set(id, (found = union.add()));
    return found;
  };
  const joined: Joined[] = [];
  for (const lead of find.rig.leads) {
    if (!find.leadKindOf(lead.id)) continue;
    const node = nodeOf(lead.id);
    const touches: Joined['touches'] = [];
    for (const { plug, socket, plugged } of meetingsOf(find, lead)) {
      if ('lead' in plugged) {
        union.join(node, nodeOf(plugged.lead));
        continue;
      }
      const { device } = plugged;
      const model = modelInCircuit(find, device);
      if (!model) continue;
      const touch = metalOfModel(model).touchOf(plugged.port, plug, socket);
      for (const at of touch.groups) union.join(node, starts.get(device)! + at);
      touches.push({ device, model, touch });
    }
    joined.push({ lead, node, touches });
  }
  return joined;
};
