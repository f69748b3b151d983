import type { Solved } from '../checks';
import { inSentence } from '../feeds';
import { appChannels, obstaclesTo, type Chooser } from '../flow';
import {
  movedTracks,
  removeLead,
  SIDES,
  tryEdit,
  withEachMember,
  type AppChoice,
  type DeviceStream,
  type JoinedInput,
  type Side,
} from '../rig';
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
  /** Programs that would have nothing to play into. */
  mute: string[];
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
  const channels = (solved: Solved, chooser: Chooser, choice: AppChoice | null, side: Side) =>
    appChannels(solved.find, solved.usb, chooser, side, choice).length;
  const isLost = (chooser: Chooser, choice: AppChoice | null, side: Side) =>
    channels(before, chooser, choice, side) > 0 && channels(then, chooser, choice, side) === 0;
  const isDown = ({ id, computer }: JoinedInput) =>
    SIDES.some((side) => isLost({ computer }, { joined: id }, side));
  return {
    lead,
    quiet,
    down: rig.joinedInputs.filter(isDown).map(({ name }) => name),
    restart: rig.apps
      .filter((app) => app.restarts && isLost(app, app.input, 'input'))
      .map(({ name }) => name),
    moved: rig.joinedInputs.flatMap((joined) => {
      const gone = obstaclesTo(then.find, then.usb, { computer: joined.computer }, 'input', {
        joined: joined.id,
      });
      const isGone = ({ device, stream }: DeviceStream) =>
        gone.some((one) => one.device === device && one.stream === stream);
      if (gone.length === 0 || !isDown(joined)) return [];
      const without = withEachMember(joined, (member) => (isGone(member) ? undefined : member));
      return movedTracks(rig, without).flatMap(({ app, name, from, to }) =>
        to === undefined ? [] : [{ app: find.app(app)?.name ?? app, track: name, from, to }],
      );
    }),
    deaf: rig.apps.filter((app) => isLost(app, app.input, 'input')).map(({ name }) => name),
    mute: rig.apps.filter((app) => isLost(app, app.output, 'output')).map(({ name }) => name),
  };
};
