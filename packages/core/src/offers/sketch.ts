import { SEVERITIES, type Finding, type Severity } from '../checks';
import { lookup, type Rig } from '../rig';

/** A rig as a small drawing: boxes in columns as sound goes, and which of them are joined. */
export interface RigSketch {
  boxes: { column: number; row: number; severity: Severity | null }[];
  /** Two boxes by their number, sound goes from the first to the second; and what is found at a lead between them. */
  lines: [from: number, to: number, severity: Severity | null][];
  /** Devices there was no room for. */
  more: number;
}

/** More boxes than this are no drawing any more at the size of a stamp. */
const MOST_BOXES = 40;

/** The devices a lead joins, through leads plugged into it, with the way its sound goes. */
const joinedBy = (rig: Rig): { from: string; to: string; leads: string[] }[] => {
  const find = lookup(rig);
  // Leads in leads are one: each group of them joins all it touches.
  const group = new Map(rig.leads.map(({ id }) => [id, id]));
  const rootOf = (id: string): string => {
    const next = group.get(id);
    return next === undefined || next === id ? id : rootOf(next);
  };
  for (const { id, ends } of rig.leads)
    for (const end of ends) if (end && 'lead' in end) group.set(rootOf(id), rootOf(end.lead));
  const touched = new Map<string, { device: string; isOut: boolean }[]>();
  for (const { id, ends } of rig.leads)
    for (const end of ends) {
      if (!end || !('device' in end)) continue;
      const isOut = find.port(end.device, end.port)?.side === 'out';
      touched.set(rootOf(id), [...(touched.get(rootOf(id)) ?? []), { device: end.device, isOut }]);
    }
  return [...touched].flatMap(([root, ends]) => {
    const leads = rig.leads.map(({ id }) => id).filter((id) => rootOf(id) === root);
    const outs = ends.filter(({ isOut }) => isOut);
    const [starts, rest] =
      outs.length > 0 && outs.length < ends.length
        ? [outs, ends.filter(({ isOut }) => !isOut)]
        : [ends.slice(0, 1), ends.slice(1)];
    return starts.flatMap((from) => rest.map((to) => ({ from: from.device, to: to.device, leads })));
  });
};

/** The ways without those that close a ring: walked from what nothing leads to, one that leads back is dropped. */
const withoutRings = (ids: readonly string[], joined: readonly [string, string][]): [string, string][] => {
  const out = new Map<string, string[]>();
  for (const [from, to] of joined) out.set(from, [...(out.get(from) ?? []), to]);
  const led = new Set(joined.map(([, to]) => to));
  const kept: [string, string][] = [];
  const state = new Map<string, 'open' | 'done'>();
  // Its own stack: a chain may be as long as the rig.
  for (const start of [...ids].sort((a, b) => Number(led.has(a)) - Number(led.has(b)))) {
    if (state.has(start)) continue;
    state.set(start, 'open');
    const stack = [{ id: start, next: 0 }];
    while (stack.length > 0) {
      const top = stack[stack.length - 1]!;
      const to = out.get(top.id)?.[top.next];
      top.next += 1;
      if (to === undefined) {
        state.set(top.id, 'done');
        stack.pop();
      } else if (state.get(to) !== 'open') {
        kept.push([top.id, to]);
        if (!state.has(to)) {
          state.set(to, 'open');
          stack.push({ id: to, next: 0 });
        }
      }
    }
  }
  return kept;
};

/** Where each stands: one column after what leads to it. */
const columnsOf = (ids: readonly string[], joined: readonly [string, string][]): Map<string, number> => {
  const columns = new Map(ids.map((id) => [id, 0]));
  const ways = withoutRings(ids, joined);
  for (let hasMoved = true; hasMoved;) {
    hasMoved = false;
    for (const [from, to] of ways) {
      const next = columns.get(from)! + 1;
      if (next > columns.get(to)!) {
        columns.set(to, next);
        hasMoved = true;
      }
    }
  }
  return columns;
};

/** Devices in columns as sound goes, and which are joined, by what leads. */
export interface RigPlan {
  places: { id: string; column: number; row: number }[];
  joined: { from: string; to: string; leads: string[] }[];
  /** Devices there was no room for. */
  more: number;
}

/** @param most more devices than this are left out, those that hang on nothing first */
export const planOf = (rig: Rig, most = Infinity): RigPlan => {
  const joined = joinedBy(rig);
  const used = new Set(joined.flatMap(({ from, to }) => [from, to]));
  const ids = [...rig.devices.map(({ id }) => id)].sort((a, b) => Number(used.has(b)) - Number(used.has(a)));
  const shown = ids.slice(0, most);
  const there = new Set(shown);
  const within = joined.filter(({ from, to }) => there.has(from) && there.has(to));
  const columns = columnsOf(
    shown,
    within.map(({ from, to }) => [from, to]),
  );
  const filled = new Map<number, number>();
  const places = shown.map((id) => {
    const column = columns.get(id) ?? 0;
    const row = filled.get(column) ?? 0;
    filled.set(column, row + 1);
    return { id, column, row };
  });
  return { places, joined: within.filter(({ from, to }) => from !== to), more: ids.length - shown.length };
};

/** The rig as a stamp, its gravest findings at the devices they are about. */
export const sketchOf = (rig: Rig, findings: readonly Finding[]): RigSketch => {
  const { places, joined, more } = planOf(rig, MOST_BOXES);
  const gravest = (isAt: (place: Finding['places'][number]) => boolean): Severity | null => {
    const own = findings
      .filter((one) => one.places[0] && isAt(one.places[0]))
      .map(({ severity }) => severity);
    return SEVERITIES.find((severity) => own.includes(severity)) ?? null;
  };
  const boxes = places.map(({ id, column, row }) => ({
    column,
    row,
    severity: gravest(({ device, lead }) => device === id && lead === undefined),
  }));
  const at = new Map(places.map(({ id }, index) => [id, index]));
  const lines = new Map<string, RigSketch['lines'][number]>();
  for (const { from, to, leads } of joined) {
    const [a, b] = [at.get(from)!, at.get(to)!];
    const severity = gravest(({ lead }) => lead !== undefined && leads.includes(lead));
    if (severity || !lines.has(`${a} ${b}`)) lines.set(`${a} ${b}`, [a, b, severity]);
  }
  return { boxes, lines: [...lines.values()], more };
};
