import { range } from 'es-toolkit';
import { controlOf, OFF, type Control, type ControlValue } from '../../catalogue';
import { edgesFrom, reachable, waysBetween, type FlowEdge, type Way } from '../../flow';
import { combineEdits, settingOf } from '../../rig';
import type { Fix, Solved } from '../finding';
import { turnControl } from './turn-control';

/** Opening a way that a desk keeps shut, and shutting one that is open: by what its controls answer to. */

interface Turn {
  device: string;
  control: string;
  value: ControlValue;
}

const standing = ({ find }: Solved, device: string, id: string) => {
  const control = controlOf(find.modelOf(device), id);
  const at = find.device(device);
  return control && at && { control, value: settingOf(at, control) };
};

/** Where a control that keeps a way shut might let it through. */
export const openings = (control: Control, now: ControlValue): ControlValue[] => {
  switch (control.kind) {
    case 'switch':
      return [!now];
    case 'choice':
      return control.options.filter((option) => option !== now);
    case 'fader':
      return [control.initial === OFF ? 0 : control.initial];
    case 'pan':
      return [0];
    default:
      return [];
  }
};

/** Where a control might keep a way shut that it lets through, the least that does so first. */
const shuttings = (control: Control, now: ControlValue): ControlValue[] => {
  switch (control.kind) {
    case 'switch':
      return now === false ? [true] : [];
    case 'choice':
      return control.options.filter((option) => option !== now);
    case 'fader':
      return now === OFF ? [] : [OFF];
    default:
      return [];
  }
};

const turnAll = ({ rig }: Solved, turns: readonly Turn[]): Fix => {
  const fixes = turns.map(({ device, control, value }) => turnControl(rig, device, control, value));
  const label = fixes.map((fix) => fix.label).join(', ');
  return { label, edit: combineEdits(label, ...fixes.map(({ edit }) => edit)) };
};

/** The controls that keep a way shut, and what would open each; none where something else keeps it shut. */
const turnsToOpen = (solved: Solved, { terms }: FlowEdge): Turn[][] =>
  terms
    .filter(({ db }) => db === -Infinity)
    .map(({ because }) => {
      if (because.kind !== 'control') return [];
      const { device, control } = because;
      const at = standing(solved, device, control);
      return at ? openings(at.control, at.value).map((value) => ({ device, control, value })) : [];
    });

/** One choice from each list. */
const combinations = (lists: readonly Turn[][]): Turn[][] =>
  lists.reduce<Turn[][]>((all, list) => all.flatMap((one) => list.map((turn) => [...one, turn])), [[]]);

/** More shut places one behind the other than this nobody opens at once. */
const MOST_SHUT = 3;

/**
 * The ways a desk keeps shut between where a sound gets to and one of some places: each a list of what is shut one behind the
 * other, as few as there are.
 */
const shutTowards = (
  { graph }: Solved,
  reached: ReadonlySet<string>,
  ends: ReadonlySet<string>,
): FlowEdge[][] => {
  const shutFrom = new Map<string, FlowEdge[]>();
  for (const edge of graph.stopped) shutFrom.set(edge.from, [...(shutFrom.get(edge.from) ?? []), edge]);
  let front: { at: ReadonlySet<string>; shut: FlowEdge[] }[] = [{ at: reached, shut: [] }];
  const seen = new Set(reached);
  for (const _round of range(MOST_SHUT)) {
    const next: typeof front = [];
    const found: FlowEdge[][] = [];
    for (const { at, shut } of front) {
      for (const edge of [...at].flatMap((id) => shutFrom.get(id) ?? [])) {
        const all = [...shut, edge];
        const on = reachable(edge.to, (id) => edgesFrom(graph, id).map(({ to }) => to));
        if ([...on].some((id) => ends.has(id))) found.push(all);
        const fresh = new Set([...on].filter((id) => !seen.has(id)));
        next.push({ at: fresh, shut: all });
        fresh.forEach((id) => seen.add(id));
      }
    }
    if (found.length > 0) return found;
    front = next;
  }
  return [];
};

/** What opens a way from where a sound gets to, to one of some places. */
export const openTo = (solved: Solved, reached: ReadonlySet<string>, ends: ReadonlySet<string>): Fix[] =>
  shutTowards(solved, reached, ends)
    .map((shut) => shut.flatMap((edge) => turnsToOpen(solved, edge)))
    .flatMap((lists) => combinations(lists).map((turns) => turnAll(solved, turns)));

/** What keeps the first such way shut, as it is labelled: "Microphone 1 mute"; empty where nothing that can be turned does. */
export const shutBy = (solved: Solved, reached: ReadonlySet<string>, ends: ReadonlySet<string>): string[] => {
  const [shut = []] = shutTowards(solved, reached, ends);
  const labels = shut
    .flatMap((edge) => turnsToOpen(solved, edge).flatMap(([turn]) => turn ?? []))
    .flatMap(({ device, control }) => standing(solved, device, control)?.control.label ?? []);
  return [...new Set(labels)];
};

/** Whether a switch only makes a way weaker or louder: a pad. */
const isPad = ({ find }: Solved, device: string, id: string): boolean =>
  find
    .modelOf(device)
    ?.paths.some(({ controls }) =>
      controls?.some(({ control, onDb }) => control === id && onDb !== undefined),
    ) ?? false;

/** What shuts a way: each control on it, the one nearest the listener first, since the least else goes with it. */
const shutAlong = (solved: Solved, { edges }: Pick<Way, 'edges'>): (Turn & { fix: Fix })[] => {
  const met = [...edges].reverse().flatMap(({ controls }) => controls);
  const once = [...new Map(met.map((one) => [`${one.device} ${one.control}`, one])).values()];
  return once.flatMap(({ device, control }) => {
    const at = standing(solved, device, control);
    return at && !isPad(solved, device, control)
      ? shuttings(at.control, at.value).map((value) => {
          const turn = { device, control, value };
          return { ...turn, fix: turnAll(solved, [turn]) };
        })
      : [];
  });
};

/** What shuts the way by which a sound gets from one place to another. */
export const shutBetween = (solved: Solved, from: string, to: string): Fix[] => {
  const [way] = waysBetween(solved.graph, from, to);
  return way ? shutAlong(solved, way).map(({ fix }) => fix) : [];
};

/** What shuts one way and not another. */
export const shutOnly = (solved: Solved, way: Pick<Way, 'edges'>, other: Pick<Way, 'edges'>): Fix[] => {
  const kept = new Set(
    other.edges.flatMap(({ controls }) => controls.map(({ device, control }) => `${device} ${control}`)),
  );
  return shutAlong(solved, way)
    .filter(({ device, control }) => !kept.has(`${device} ${control}`))
    .map(({ fix }) => fix);
};
