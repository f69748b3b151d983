import { waysBetween, type FlowEdge } from '../flow';
import { turnedAt, wayOf, type Turned } from '../gain';
import type { Db } from '../units';
import { collect, type Clause, type Literal, type State } from './clause';
import { cellsOf, type Demand } from './demands';

/** Another sound at the listener, and what can be turned on its strongest way there. */
interface Other {
  level: Db;
  by: ReadonlySet<string>;
}

const keyOf = ({ device, control }: Pick<Turned, 'device' | 'control'>): string => `${device} ${control}`;

const loudest = (others: readonly Other[]): Db => Math.max(...others.map(({ level }) => level));

const turnedOn = ({ solved: { find } }: State, edges: readonly FlowEdge[]): Turned[] => [
  ...new Map(edges.flatMap((edge) => turnedAt(find, edge)).map((one) => [keyOf(one), one])).values(),
];

/** A level that is a step of a control: at most so much where it is turned down, at least where up. */
const stepped = ({ value, min, max, step }: Turned, byDb: Db): Db => {
  const steps = byDb < 0 ? Math.floor(byDb / step) : Math.ceil(byDb / step);
  return Number(Math.min(max, Math.max(min, value + steps * step)).toFixed(6));
};

/** A level a control has to be turned to, or one further on. */
const turnedBy = ({ knobs }: State, turned: Turned, byDb: Db): Literal[] => {
  const to = stepped(turned, byDb);
  const knob = to === turned.value ? undefined : knobs.atLevel(turned.device, turned.control, to);
  if (!knob) return [];
  const levels = byDb < 0 ? { atMost: to, atLeast: Infinity } : { atMost: -Infinity, atLeast: to };
  return [{ knob, at: [], levels }];
};

/**
 * What is louder than it may be against the others there: it is turned down somewhere on its ways, or the others are turned up where
 * they come without it, or it does not come at all. Where what is turned takes others along, it is turned by what is left over.
 * @param shutting what shuts a way
 */
export const under = (
  state: State,
  demand: Demand,
  shutting: (edges: readonly FlowEdge[]) => Literal[],
): Clause[] => {
  const { graph } = state.solved;
  const { speakers, posts, rows } = state.solved.feeds;
  return cellsOf(state.solved, demand.speaker, demand.posts)
    .filter(({ feed }) => feed.tooLoudByDb !== undefined)
    .map(({ feed, post }): Clause => {
      const { literals, add } = collect();
      const { level, source, sink } = feed.arrival!;
      const at = posts.indexOf(post);
      const others = speakers.flatMap((speaker, row) => {
        const one = rows[row]![at]!;
        if (speaker.id === demand.speaker || !one.arrival) return [];
        const turned = turnedOn(state, wayOf(state.solved.heard, one.arrival));
        return [{ level: one.arrival.level, by: new Set(turned.map(keyOf)), turned }];
      });
      const ways = waysBetween(graph, source, sink).map(({ edges }) => edges);
      const own = turnedOn(state, ways.flat());
      const aim = level + feed.quieterByDb!;
      for (const turned of own) {
        const left = others.filter(({ by }) => !by.has(keyOf(turned)));
        if (left.length > 0) for (const one of turnedBy(state, turned, loudest(left) - aim)) add(one);
      }
      const isOwn = new Set(own.map(keyOf));
      for (const turned of new Map(
        others.flatMap((one) => one.turned).map((one) => [keyOf(one), one]),
      ).values()) {
        if (isOwn.has(keyOf(turned))) continue;
        const taken = others.filter(({ by }) => by.has(keyOf(turned)));
        for (const one of turnedBy(state, turned, aim - loudest(taken))) add(one);
      }
      for (const edges of ways) for (const one of shutting(edges)) add(one);
      return { demand, literals: [...literals.values()] };
    });
};
