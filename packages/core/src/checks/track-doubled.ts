import { listed } from '../feeds';
import { channelsOn } from '../flow';
import { standsIn } from '../rig';
import { dbFromRatio } from '../units';
import { figureText, finding, type Check, type Found } from './finding';
import { takeFree, takeFreeEach, withoutTracks } from './fixes/tracks';
import { capital } from './meant';
import { namedChannels } from './named-channels';

/** Tracks of one recorder take the same channel: the same sound twice, and often somebody else's not at all. */
export const trackDoubled: Check = (solved) =>
  solved.rig.apps.flatMap((app): Found[] => {
    const count = channelsOn(solved.find, solved.usb, app, 'input').length;
    const byChannel = new Map<number, (typeof app.tracks)[number][]>();
    for (const track of app.tracks.filter(({ channel }) => channel <= count))
      byChannel.set(track.channel, [...(byChannel.get(track.channel) ?? []), track]);
    return [...byChannel].flatMap(([channel, tracks]): Found[] => {
      if (tracks.length < 2) return [];
      const named = namedChannels(solved, app);
      const who = named.find((one) => one.channel === channel)?.who;
      const unheard = named.filter(
        (one) => one.who !== undefined && !app.tracks.some((track) => track.channel === one.channel),
      );
      // The one that is named after what is on it stays.
      const [keeps = tracks[0]!] = tracks.filter(({ name }) => who !== undefined && standsIn(who, name));
      const others = tracks.filter(({ id }) => id !== keeps.id);
      const nobody =
        unheard.length > 0
          ? ` Nobody records ${unheard.map((one) => `channel ${one.channel}, ${one.who}`).join('; ')}.`
          : '';
      const all = tracks.length === 2 ? 'both' : 'all';
      return [
        finding({
          code: 'track-doubled',
          severity: 'caution',
          title: `Tracks ${listed(tracks.map(({ name }) => name))} ${all} record channel ${channel}`,
          why: `${capital(all)} hold ${who ?? 'the same sound'}: it is no safer for it, and ${figureText(dbFromRatio(tracks.length), 0)} dB louder when ${all} are played.${nobody} Give each track a channel of its own, or leave one of them.`,
          places: [{ device: app.computer }],
          about: [{ device: app.computer, control: `${app.id} channel ${channel}` }],
          figures: [
            {
              label: 'Tracks on this channel',
              value: tracks.length,
              unit: '',
              from: `tracks of ${app.name}`,
            },
          ],
          propose: () => [
            ...(others.length === 1 ? takeFree(solved, app, others[0]!) : takeFreeEach(solved, app, others)),
            withoutTracks(solved, app, others),
          ],
        }),
      ];
    });
  });
