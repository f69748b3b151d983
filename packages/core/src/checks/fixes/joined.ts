import {
  allMembers,
  ledBy,
  membersOn,
  putJoined,
  withEachMember,
  withMember,
  withMembers,
  type DeviceStream,
  type JoinedInput,
  type Side,
} from '../../rig';
import type { Fix, Solved } from '../finding';
import { streamsAt } from './listening';

/** Fixes of a joined input: who leads, and who is made to follow. */

const changed = ({ rig }: Solved, next: JoinedInput, label: string): Fix => ({
  label,
  edit: { ...putJoined(rig, next), label },
});

/** One of its devices, but the one that leads, leads instead; the first is as good as any. */
export const letLead = (solved: Solved, joined: JoinedInput): Fix[] => {
  const devices = new Set(allMembers(joined).map(({ device }) => device));
  if (joined.clock !== null) devices.delete(joined.clock);
  return [...devices].map((clock) =>
    changed(
      solved,
      ledBy(joined, clock),
      `Let ${solved.find.nameOf(clock)} lead ${joined.name}, and resample the others`,
    ),
  );
};

/** Every member that runs by a clock of its own is made to follow. */
export const resampleOthers = (solved: Solved, joined: JoinedInput, others: readonly string[]): Fix[] => [
  changed(
    solved,
    withEachMember(joined, (member) =>
      others.includes(member.device) ? { ...member, resampled: true } : member,
    ),
    others.length === 1
      ? `Resample ${solved.find.nameOf(others[0]!)}`
      : `Resample the ${others.length} that drift`,
  ),
];

/** The entry of the same device that has channels on that side, in place of one that has none; where it has none, the joined input without it. */
export const channelsInstead = (
  solved: Solved,
  joined: JoinedInput,
  entry: DeviceStream,
  side: Side,
): Fix[] => {
  const name = solved.find.nameOf(entry.device);
  const isIt = ({ device, stream }: DeviceStream) => device === entry.device && stream === entry.stream;
  const there = membersOn(joined, side);
  const has = (one: DeviceStream) =>
    there.some((member) => member.device === one.device && member.stream === one.stream);
  return [
    ...streamsAt(solved, { computer: joined.computer }, side)
      .filter((one) => one.device === entry.device && !has(one))
      .map(({ stream, label }) =>
        changed(
          solved,
          withMembers(
            joined,
            there.map((member) => (isIt(member) ? { ...member, stream } : member)),
            side,
          ),
          `Take “${label}” of ${name} into ${joined.name}`,
        ),
      ),
    changed(
      solved,
      withMembers(
        joined,
        there.filter((member) => !isIt(member)),
        side,
      ),
      `Take the entry without ${side}s out of ${joined.name}`,
    ),
  ];
};

/** Streams with outputs become outputs of a joined input that has none; of its own devices first, who leads before all. */
export const outputsFor = (solved: Solved, joined: JoinedInput): Fix[] => {
  const inIt = new Set(allMembers(joined).map(({ device }) => device));
  const rank = (device: string) => (device === joined.clock ? 0 : inIt.has(device) ? 1 : 2);
  return [...streamsAt(solved, { computer: joined.computer }, 'output')]
    .sort((a, b) => rank(a.device) - rank(b.device))
    .map((one) =>
      changed(
        solved,
        withMember(joined, one, 'output'),
        `Let ${joined.name} play into “${one.label}” of ${solved.find.nameOf(one.device)}`,
      ),
    );
};

/** The joined input without those of its devices that are not there: the others go on. */
export const withoutMissing = (solved: Solved, joined: JoinedInput, missing: readonly string[]): Fix[] => {
  const next = withEachMember(joined, (member) => (missing.includes(member.device) ? undefined : member));
  const [first] = allMembers(next);
  if (!first) return [];
  const names = missing.map(solved.find.nameOf).join(', ');
  const leading = next.clock ?? first.device;
  return [
    changed(solved, next.clock === null ? ledBy(next, leading) : next, `Take ${names} out of ${joined.name}`),
  ];
};
