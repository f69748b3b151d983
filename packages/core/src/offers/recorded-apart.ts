import type { Solved } from '../checks';
import { clocksOf, driftOf } from '../host';
import { isReallyHeard } from '../gain';
import { DEFAULT_SHOW_HOURS, listensToJoined, type App } from '../rig';

/** Two recordings of one show that are counted by clocks of their own. */
export interface RecordedApart {
  /** "Recorder", "Camera". */
  a: string;
  b: string;
  /** How far they may be apart when the show is over, milliseconds. */
  ms: number;
}

/** Who keeps a recording, where, and by whose clock it counts. */
interface Keeper {
  name: string;
  /** The computer it runs on, or itself. */
  device: string;
  clock: string;
}

/** The device whose clock a program records by. */
const clockOfApp = ({ rig, find }: Solved, app: App): string | undefined => {
  const joined = rig.joinedInputs.find(({ id }) => listensToJoined(rig, app, id));
  return joined?.clock ?? find.streamsOf(app.input, app.computer, 'input')[0]?.device;
};

const keepersOf = (solved: Solved): Keeper[] => {
  const { rig, find, heard } = solved;
  const { leaderOf } = clocksOf(find);
  const kept = heard.sinks.filter(
    ({ node, kind }) =>
      (kind === 'track' || kind === 'camera') &&
      heard.arrivals.some((arrival) => arrival.sink === node && isReallyHeard(arrival)),
  );
  const programs = rig.apps
    .filter(({ id }) => kept.some(({ app }) => app === id))
    .flatMap((app): Keeper[] => {
      const clock = clockOfApp(solved, app);
      return clock === undefined ? [] : [{ name: app.name, device: app.computer, clock: leaderOf(clock) }];
    });
  const devices = new Set(kept.flatMap(({ app, device }) => (app === undefined ? [device] : [])));
  return [
    ...programs,
    ...[...devices].map((device) => ({
      name: find.nameOf(device),
      device,
      clock: leaderOf(device),
    })),
  ];
};

/** Every two recordings that drift apart, one of them kept by a device. @param device a computer, a camera, a recorder */
export const recordedApart = (solved: Solved, device: string): RecordedApart[] => {
  const keepers = keepersOf(solved);
  const hours = solved.rig.assumptions.showHours ?? DEFAULT_SHOW_HOURS;
  return keepers.flatMap((one, at) =>
    keepers
      .slice(at + 1)
      .flatMap((other): RecordedApart[] =>
        one.clock !== other.clock && (one.device === device || other.device === device)
          ? [{ a: one.name, b: other.name, ms: driftOf(solved.find).msPerHour * hours }]
          : [],
      ),
  );
};
