import type { DigitalFormat } from '../catalogue';
import { digitalLinks } from '../flow';
import { DEFAULT_CLOCK_PPM, USUAL_RATE_HZ, type JoinedInput, type JoinedMember, type Lookup } from '../rig';

/** Which devices share a clock, and how far those that do not drift apart. */

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

/** Light and wire formats of IEC 60958 and eight channels by light: who takes them runs by the clock of who sends them. */
const CLOCKED: ReadonlySet<DigitalFormat> = new Set(['spdif', 'adat']);

/** Every device that runs by the same clock as one: sound that comes as data brings its clock along. */
const sharing = (find: Lookup, device: string): ReadonlySet<string> => {
  const links = digitalLinks(find).filter(
    ({ format, channels }) => CLOCKED.has(format) && channels.length > 0,
  );
  const shared = new Set([device]);
  // A set walks what is added to it on the way.
  for (const one of shared)
    for (const { device: from, to } of links)
      if (from === one || to.device === one) for (const other of [from, to.device]) shared.add(other);
  return shared;
};

/** Members of a joined input that run by another clock than the one that leads, and are not made to follow it. */
export const driftingMembers = (find: Lookup, { members, clock }: JoinedInput): JoinedMember[] => {
  if (clock === null) return [];
  const shared = sharing(find, clock);
  return members.filter(({ device, resampled }) => !resampled && !shared.has(device));
};

/** Whether the members of a joined input run by more than one clock. */
export const hasSeveralClocks = (find: Lookup, { members }: JoinedInput): boolean => {
  const [first] = members;
  if (!first) return false;
  const shared = sharing(find, first.device);
  return members.some(({ device }) => !shared.has(device));
};
