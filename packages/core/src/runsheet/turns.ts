import { isEqual } from 'es-toolkit';
import type { ControlValue } from '../catalogue';
import type { Solved } from '../checks';
import { settingOf, type Lead, type Lookup } from '../rig';
import { quietOf, type Quiet, type QuietControl } from './quiet';

/** Between two states of a rig: which leads move, and what has to be turned for it, down before and up after. */

export const valueIn = (find: Lookup, { device, control }: QuietControl): ControlValue => {
  const there = find.device(device);
  return there ? settingOf(there, control) : control.initial;
};

/** A control that is turned. */
export interface Turn {
  one: QuietControl;
  isDown: boolean;
  isUp: boolean;
}

export interface Moving {
  /** Leads that come out of what they are in, as they stand; leads that go into something, as they are to be. */
  pulls: ReadonlyMap<string, Lead>;
  plugs: ReadonlyMap<string, Lead>;
  controls: ReadonlyMap<string, QuietControl>;
  quietWas: Quiet;
  quietWill: Quiet;
  phantoms: Turn[];
  /** Gains, and what people listen by. */
  others: Turn[];
  /** Whether two controls guard a lead together. */
  share: (a: string, b: string) => boolean;
}

/** The leads that each control guards. */
const leadsByGuard = ({ guards }: Quiet): Map<string, Set<string>> => {
  const leads = new Map<string, Set<string>>();
  for (const [lead, keys] of guards)
    for (const key of keys) leads.set(key, (leads.get(key) ?? new Set<string>()).add(lead));
  return leads;
};

const movedLeads = (was: Lookup, will: Lookup) => {
  const [pulls, plugs] = [new Map<string, Lead>(), new Map<string, Lead>()];
  for (const lead of will.rig.leads) {
    const before = was.lead(lead.id)!;
    if (isEqual(before.ends, lead.ends)) continue;
    if (before.ends.some((end, at) => end && !isEqual(end, lead.ends[at]))) pulls.set(lead.id, before);
    if (lead.ends.some((end, at) => end && !isEqual(end, before.ends[at]))) plugs.set(lead.id, lead);
  }
  return { pulls, plugs };
};

/** @param present, @param target the states, solved: the same pieces in both */
export const whatMoves = (present: Solved, target: Solved): Moving => {
  const [was, will] = [present.find, target.find];
  const [quietWas, quietWill] = [quietOf(present), quietOf(target)];
  const controls = new Map([...quietWas.controls, ...quietWill.controls]);
  const { pulls, plugs } = movedLeads(was, will);
  const guarded = [quietWas, quietWill].map(leadsByGuard);
  const share = (a: string, b: string): boolean =>
    guarded.some((leads) => {
      const [one, other] = [leads.get(a), leads.get(b)];
      return one !== undefined && other !== undefined && [...one].some((lead) => other.has(lead));
    });
  const isGuarding = ({ key }: QuietControl): boolean =>
    [...pulls.keys()].some((lead) => quietWas.guards.get(lead)?.has(key)) ||
    [...plugs.keys()].some((lead) => quietWill.guards.get(lead)?.has(key));
  /** One that has to be quiet goes down, wherever it stands, and up to where it is to stand; another only changes. */
  const turnOf = (one: QuietControl, isForced: boolean): Turn => {
    const [before, after] = [valueIn(was, one), valueIn(will, one)];
    if (isForced) return { one, isDown: before !== one.quiet, isUp: after !== one.quiet };
    return {
      one,
      isDown: before !== after && after === one.quiet,
      isUp: before !== after && after !== one.quiet,
    };
  };
  const all = [...controls.values()];
  const phantoms = all.filter(({ kind }) => kind === 'phantom').map((one) => turnOf(one, isGuarding(one)));
  const switched = phantoms.filter(({ isDown, isUp }) => isDown || isUp);
  const others = all
    .filter(({ kind }) => kind !== 'phantom')
    .map((one) =>
      turnOf(
        one,
        isGuarding(one) ||
          (one.kind === 'listening' && switched.some(({ one: { key } }) => share(key, one.key))),
      ),
    );
  return { pulls, plugs, controls, quietWas, quietWill, phantoms, others, share };
};
