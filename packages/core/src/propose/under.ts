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

const turnedOn = ({ solved: { find } }: State, edges: readonly FlowEdge[]): Turned[] => [
  ...new Map(edges.flatMap((edge) => turnedAt(find, edge)).map((one) => [keyOf(one), one])).values(),
];

/** The next level of a control that is at least so much lower, as far down as it goes. */
const lowered = ({ value, min, step }: Turned, byDb: Db): Db =>
  Number(Math.max(min, value - Math.ceil(byDb / step) * step).toFixed(6));

/**
 * What is louder than it may be against the others there: it is turned down somewhere on its ways, or does not come at all. Where what
 * is turned takes others along, it is measured by those that are left. To turn the others up would be as few hands, and no remedy: it is
 * not asked for.
 * @param shutting what shuts a way
 */
export const under = (
  state: State,
  demand: Demand,
  shutting: (edges: readonly FlowEdge[]) => Literal[],
): Clause[] => {
  const { solved, knobs } = state;
  const { speakers, posts, rows } = solved.feeds;
  return cellsOf(solved, demand.speaker, demand.posts)
    .filter(({ feed }) => feed.tooLoudByDb !== undefined)
    .map(({ feed, post }): Clause => {
      const { literals, add } = collect();
      const { level, source, sink } = feed.arrival!;
      const at = posts.indexOf(post);
      const others = speakers.flatMap((speaker, row): Other[] => {
        const { arrival } = rows[row]![at]!;
        if (speaker.id === demand.speaker || !arrival) return [];
        return [
          { level: arrival.level, by: new Set(turnedOn(state, wayOf(solved.heard, arrival)).map(keyOf)) },
        ];
      });
      const ways = waysBetween(solved.graph, source, sink).map(({ edges }) => edges);
      for (const turned of turnedOn(state, ways.flat())) {
        const left = others.filter(({ by }) => !by.has(keyOf(turned)));
        const loudest = Math.max(...left.map((one) => one.level));
        const atMost = lowered(turned, level + feed.quieterByDb! - loudest);
        if (left.length === 0 || atMost === turned.value) continue;
        const knob = knobs.atLevel(turned.device, turned.control, atMost);
        if (knob) add({ knob, at: [], atMost });
      }
      for (const edges of ways) for (const one of shutting(edges)) add(one);
      return { demand, literals: [...literals.values()] };
    });
};
