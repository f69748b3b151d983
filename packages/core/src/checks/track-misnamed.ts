import { listed, type Speaker } from '../feeds';
import { pointId } from '../flow';
import { levelAt } from '../gain';
import { putApp, standsIn, trackWords, type App, type Track } from '../rig';
import { finding, type Check, type Fix, type Found, type Solved } from './finding';
import { onChannel } from './fixes/tracks';
import { namedChannels, type NamedChannel } from './named-channels';

/** Whoever a track is named after is not it where somebody else is louder on it by more than this, dB. Common practice, no published source. */
const BEHIND_DB = 6;

/** A track on which somebody else is than its name says. */
interface Misnamed {
  track: Track;
  /** Who is on it. */
  who: string;
  /** Who it is named after, and the channel on which they are. */
  named: Speaker;
  is: NamedChannel;
  /** How loud either is there, dBFS; −∞ where nothing of it comes. */
  level: number;
  namedLevel: number;
}

const misnamedOf = (solved: Solved, app: App, channels: readonly NamedChannel[]): Misnamed[] => {
  const { feeds, heard, graph } = solved;
  const levelOn = ({ device, point }: NamedChannel, index: number) =>
    levelAt(heard, graph.sources[index]!, index, pointId(device, point)) ?? -Infinity;
  return app.tracks.flatMap((track): Misnamed[] => {
    const on = channels.find(({ channel }) => channel === track.channel);
    if (on?.source === undefined || standsIn(on.who!, track.name)) return [];
    // Two tracks on one channel are told as that.
    if (app.tracks.some(({ id, channel }) => id !== track.id && channel === track.channel)) return [];
    const named = feeds.speakers.filter(({ name }) => standsIn(name, track.name));
    const [one] = named;
    // Several names stand for a mix, and one of them may well be louder.
    if (!one || named.length > 1) return [];
    const best = (channel: NamedChannel) => Math.max(...one.indexes.map((index) => levelOn(channel, index)));
    const [level, namedLevel] = [levelOn(on, on.source), best(on)];
    const is = channels.find(({ source }) => source !== undefined && one.indexes.includes(source));
    return level - namedLevel > BEHIND_DB && is
      ? [{ track, who: on.who!, named: one, is, level, namedLevel }]
      : [];
  });
};

const isOn = ({ is }: Misnamed, { channel }: Track): boolean => channel === is.channel;

/** The track takes the channel of whoever it is named after; whatever track has it takes the other. */
const exchange = ({ rig }: Solved, app: App, one: Misnamed): Fix => {
  const other = app.tracks.find((track) => isOn(one, track));
  const moved = onChannel(app, one.track, one.is.channel);
  const label = other
    ? `Exchange the channels of ${trackWords(one.track)} and ${trackWords(other)}`
    : `Let ${trackWords(one.track)} take channel ${one.is.channel}, ${one.named.name}`;
  const next = other ? onChannel(moved, other, one.track.channel) : moved;
  return { label, edit: { ...putApp(rig, next), label } };
};

/** The track is called after whoever is on it. */
const rename = ({ rig }: Solved, app: App, all: readonly Misnamed[]): Fix => {
  const label = `Call ${listed(all.map(({ track, who }) => `${trackWords(track)} “${who}”`))}`;
  const tracks = app.tracks.map((track) => {
    const own = all.find((one) => one.track.id === track.id);
    return own ? { ...track, name: own.who } : track;
  });
  return { label, edit: { ...putApp(rig, { ...app, tracks }), label }, isLastResort: true };
};

/** Somebody else is on a track than its name says: whoever edits it later cuts the wrong voice. */
export const trackMisnamed: Check = (solved) =>
  solved.rig.apps.flatMap((app): Found[] => {
    if (app.tracks.length === 0) return [];
    const all = misnamedOf(solved, app, namedChannels(solved, app));
    const told = new Set<string>();
    return all.flatMap((one): Found[] => {
      if (told.has(one.track.id)) return [];
      // Two that have changed places are one mistake.
      const pair = all.filter((other) => other === one || (isOn(one, other.track) && isOn(other, one.track)));
      for (const { track } of pair) told.add(track.id);
      const names = pair.map(({ track }) => trackWords(track, 'Track'));
      return [
        finding({
          code: 'track-misnamed',
          severity: 'caution',
          title:
            pair.length > 1
              ? `${listed(names)} hold each other’s voice`
              : `${names[0]} holds ${one.who}, not ${one.named.inSentence}`,
          why: `${one.named.name} is on channel ${one.is.channel}, and ${trackWords(one.track)} takes channel ${one.track.channel}, where ${one.who} is. Whoever edits it later turns and cuts the wrong one.`,
          places: [{ device: app.computer }],
          about: [{ device: app.computer, control: `${app.id} ${one.track.id}` }],
          figures: [
            [one.who, one.level] as const,
            // What does not come there at all has no level.
            ...(Number.isFinite(one.namedLevel) ? [[one.named.name, one.namedLevel] as const] : []),
          ].map(([name, value]) => ({
            label: `${name} on channel ${one.track.channel}`,
            value,
            unit: 'dBFS',
            from: 'arrivals, all ways together',
          })),
          propose: () => [exchange(solved, app, one), rename(solved, app, pair)],
        }),
      ];
    });
  });
