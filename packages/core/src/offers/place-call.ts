import { maxBy, minBy } from 'es-toolkit';
import { controlOf, deskControlId } from '../catalogue';
import { isGrave, runChecks, type Solved } from '../checks';
import {
  applyEdit,
  combineEdits,
  freeTrackId,
  listeningAlso,
  lookup,
  putApp,
  setControl,
  type App,
  type AppChoice,
  type DeviceStream,
  type Edit,
  type Rig,
} from '../rig';
import { streamOptions } from './apps';
import { makeEngineMemory, solve, type EngineMemory } from './solve-rig';

/** A call that is given its place: it hears everyone but itself, is heard here, and is kept where tracks are kept. */

/** The track on which a call is kept; a number behind it where that is taken. */
export const CALL_TRACK = 'call';
/** An echo weighs more than all the voices it comes with. */
const ECHO_WEIGHT = 100;
/** A pair of ears weighs more than all else that hears. */
const EARS_WEIGH = 100;
/** Something new that is wrong weighs more than one voice gained. */
const WRONG_WEIGHT = 4;

/** A stream a program may listen to, and what a desk has to be set to for it to carry what it carries. */
interface Listening {
  rig: Rig;
  stream: DeviceStream;
  edits: Edit[];
}

/** Whether another program hears by a stream: it is not set otherwise under its ears. */
const isTaken = (rig: Rig, app: string, { device, stream }: DeviceStream): boolean =>
  rig.apps.some(
    ({ id, input, computer }) =>
      id !== app &&
      lookup(rig)
        .streamsOf(input, computer, 'input')
        .some((one) => one.device === device && one.stream === stream),
  );

/** Every stream that is there for a program as it is, and set otherwise where nobody else listens to it. */
const listenings = (rig: Rig, { id, computer }: App, devices?: readonly string[]): Listening[] =>
  streamOptions(rig, computer, 'input')
    .filter(({ isThere, channels, device }) => isThere && channels > 0 && (devices?.includes(device) ?? true))
    .flatMap(({ device, stream }): Listening[] => {
      const asItIs = { rig, stream: { device, stream }, edits: [] };
      const kind = controlOf(lookup(rig).modelOf(device)!, deskControlId.kind(stream));
      if (kind?.kind !== 'choice' || isTaken(rig, id, { device, stream })) return [asItIs];
      return [
        asItIs,
        ...kind.options.map((option): Listening => {
          const set = setControl(rig, device, kind.id, option);
          return { rig: applyEdit(rig, set).rig, stream: { device, stream }, edits: [set] };
        }),
      ];
    });

/** How well a program hears: nothing of its own back, then as many voices and far ends as there are, and little else wrong. */
const worth = (rig: Rig, app: string, memory: EngineMemory): number => {
  const solved = solve(rig, memory);
  const { feeds } = solved;
  const wrong = runChecks(solved).filter(isGrave);
  const posts = feeds.posts.map((post) => post.app === app);
  const heard = feeds.rows.filter((row) => row.some(({ state }, at) => posts[at] && state === 'arrives'));
  const echoes = wrong.filter(({ code }) => code === 'caller-echo').length;
  return heard.length - echoes * ECHO_WEIGHT - wrong.length * WRONG_WEIGHT;
};

/** A program and the stream by which it hears best, never itself. @param devices what it may listen to; absent: anything */
export const listenBest = (
  rig: Rig,
  app: App,
  memory: EngineMemory = makeEngineMemory(),
  devices?: readonly string[],
): Edit => {
  const tried = listenings(rig, app, devices).map((one) => {
    const put = putApp(one.rig, { ...app, input: one.stream });
    return { edits: [...one.edits, put], worth: worth(applyEdit(one.rig, put).rig, app.id, memory) };
  });
  const label = `Add ${app.name}`;
  const best = maxBy(tried, (one) => one.worth);
  return best ? combineEdits(label, ...best.edits) : { ...putApp(rig, app), label };
};

/** The tracks on which a call is, and how many other sounds are on each. */
const tracksOf = ({ feeds: { speakers, posts, rows } }: Pick<Solved, 'feeds'>, call: string): number[] => {
  const row = rows[speakers.findIndex(({ ref }) => 'app' in ref && ref.app === call)] ?? [];
  return posts.flatMap(({ kind }, at) =>
    kind === 'track' && row[at]?.state === 'arrives'
      ? [rows.filter((one) => one !== row && one[at]!.state === 'arrives').length]
      : [],
  );
};

/**
 * A track for a call that is kept on none, where a recorder can be given one: by a stream the recorder hears, or one more that is
 * joined to it. Undefined: it is kept, nobody records, or no stream carries it.
 */
export const keepCall = (
  rig: Rig,
  call: App,
  memory: EngineMemory = makeEngineMemory(),
): Edit | undefined => {
  const before = solve(rig, memory);
  if (tracksOf(before, call.id).length > 0) return undefined;
  const wrong = runChecks(before).filter(isGrave).length;
  const tried = rig.apps
    .filter(({ kind }) => kind === 'recorder')
    .flatMap((app) =>
      listenings(rig, app).flatMap(({ rig: set, stream, edits }) => {
        const { input, channel, joins } = listeningAlso(set, app, stream);
        const keep = (name: string) =>
          combineEdits(
            `Keep ${call.name} on a track`,
            ...edits,
            ...joins,
            putApp(set, {
              ...app,
              input,
              tracks: [...app.tracks, { id: freeTrackId(app.tracks, CALL_TRACK), name, channel }],
            }),
          );
        const next = solve(applyEdit(rig, keep(call.name)).rig, memory);
        const [beside] = tracksOf(next, call.id);
        if (beside === undefined || runChecks(next).filter(isGrave).length > wrong) return [];
        return [{ beside, edit: keep(beside > 0 ? `Everyone with ${call.name}` : call.name) }];
      }),
    );
  return minBy(tried, ({ beside }) => beside)?.edit;
};

/** Where most ears hear what a program plays, then most of all; as it is where nobody would. */
export const playBest = (rig: Rig, app: App, memory: EngineMemory = makeEngineMemory()): AppChoice | null => {
  const heardBy = (output: AppChoice): number => {
    const { feeds } = solve(applyEdit(rig, putApp(rig, { ...app, input: null, output })).rig, memory);
    const row = feeds.rows[feeds.speakers.findIndex(({ ref }) => 'app' in ref && ref.app === app.id)] ?? [];
    const arriving = feeds.posts.filter((_, at) => row[at]?.arrival !== undefined);
    return arriving.length + arriving.filter(({ kind }) => kind === 'ears').length * EARS_WEIGH;
  };
  const outputs = streamOptions(rig, app.computer, 'output')
    .filter(({ isThere, channels }) => isThere && channels > 0)
    .map(({ device, stream }): AppChoice => ({ device, stream }));
  return maxBy(outputs, heardBy) ?? app.output;
};

/** The computer a call runs on where nobody says: one that has none, the one that records first. */
export const computerForCall = (rig: Rig): string | undefined => {
  const find = lookup(rig);
  const computers = rig.devices.filter(({ id }) => find.modelOf(id)?.kind === 'computer').map(({ id }) => id);
  const runs = (kind: App['kind']) => (id: string) =>
    rig.apps.some((app) => app.computer === id && app.kind === kind);
  const free = computers.filter((id) => !runs('call')(id));
  return free.find(runs('recorder')) ?? free[0] ?? computers[0];
};

/**
 * A new call on a computer: played where most ears hear it, listening where it hears everyone but itself, and kept on a track where
 * tracks are kept.
 */
export const placeCall = (rig: Rig, app: App, memory: EngineMemory = makeEngineMemory()): Edit => {
  const output = playBest(rig, app, memory);
  const listens = listenBest(rig, { ...app, output }, memory);
  const then = applyEdit(rig, listens).rig;
  const kept = keepCall(
    then,
    then.apps.find(({ id }) => id === app.id)!,
    memory,
  );
  return combineEdits(`Add ${app.name}`, listens, ...(kept ? [kept] : []));
};
