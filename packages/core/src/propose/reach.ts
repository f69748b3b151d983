import type { Solved } from '../checks';
import { edgesFrom, reachable } from '../flow';
import type { Knob } from './knobs';

/** What one more thing changed costs. */
export const A_CHANGE = 1000;

/** Of as many changes, what touches least comes first; a program's choice is as much as a strip of a desk. A judgement of ours. */
const A_PROGRAM = 20;
const MOST_REACH = 99;

/** Of what something costs at least, how many changes that are. */
export const changesIn = (cost: number): number => Math.ceil(cost / (A_CHANGE + MOST_REACH));

/** How much else answers to a knob at one of its places. */
export type Reach = (knob: Knob, at: number) => number;

/**
 * One that opens a single crosspoint is turned before one that mutes a voice everywhere; a level where few listen behind it before one
 * that all hear.
 */
export const reachOf = ({ graph, heard }: Solved): Reach => {
  const counts = new Map<string, number>();
  const behind = new Map<string, string[]>();
  for (const edges of [...graph.out.values(), graph.stopped])
    for (const { controls, to } of edges)
      for (const { device, control } of controls) {
        const key = `${device} ${control}`;
        counts.set(key, (counts.get(key) ?? 0) + 1);
        const known = behind.get(key);
        if (known) known.push(to);
        else behind.set(key, [to]);
      }
  const listeners = new Map<string, number>();
  const listenersOf = (key: string): number => {
    const known = listeners.get(key);
    if (known !== undefined) return known;
    const places = reachable(behind.get(key) ?? [], (id) => edgesFrom(graph, id).map(({ to }) => to));
    const count = heard.sinks.filter(({ node }) => places.has(node)).length;
    listeners.set(key, count);
    return count;
  };
  const isLevel = (value: unknown) => typeof value === 'number';
  return ({ id, control, values }, at) => {
    if (control === undefined) return A_PROGRAM;
    const isTurned = isLevel(values?.[0]) && isLevel(values?.[at]);
    return Math.min(MOST_REACH, isTurned ? listenersOf(id) : (counts.get(id) ?? 1));
  };
};
