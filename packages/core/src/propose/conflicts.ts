import type { ControlValue } from '../catalogue';
import type { Solved } from '../checks';
import {
  channelsOf,
  edgesFrom,
  edgesInto,
  meantPlaces,
  reachable,
  waysBetween,
  type FlowEdge,
} from '../flow';
import { PROGRAMS, type App, type AppChoice } from '../rig';
import { collect, only, others, type Clause, type Literal, type State } from './clause';
import type { Demand } from './demands';
import { decidersOf, makeGates, socketDeciders } from './gates';
import type { Knob, Knobs, Setting } from './knobs';
import { under } from './under';

/** A program's choice that an edge into it, or out of it, comes from. */
const programOn = ({ solved, knobs }: State, edge: FlowEdge): Knob[] => {
  const { graph, find } = solved;
  const [from, to] = [graph.nodes.get(edge.from), graph.nodes.get(edge.to)];
  const own = (id: string | undefined): App | undefined => (id === undefined ? undefined : find.app(id));
  if (to?.role === 'track' || (to?.role === 'app' && from?.role !== 'far-end')) {
    const app = own(to.app);
    const track = app?.tracks.find(({ id }) => id === to.track);
    return app ? [knobs.stream(app, 'input'), ...(track ? [knobs.channel(app, track)] : [])] : [];
  }
  const app = own(from?.app);
  if (!app || to?.role === 'far-end') return [];
  return [from?.role === 'track' ? knobs.monitoring(app) : knobs.stream(app, 'output')];
};

/** Of what is chosen from many, so many are tried: where each of them shuts a way, the others are taken to do so as well. */
const TRIED_OF_MANY = 3;

/** Of some values of a control, those that may shut a way: at once, or since it then answers to other controls. */
const mayShut = (
  { gates }: State,
  edge: FlowEdge,
  device: string,
  control: string,
  values: readonly ControlValue[],
): ReadonlySet<ControlValue> => {
  const shut = gates.shutsAt(edge, device, control, values.slice(0, TRIED_OF_MANY));
  // What is too many in a clause is sorted out when it is tried; one that is missing would make it wrong.
  if (shut.length === TRIED_OF_MANY) return new Set(values);
  return new Set([
    ...gates.shutsAt(edge, device, control, values),
    ...gates.movesAt(edge, device, control, values),
  ]);
};

/** What may shut a way: each knob on it with the positions that do. */
const shutting = (state: State, edges: readonly FlowEdge[]): Literal[] => {
  const { knobs, setting } = state;
  const { literals, add } = collect();
  for (const edge of edges) {
    for (const { device, control } of edge.controls) {
      const knob = knobs.control(device, control);
      if (!knob?.values) continue;
      const now = setting.get(knob.id) ?? 0;
      const rest = knob.values.filter((_, at) => at !== now);
      const shut = mayShut(state, edge, device, control, rest);
      add({ knob, at: knob.values.flatMap((value, at) => (at !== now && shut.has(value) ? [at] : [])) });
    }
    for (const { device, control } of decidersOf(state.solved, edge)) {
      const knob = knobs.control(device, control);
      if (knob) add(others(state, knob));
    }
    if (edge.kind === 'app' || edge.kind === 'usb')
      for (const knob of programOn(state, edge)) add(others(state, knob));
  }
  return [...literals.values()];
};

/**
 * Every way that comes where it should not, and what would shut it; where it comes by the air alone (a caller out of a loudspeaker into
 * an open microphone), the strongest.
 */
const outOf = (state: State, demand: Demand): Clause[] => {
  const { graph, heard } = state.solved;
  const ways = demand
    .ends(state.solved)
    .filter(({ index, node }) => heard.bySource[index]!.some(({ sink }) => sink === node))
    .flatMap(({ index, node }) => waysBetween(graph, graph.sources[index]!.node, node));
  const meant = ways.filter(({ edges }) => edges.every(({ isCrosstalk }) => !isCrosstalk));
  const strongest = [...ways].sort((a, b) => b.gainDb - a.gainDb).slice(0, 1);
  const told = meant.length > 0 ? meant : strongest;
  // What comes by no way that is known nothing can shut: it has to be given up.
  return told.length > 0
    ? told.map(({ edges }): Clause => ({ demand, literals: shutting(state, edges) }))
    : [{ demand, literals: [] }];
};

/**
 * Ways of a device that are gone since its knobs were turned, each with those that bring it back by themselves; where none does, any
 * of them may have to be turned back.
 */
const waysGone = ({ setting, knobs, gates }: State, device: string) => {
  const turned = [...setting.keys()].flatMap((id) => {
    const { control, values, ...knob } = knobs.known.get(id)!;
    return knob.device === device && control !== undefined && values ? [{ control, was: values[0]! }] : [];
  });
  if (turned.length === 0) return [];
  const back = turned.map(({ control, was }) => ({
    control,
    ways: new Set(gates.waysHere(device, { [control]: was }).map(({ from, to }) => `${from} ${to}`)),
  }));
  const all = turned.map(({ control }) => control);
  return knobs.base.waysHere(device).map((edge) => {
    const by = back.filter(({ ways }) => ways.has(`${edge.from} ${edge.to}`)).map(({ control }) => control);
    return { edge, by: by.length > 0 ? by : all };
  });
};

/** Ways of a device that are not there as its knobs stand, and which knobs would make them: known from the rig as it was. */
const waysAwayAt = (state: State, device: string) => {
  const { graph } = state.solved;
  const shut = new Set(graph.stopped.map(({ from, to }) => `${from} ${to}`));
  const isHere = ({ from, to }: FlowEdge) =>
    shut.has(`${from} ${to}`) || edgesFrom(graph, from).some((one) => one.to === to);
  return [...waysGone(state, device), ...state.knobs.base.waysAway(device)]
    .filter(({ edge }) => !isHere(edge))
    .map(({ edge, by }) => ({ edge, by: by.map((control) => ({ device, control })) }));
};

/** What stands between where a sound gets to and where it should: one of it has to be opened. */
const into = (state: State, demand: Demand): Clause => {
  const { solved, knobs, gates } = state;
  const { graph, find, usb } = solved;
  const ends = demand.ends(solved);
  const { literals, add } = collect();
  const indexes = new Set(ends.map(({ index }) => index));
  const starts = [...indexes].map((index) => graph.sources[index]!.node);
  const reached = meantPlaces(graph, starts);
  const goals = new Set(ends.map(({ node }) => node));
  // It gets there and is lost on the way, or takes itself away: whatever stands on the way may be why.
  for (const { index, node } of ends.filter(({ node }) => reached.has(node)))
    for (const { edges } of waysBetween(graph, graph.sources[index]!.node, node))
      for (const { device, control } of edges.flatMap((edge) => [
        ...edge.controls,
        ...decidersOf(solved, edge),
      ])) {
        const knob = knobs.control(device, control);
        if (knob) add(others(state, knob));
      }
  const takers = [...goals].flatMap((goal) => {
    const { app: id, track: trackId } = graph.nodes.get(goal)!;
    const app = find.app(id ?? '');
    return app ? [{ app, track: app.tracks.find((one) => one.id === trackId) }] : [];
  });
  const isReached = (app: App, choice: AppChoice | null) =>
    channelsOf(find, usb, app, 'input', choice).some((channel) => reached.has(channel));
  for (const { app, track } of takers) {
    const streams = knobs.stream(app, 'input');
    // A stream it does not get to brings nothing by being chosen.
    add(only(others(state, streams), (at) => isReached(app, streams.choices![at]!)));
    const channels = channelsOf(find, usb, app, 'input', app.input);
    const taken = track && knobs.channel(app, track);
    if (taken) add(only(others(state, taken), (at) => reached.has(channels[taken.channels![at]! - 1] ?? '')));
    for (const one of streams.choices!)
      for (const channel of channelsOf(find, usb, app, 'input', one)) goals.add(channel);
  }
  for (const { device, control } of socketDeciders(solved, reached)) {
    const knob = knobs.control(device, control);
    if (knob) add(others(state, knob));
  }
  const devices = new Set([...graph.nodes.values()].flatMap(({ device }) => device ?? []));
  const away = [...devices].flatMap((device) => waysAwayAt(state, device));
  const before = new Map<string, string[]>();
  for (const { from, to } of [...graph.stopped, ...away.map(({ edge }) => edge)])
    before.set(to, [...(before.get(to) ?? []), from]);
  const leading = reachable(goals, (id) => [
    ...edgesInto(graph, id).map(({ from }) => from),
    ...(before.get(id) ?? []),
  ]);
  for (const index of indexes) {
    const app = find.app(graph.sources[index]!.app ?? '');
    if (!app || PROGRAMS[app.kind].plays === 'nothing') continue;
    const streams = knobs.stream(app, 'output');
    const leads = (at: number) =>
      channelsOf(find, usb, app, 'output', streams.choices![at]!).some((channel) => leading.has(channel));
    add(only(others(state, streams), leads));
  }
  const isFrontier = ({ from, to }: FlowEdge) => reached.has(from) && !reached.has(to) && leading.has(to);
  for (const edge of graph.stopped.filter(isFrontier)) {
    const shut = edge.terms.filter(({ db }) => db === -Infinity).map(({ because }) => because);
    const [first] = shut;
    // What a desk is built to keep apart no knob joins.
    if (first?.kind !== 'control' || shut.some(({ kind }) => kind !== 'control')) continue;
    const { device, control } = first;
    const knob = knobs.control(device, control);
    if (!knob?.values) continue;
    const closed = new Set(gates.shutsAt(edge, device, control, knob.values));
    add(
      others(
        state,
        knob,
        knob.values.flatMap((value, at) => (closed.has(value) ? [at] : [])),
      ),
    );
  }
  for (const { by } of away.filter((one) => isFrontier(one.edge)))
    for (const { device, control } of by) {
      const knob = knobs.control(device, control);
      if (knob) add(others(state, knob));
    }
  return { demand, literals: [...literals.values()] };
};

/** What of a demand is not met as some knobs stand: each clause has to hold in whatever meets it. */
export const conflictsOf = (
  solved: Solved,
  setting: Setting,
  knobs: Knobs,
  demands: readonly Demand[],
): Clause[] => {
  const state: State = { solved, setting, knobs, gates: makeGates(solved) };
  const of: { [K in Demand['asks']]: (demand: Demand) => Clause[] } = {
    comes: (demand) => [into(state, demand)],
    never: (demand) => outOf(state, demand),
    quieter: (demand) => under(state, demand, (edges) => shutting(state, edges)),
  };
  return demands.filter((demand) => !demand.isMet(solved)).flatMap((demand) => of[demand.asks](demand));
};
