import { sortBy } from 'es-toolkit';
import { channelsOn } from '../flow';
import { standsIn, trackWords } from '../rig';
import { finding, type Check, type Found } from './finding';
import { chooseElsewhere, takeIt } from './fixes/listening';
import { takeFree, withoutTracks } from './fixes/tracks';

/** A track takes a channel that what its recorder listens to has not: it stays empty. */
export const channelUnmapped: Check = (solved) => {
  const { rig, find, usb } = solved;
  return rig.apps.flatMap((app): Found[] => {
    const count = channelsOn(find, usb, app, 'input').length;
    // With none at all another finding says so.
    if (count === 0) return [];
    return app.tracks
      .filter(({ channel }) => channel > count)
      .map((track) =>
        finding({
          code: 'channel-unmapped',
          severity: 'fault',
          title: `${trackWords(track, 'Track')} takes channel ${track.channel} of ${count}: it stays empty`,
          why: `What ${app.name} on ${find.nameOf(app.computer)} listens to has ${count === 1 ? 'one channel' : `${count} channels`}. Numbers go on from one joined device to the next; a device that was taken out, put in another place or set to another stream moves them. Let the track take the channel its sound is on.`,
          places: [{ device: app.computer }],
          about: [{ device: app.computer, control: `${app.id} ${track.id}` }],
          figures: [
            { label: 'Channel it takes', value: track.channel, unit: '', from: trackWords(track) },
            {
              label: 'Channels there are',
              value: count,
              unit: '',
              from: 'streams it listens to, as plugged',
            },
          ],
          propose: () => [
            ...takeFree(solved, app, track),
            // Whoever it is named after, or is on no track yet, comes to a device that is not among those it hears.
            ...sortBy(
              rig.people.filter(
                ({ id, name }) =>
                  standsIn(name, track.name) ||
                  !solved.strands.some(({ person, arrives }) => person === id && arrives),
              ),
              [({ name }) => (standsIn(name, track.name) ? 0 : 1)],
            ).flatMap(({ id }) => takeIt(solved, id, app.id)),
            ...chooseElsewhere(solved, app, 'input'),
            withoutTracks(solved, app, [track]),
          ],
        }),
      );
  });
};
