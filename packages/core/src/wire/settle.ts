import { maxBy } from 'es-toolkit';
import { mixedPlaces } from '../feeds';
import { pointId } from '../flow';
import { isGrave, namedChannels, runChecks, toDoOf, type Fix } from '../checks';
import {
  channelCount,
  finish,
  keepCall,
  listenBest,
  mended,
  playBest,
  solve,
  streamOptions,
  tuned,
  type EngineMemory,
} from '../offers';
import { proposeInSteps } from '../propose';
import {
  applyEdit,
  combineEdits,
  freeTrackId,
  hasDriver,
  hasFarEnd,
  isRecorder,
  joinsInputs,
  listeningAlso,
  lookup,
  putApp,
  setDriver,
  takesSound,
  type App,
  type DeviceStream,
  type Edit,
  type Rig,
} from '../rig';
import type { Solver } from '../staging';

/** Everything that is no lead: what programs listen to, where they play, tracks, switches and gains. */

export interface Means {
  solver: Solver;
  memory: EngineMemory;
  isTimeUp: () => boolean;
}

const streamsThere = (rig: Rig, computer: string, side: 'input' | 'output') =>
  streamOptions(rig, computer, side).filter(({ isThere, channels }) => isThere && channels > 0);

const appIn = (rig: Rig, id: string): App => rig.apps.find((one) => one.id === id)!;

/** What a recorder is named after: a channel that carries several sounds is everyone’s. */
const EVERYONE = ['Everyone', 'Everyone, right'];

interface Recorded {
  rig: Rig;
  /** Who is on a channel of their own, and who is on one with others. */
  alone: Set<string>;
  heard: Set<string>;
  tracks: App['tracks'];
}

/** A recorder that hears one stream more, with a track for everyone it brings. */
const recordedWith = (rig: Rig, id: string, stream: DeviceStream, memory: EngineMemory): Recorded => {
  const app = appIn(rig, id);
  const { input, joins } = listeningAlso(rig, { ...app, tracks: [] }, stream);
  const listening = applyEdit(
    rig,
    combineEdits('', ...joins, putApp(rig, { ...app, input, tracks: [] })),
  ).rig;
  const solved = solve(listening, memory);
  const all = namedChannels(solved, appIn(listening, id));
  // What is no mix is whoever sounds loudest on it, whatever strays in.
  const mixed = mixedPlaces(solved.find, solved.graph);
  const at = all.map(({ device, point, who }) => {
    const place = pointId(device, point);
    if (!mixed.has(place)) return new Set(who === undefined ? [] : [who]);
    const on = solved.heard.everywhere.get(place);
    return new Set([...(on?.keys() ?? [])].map((source) => solved.graph.sources[source]!.name));
  });
  const alone = new Set<string>();
  const heard = new Set(at.flatMap((names) => [...names]));
  const tracks: App['tracks'] = [];
  all.forEach(({ channel, who }, index) => {
    if (who === undefined || at[index]!.size !== 1 || alone.has(who)) return;
    alone.add(who);
    tracks.push({ id: freeTrackId(tracks, 'track'), name: who, channel });
  });
  // Whoever is nowhere alone is kept with the others.
  if ([...heard].some((name) => !alone.has(name))) {
    const shared = all.filter(({ who }, index) => who !== undefined && at[index]!.size > 1);
    shared
      .slice(0, EVERYONE.length)
      .forEach(({ channel }, n) =>
        tracks.push({ id: freeTrackId(tracks, 'track'), name: EVERYONE[n]!, channel }),
      );
  }
  return {
    rig: applyEdit(listening, putApp(listening, { ...appIn(listening, id), tracks })).rig,
    alone,
    heard,
    tracks,
  };
};

/** A recorder that listens to nothing: the streams that bring most people, each on a track of their own where that can be. */
const recordAll = (rig: Rig, id: string, memory: EngineMemory): Rig => {
  const worth = ({ alone, heard }: Recorded) => alone.size * 100 + heard.size * 10;
  let best: Recorded = { rig, alone: new Set(), heard: new Set(), tracks: [] };
  const streams = streamsThere(rig, appIn(rig, id).computer, 'input');
  for (;;) {
    const next = maxBy(
      streams.map(({ device, stream }) => recordedWith(best.rig, id, { device, stream }, memory)),
      // Fewer channels for the same people.
      (one) => worth(one) - channelCount(one.rig, appIn(one.rig, id)) / 100,
    );
    if (!next || worth(next) <= worth(best)) return best.rig;
    best = next;
  }
};

/** Sounds that come to a program's listeners, less what comes back as an echo. */
const heardBy = (rig: Rig, id: string, memory: EngineMemory): number => {
  const solved = solve(rig, memory);
  const { posts, rows } = solved.feeds;
  const arriving = rows.filter((row) =>
    row.some(({ arrival }, at) => arrival !== undefined && posts[at]!.app === id),
  );
  const echoes = runChecks(solved).filter(({ code }) => code === 'caller-echo');
  return arriving.length - echoes.length * rows.length;
};

/** A program that hears not everyone by one stream: others of its computer joined to it, as long as more come. */
const listenAlso = (start: Rig, id: string, memory: EngineMemory): Rig => {
  let rig = start;
  if (!joinsInputs(lookup(rig), appIn(rig, id).computer)) return rig;
  for (const { device, stream } of streamsThere(rig, appIn(rig, id).computer, 'input')) {
    const app = appIn(rig, id);
    const { input, joins } = listeningAlso(rig, app, { device, stream });
    if (joins.length === 0) continue;
    const then = applyEdit(rig, combineEdits('', ...joins, putApp(rig, { ...app, input }))).rig;
    if (heardBy(then, id, memory) > heardBy(rig, id, memory)) rig = then;
  }
  return rig;
};

const isUnset = (rig: Rig, app: App, side: 'input' | 'output'): boolean => {
  const choice = app[side];
  if (choice === null) return true;
  return lookup(rig).streamsOf(choice, app.computer, side).length === 0;
};

const plays = ({ kind }: App): boolean => hasFarEnd(kind) || kind === 'player';

/** Whether a fix leaves all gear and every lead as it is. */
const isOfSettings = ({ edit }: Fix): boolean =>
  edit.steps.every(
    ({ collection }) => collection === 'devices' || collection === 'apps' || collection === 'joinedInputs',
  ) &&
  edit.steps.every(
    ({ collection, path }) => collection !== 'devices' || (path.length > 0 && path[0] !== 'model'),
  );

/** The rig with every program that listens to nothing given its place, and everything turned as it should be. */
export const settle = (start: Rig, { solver, memory, isTimeUp }: Means): Rig => {
  let rig = tuned(withDrivers(start, memory), memory);
  const apps = start.apps.map(({ id }) => id);
  for (const id of apps)
    if (plays(appIn(rig, id)) && isUnset(rig, appIn(rig, id), 'output')) {
      const app = appIn(rig, id);
      rig = applyEdit(rig, putApp(rig, { ...app, output: playBest(rig, app, memory) })).rig;
    }
  for (const id of apps) {
    const app = appIn(rig, id);
    if (isRecorder(app.kind) && (isUnset(rig, app, 'input') || app.tracks.length === 0))
      rig = recordAll(rig, id, memory);
  }
  rig = tuned(rig, memory);
  for (const id of apps) {
    const app = appIn(rig, id);
    if (takesSound(app.kind) && !isRecorder(app.kind) && isUnset(rig, app, 'input'))
      rig = listenAlso(applyEdit(rig, listenBest(rig, app, memory)).rig, id, memory);
  }
  for (const id of apps) {
    const app = appIn(rig, id);
    const kept = hasFarEnd(app.kind) && !isTimeUp() ? keepCall(rig, app, memory) : undefined;
    if (kept) rig = applyEdit(rig, kept).rig;
  }
  rig = mended(rig, memory, isOfSettings, isTimeUp);
  if (isTimeUp() || isFine(rig, memory)) return rig;
  const proposed = proposedSettings(rig, { solver, memory, isTimeUp });
  return proposed ? mended(applyEdit(rig, proposed).rig, memory, isOfSettings, isTimeUp) : rig;
};

/** With the maker's driver for whatever hangs on a computer and is not listed without. */
const withDrivers = (rig: Rig, memory: EngineMemory): Rig => {
  const { usb, find } = solve(rig, memory);
  const waiting = rig.devices.filter(({ id }) =>
    (usb.hostsOf.get(id) ?? []).some(({ computer }) => !hasDriver(find, computer, id)),
  );
  return waiting.reduce((now, device) => applyEdit(now, setDriver(now, device, true)).rig, rig);
};

const isFine = (rig: Rig, memory: EngineMemory): boolean => {
  const solved = solve(rig, memory);
  return !runChecks(solved).some(isGrave) && toDoOf(solved).length === 0;
};

const proposedSettings = (rig: Rig, { solver, memory, isTimeUp }: Means): Edit | undefined =>
  finish(proposeInSteps(rig, solver, memory, isTimeUp, true)).ways.find((way) =>
    isOfSettings({ label: '', edit: way.edit }),
  )?.edit;
