import { takesClock, type Port } from '../catalogue';
import { digitalLinks, type DigitalLink } from '../flow';
import {
  allMembers,
  DEFAULT_CLOCK_PPM,
  USUAL_RATE_HZ,
  type JoinedInput,
  type JoinedMember,
  type Lookup,
} from '../rig';

/** Which devices count by the same clock, and how far those that do not drift apart. */

/** How far two devices that run by clocks of their own drift apart, at worst: one as fast as it may be, one as slow. */
export interface Drift {
  /** Parts per million. */
  ppm: number;
  msPerHour: number;
  /** One sample is one too many or too few every so many seconds. */
  secondsPerSample: number;
}

const HOUR_MS = 3_600_000;

/** Two clocks, each as far off as assumed and in opposite directions. */
export const driftOf = ({ rig }: Lookup): Drift => {
  const ppm = 2 * (rig.assumptions.clockPpm ?? DEFAULT_CLOCK_PPM);
  return { ppm, msPerHour: ppm * 1e-6 * HOUR_MS, secondsPerSample: 1 / (ppm * 1e-6 * USUAL_RATE_HZ) };
};

/** The sockets by which a device can take in a clock, word clock first. */
export const clockInputs = (find: Lookup, device: string): Port[] =>
  (find.modelOf(device)?.ports ?? [])
    .filter(takesClock)
    .sort((a, b) => Number(isClockAlone(b)) - Number(isClockAlone(a)));

const isClockAlone = ({ digital }: Port): boolean => digital?.format === 'word-clock';

/** Whose clock each device counts by. */
export interface Clocks {
  /** Whose clock a device counts by: its own id, where it leads. */
  leaderOf: (device: string) => string;
  /** Devices that all wait for one another’s clock. */
  rings: string[][];
  /** Devices set to count by what comes into a socket that nothing comes into. */
  waiting: { device: string; port: string }[];
  /** What is counted by one clock at both ends: sound as data, or a clock alone. */
  links: DigitalLink[];
}

/** The links that bring a device a clock, by which it may be set to count: word clock first. */
export const clocksInto = (find: Lookup, links: readonly DigitalLink[], device: string): DigitalLink[] =>
  clockInputs(find, device).flatMap(({ id }) =>
    links.filter(({ to }) => to.device === device && to.port === id),
  );

/** Whose clock each device counts by: several checks and pages ask. Documents are never changed in place. */
export const clocksOf = (find: Lookup): Clocks => {
  let clocks = CLOCKS.get(find);
  if (!clocks) CLOCKS.set(find, (clocks = readClocks(find)));
  return clocks;
};

const CLOCKS = new WeakMap<Lookup, Clocks>();

/** A device follows what comes in unless it is set to its own clock; where nobody has set it, it leads rather than close a ring. */
const readClocks = (find: Lookup): Clocks => {
  const links = digitalLinks(find).filter(
    ({ isUnderstood, to }) => isUnderstood && takesClock(find.port(to.device, to.port)!),
  );
  const follows = new Map<string, string>();
  const waiting: Clocks['waiting'] = [];
  /** From a device to whoever it follows, and whoever that follows: to the one who leads, or round to the first met again. */
  const lineFrom = (device: string): string[] => {
    const line = new Set<string>();
    for (let at: string | undefined = device; at !== undefined && !line.has(at); at = follows.get(at))
      line.add(at);
    return [...line];
  };
  for (const { id, countsBy } of find.rig.devices) {
    if (countsBy === undefined || countsBy === 'own') continue;
    const port = typeof countsBy === 'object' ? countsBy.port : undefined;
    const from = clocksInto(find, links, id).find(({ to }) => port === undefined || to.port === port);
    if (from) follows.set(id, from.device);
    else if (port !== undefined) waiting.push({ device: id, port });
  }
  const rings = new Map<string, string[]>();
  for (const id of follows.keys()) {
    const line = lineFrom(id);
    const back = follows.get(line.at(-1)!);
    const ring = back === undefined ? [] : line.slice(line.indexOf(back));
    if (ring.length > 0) rings.set([...ring].sort().join(' '), ring);
  }
  // Who waits in a ring counts for itself.
  for (const ring of rings.values()) for (const one of ring) follows.delete(one);
  for (const { id, countsBy } of find.rig.devices) {
    if (countsBy !== undefined) continue;
    const from = clocksInto(find, links, id).find(({ device }) => !lineFrom(device).includes(id));
    if (from) follows.set(id, from.device);
  }
  return { leaderOf: (device) => lineFrom(device).at(-1)!, rings: [...rings.values()], waiting, links };
};

/** Members of a joined input that run by another clock than the one that leads, and are not made to follow it. */
export const driftingMembers = (find: Lookup, joined: JoinedInput): JoinedMember[] => {
  const { clock } = joined;
  if (clock === null) return [];
  const { leaderOf } = clocksOf(find);
  return allMembers(joined).filter(
    ({ device, resampled }) => !resampled && leaderOf(device) !== leaderOf(clock),
  );
};

/** Whether the members of a joined input run by more than one clock. */
export const hasSeveralClocks = (find: Lookup, joined: JoinedInput): boolean => {
  const { leaderOf } = clocksOf(find);
  return new Set(allMembers(joined).map(({ device }) => leaderOf(device))).size > 1;
};
