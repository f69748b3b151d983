import { hasSeveralClocks } from '../../host';
import { putJoined, type JoinedInput } from '../../rig';
import type { Fix, Solved } from '../finding';

/** Fixes of a joined input: who leads, and who is made to follow. */

const changed = ({ rig }: Solved, next: JoinedInput, label: string): Fix => ({
  label,
  edit: { ...putJoined(rig, next), label },
});

/** The same with one device leading and every other made to follow it. */
const ledBy = ({ find }: Solved, joined: JoinedInput, clock: string): JoinedInput => ({
  ...joined,
  clock,
  members: joined.members.map((member) => ({
    ...member,
    resampled:
      member.device !== clock &&
      (member.resampled ||
        hasSeveralClocks(find, { ...joined, members: [{ ...member, device: clock }, member] })),
  })),
});

/** One of its devices, but the one that leads, leads instead; the first is as good as any. */
export const letLead = (solved: Solved, joined: JoinedInput): Fix[] => {
  const devices = new Set(joined.members.map(({ device }) => device));
  if (joined.clock !== null) devices.delete(joined.clock);
  return [...devices].map((clock) =>
    changed(
      solved,
      ledBy(solved, joined, clock),
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
