import { netsOf, type Net, type Primitive } from './primitives';
import type { SolvedColumns } from './solve';

/**
 * Islands solved before, by what is in them: an edit elsewhere, a fix that was only tried, a condition of one lead
 * cost only the islands they touch. Whoever solves keeps one and passes it in; there is none of the module's own.
 */
export type IslandMemory = Map<string, SolvedColumns>;

/** More islands than a few variants of a large rig have: the oldest go. */
const MOST_ISLANDS = 20_000;

export const makeIslandMemory = (): IslandMemory => new Map();

/** What an island is made of, whatever its nets are numbered: the same text, the same voltages. */
export const islandKey = (
  parts: readonly Primitive[],
  local: (net: Net) => number,
  hertz: number,
): string => {
  let key = `${hertz}`;
  for (const part of parts) {
    key += `|${part.kind}`;
    for (const net of netsOf(part)) key += ` ${local(net)}`;
    if (part.kind === 'resistor') key += ` ${part.ohms}`;
    else if (part.kind === 'capacitor') key += ` ${part.farads}`;
    else if (part.kind === 'emf') key += ` ${part.source} ${part.ohms} ${part.volts}`;
    else if (part.kind === 'sink') key += ` ${part.source} ${part.amps}`;
    else key += ` ${part.ratio}`;
  }
  return key;
};

export const remember = (memory: IslandMemory, key: string, solved: SolvedColumns): void => {
  if (memory.size >= MOST_ISLANDS) {
    for (const old of [...memory.keys()].slice(0, MOST_ISLANDS / 2)) memory.delete(old);
  }
  memory.set(key, solved);
};
