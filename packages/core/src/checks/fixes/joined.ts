import { ledBy, putJoined, withMembers, type DeviceStream, type JoinedInput } from '../../rig';
import type { Fix, Solved } from '../finding';
import { streamsAt } from './listening';

/** Fixes of a joined input: who leads, and who is made to follow. */

const changed = ({ rig }: Solved, next: JoinedInput, label: string): Fix => ({
  label,
  edit: { ...putJoined(rig, next), label },
});

/** One of its devices, but the one that leads, leads instead; the first is as good as any. */
export const letLead = (solved: Solved, joined: JoinedInput): Fix[] => {
  const devices = new Set(joined.members.map(({ device }) => device));
  if (joined.clock !== null) devices.delete(joined.clock);
  return [...devices].map((clock) =>
    changed(
      solved,
      ledBy(joined, clock),
      `Let ${solved.find.device(clock)?.name ?? clock} lead ${joined.name}, and resample the others`,
    ),
  );
};

/** Every member that runs by a clock of its own is made to follow. */
export const resampleOthers = (solved: Solved, joined: JoinedInput, others: readonly string[]): Fix[] => [
  changed(
    solved,
    {
      ...joined,
      members: joined.members.map((member) =>
        others.includes(member.device) ? { ...member, resampled: true } : member,
      ),
    },
    others.length === 1
      ? `Resample ${solved.find.device(others[0]!)?.name ?? others[0]!}`
      : `Resample the ${others.length} that drift`,
  ),
];

/** The entry of the same device that has inputs, in place of one that has none; where it has none, the joined input without it. */
export const channelsInstead = (solved: Solved, joined: JoinedInput, entry: DeviceStream): Fix[] => {
  const name = solved.find.device(entry.device)?.name ?? entry.device;
  const isIt = ({ device, stream }: DeviceStream) => device === entry.device && stream === entry.stream;
  const has = (one: DeviceStream) =>
    joined.members.some((member) => member.device === one.device && member.stream === one.stream);
  return [
    ...streamsAt(solved, { computer: joined.computer })
      .filter((one) => one.device === entry.device && !has(one))
      .map(({ stream, label }) =>
        changed(
          solved,
          {
            ...joined,
            members: joined.members.map((member) => (isIt(member) ? { ...member, stream } : member)),
          },
          `Take “${label}” of ${name} into ${joined.name}`,
        ),
      ),
    changed(
      solved,
      withMembers(
        joined,
        joined.members.filter((member) => !isIt(member)),
      ),
      `Take the entry without inputs out of ${joined.name}`,
    ),
  ];
};

/** The joined input without those of its devices that are not there: the others go on. */
export const withoutMissing = (solved: Solved, joined: JoinedInput, missing: readonly string[]): Fix[] => {
  const left = joined.members.filter(({ device }) => !missing.includes(device));
  if (left.length === 0) return [];
  const names = missing.map((device) => solved.find.device(device)?.name ?? device).join(', ');
  const next = withMembers(joined, left);
  const leading = next.clock ?? left[0]!.device;
  return [
    changed(solved, next.clock === null ? ledBy(next, leading) : next, `Take ${names} out of ${joined.name}`),
  ];
};
