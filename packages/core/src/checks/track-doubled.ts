import { channelsOn } from '../flow';
import { finding, type Check, type Found } from './finding';
import { takeFree, withoutTracks } from './fixes/tracks';
import { namedChannels } from './named-channels';

/** Two tracks of one recorder take the same channel: the same sound twice, and often somebody else's not at all. */
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
      const [keeps = tracks[0]!] = tracks.filter(({ name }) => who !== undefined && name.includes(who));
      const others = tracks.filter(({ id }) => id !== keeps.id);
      const nobody =
        unheard.length > 0
          ? ` Nobody records ${unheard.map((one) => `channel ${one.channel}, ${one.who}`).join('; ')}.`
          : '';
      return [
        finding({
          code: 'track-doubled',
          severity: 'caution',
          title: `Tracks ${tracks.map(({ name }) => name).join(' and ')} both record channel ${channel}`,
          why: `Both hold ${who ?? 'the same sound'}: it is no safer for it, and 6 dB louder when both are played.${nobody} Give each track a channel of its own, or take one away.`,
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
            ...(others.length === 1 ? takeFree(solved, app, others[0]!) : []),
            withoutTracks(solved, app, others),
          ],
        }),
      ];
    });
  });
