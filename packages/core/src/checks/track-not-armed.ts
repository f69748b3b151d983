import { isReallyHeard } from '../gain';
import { putApp, trackWords, withArmed, type App, type Track } from '../rig';
import { finding, type Check, type Fix, type Found, type Solved } from './finding';
import { namedChannels, type NamedChannel } from './named-channels';

/** Whether a sound is kept by anything that records. */
const isKept = ({ heard }: Solved, { source }: NamedChannel): boolean => {
  const keeping = new Set(
    heard.sinks.filter(({ kind }) => kind === 'track' || kind === 'camera').map(({ node }) => node),
  );
  return heard.bySource[source!]!.some((arrival) => isReallyHeard(arrival) && keeping.has(arrival.sink));
};

/** The recorder with some tracks armed. */
const armed = ({ rig }: Solved, app: App, chosen: readonly Track[]): Fix => {
  const label =
    chosen.length === 1 ? `Arm ${trackWords(chosen[0]!)}` : `Arm the ${chosen.length} tracks somebody is on`;
  const ids = chosen.map(({ id }) => id);
  return { label, edit: { ...putApp(rig, withArmed(app, ids, true)), label } };
};

/** Somebody is on the channel of a track that is not armed, and nothing else records them. */
export const trackNotArmed: Check = (solved) =>
  solved.rig.apps.flatMap((app): Found[] => {
    const off = app.tracks.filter(({ isArmed }) => isArmed === false);
    if (off.length === 0) return [];
    const byChannel = new Map(namedChannels(solved, app).map((one) => [one.channel, one]));
    const lost = off.flatMap((track) => {
      const there = byChannel.get(track.channel);
      return there?.who !== undefined && !isKept(solved, there) ? [{ track, who: there.who }] : [];
    });
    if (lost.length === 0) return [];
    const who = [...new Set(lost.map((one) => one.who))].join(', ');
    const tracks = lost.map(({ track }) => track);
    return [
      finding({
        code: 'track-not-armed',
        severity: 'fault',
        title: `${who} would not be recorded: ${tracks.map(({ name }) => name).join(', ')} not armed`,
        why: `A track that is not armed shows its level and records nothing. Nothing else of this rig records ${who}. Arm ${tracks.length === 1 ? 'it' : 'them'} before the show begins.`,
        places: [{ device: app.computer }],
        about: [{ device: app.computer, control: app.id }],
        figures: [
          {
            label: 'Armed',
            value: app.tracks.length - off.length,
            unit: '',
            from: `of ${app.tracks.length} tracks of ${app.name}`,
          },
        ],
        propose: () => [armed(solved, app, tracks)],
      }),
    ];
  });
