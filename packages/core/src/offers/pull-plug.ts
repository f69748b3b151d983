import type { Solved } from '../checks';
import { inSentence } from '../feeds';
import { appChannels, obstaclesTo, type Chooser } from '../flow';
import { movedTracks, removeLead, tryEdit, withMembers, type AppChoice, type DeviceStream } from '../rig';
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
  /** Programs that would have to be started again once it is back. */
  restart: string[];
  /** Tracks whose channel would get another number, were what is gone taken out of what it is joined to. */
  moved: { app: string; track: string; from: number; to: number }[];
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
  const channels = (solved: Solved, chooser: Chooser, choice: AppChoice | null) =>
    appChannels(solved.find, solved.usb, chooser, 'input', choice).length;
  const isLost = (chooser: Chooser, choice: AppChoice | null) =>
    channels(before, chooser, choice) > 0 && channels(then, chooser, choice) === 0;
  return {
    lead,
    quiet,
    down: rig.joinedInputs
      .filter(({ id, computer }) => isLost({ computer }, { joined: id }))
      .map(({ name }) => name),
    restart: rig.apps.filter((app) => app.restarts && isLost(app, app.input)).map(({ name }) => name),
    moved: rig.joinedInputs.flatMap((joined) => {
      const gone = obstaclesTo(then.find, then.usb, { computer: joined.computer }, 'input', {
        joined: joined.id,
      });
      const isGone = ({ device, stream }: DeviceStream) =>
        gone.some((one) => one.device === device && one.stream === stream);
      if (gone.length === 0 || !isLost({ computer: joined.computer }, { joined: joined.id })) return [];
      const without = withMembers(
        joined,
        joined.members.filter((member) => !isGone(member)),
      );
      return movedTracks(rig, without).flatMap(({ app, name, from, to }) =>
        to === undefined ? [] : [{ app: find.app(app)?.name ?? app, track: name, from, to }],
      );
    }),
    deaf: rig.apps.filter((app) => isLost(app, app.input)).map(({ name }) => name),
  };
};
