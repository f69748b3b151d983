import type { Solved } from '../checks';
import { inSentence } from '../feeds';
import { appChannels } from '../flow';
import { removeLead, tryEdit, type AppChoice } from '../rig';
import { makeEngineMemory, solve, type EngineMemory } from './solve-rig';

/** What would happen, were one lead pulled out now. */
export interface PulledPlug {
  lead: string;
  /** Who would be heard no more, and where. */
  quiet: { who: string; where: string[] }[];
  /** Joined inputs that would go down with all they hold. */
  down: string[];
  /** Programs that would have nothing to listen to. */
  deaf: string[];
}

/** Who is heard where, as `speaker post`. */
const heardIn = ({ feeds }: Solved): Set<string> =>
  new Set(
    feeds.rows.flatMap((row) =>
      row.flatMap(({ arrival, speaker, post }) => (arrival ? [`${speaker} ${post}`] : [])),
    ),
  );

/** Pulls a lead on a copy of the rig, and says what is quiet then. Undefined where there is no such lead. */
export const pullPlug = (
  before: Solved,
  lead: string,
  memory: EngineMemory = makeEngineMemory(),
): PulledPlug | undefined => {
  const { rig, feeds, find } = before;
  if (!find.lead(lead)) return undefined;
  const pulled = tryEdit(rig, removeLead(rig, lead));
  if (!pulled.ok) return undefined;
  const then = solve(pulled.rig, memory);
  const heard = heardIn(then);
  const quiet = feeds.speakers.flatMap(({ id, name }, row) => {
    const where = feeds.posts.flatMap((post, at) =>
      feeds.rows[row]![at]!.arrival && !heard.has(`${id} ${post.id}`) ? [inSentence(post.name)] : [],
    );
    return where.length > 0 ? [{ who: name, where }] : [];
  });
  const channels = (solved: Solved, computer: string, choice: AppChoice | null) =>
    appChannels(solved.find, solved.usb, computer, choice).length;
  const isLost = (computer: string, choice: AppChoice | null) =>
    channels(before, computer, choice) > 0 && channels(then, computer, choice) === 0;
  return {
    lead,
    quiet,
    down: rig.joinedInputs
      .filter(({ id, computer }) => isLost(computer, { joined: id }))
      .map(({ name }) => name),
    deaf: rig.apps.filter(({ input, computer }) => isLost(computer, input)).map(({ name }) => name),
  };
};
