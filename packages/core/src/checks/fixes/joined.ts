import { ledBy, putJoined, withMembers, type JoinedInput } from '../../rig';
import type { Fix, Solved } from '../finding';

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
