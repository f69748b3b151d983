import { channelsOn, isStale, startAgain } from '../flow';
import { asFix, finding, type Check } from './finding';

/** A program that does not notice changes was started before what it listens to became what it is. */
export const appRestartNeeded: Check = (solved) => {
  const { rig, find, usb } = solved;
  return rig.apps
    .filter((app) => isStale(find, usb, app))
    .map((app) => {
      const then = app.openedWith!.reduce((sum, { channels }) => sum + channels, 0);
      const now = channelsOn(find, usb, app, 'input').length;
      const lost = app.tracks.filter(({ channel }) => channel > then && channel <= now);
      const devices = [...new Set(app.openedWith!.map(({ device }) => device))];
      return finding({
        code: 'app-restart-needed',
        severity: lost.length > 0 || (app.kind !== 'recorder' && then === 0) ? 'fault' : 'caution',
        title:
          then === 0
            ? `${app.name} was started before what it listens to was plugged in`
            : `${app.name} was started before what it listens to changed`,
        why: `It does not notice changes: it goes on with the ${then} ${then === 1 ? 'channel' : 'channels'} of its start, and there ${now === 1 ? 'is 1' : `are ${now}`} now. ${lost.length > 0 ? `Nothing comes to ${lost.map(({ name }) => name).join(', ')}. ` : ''}The numbers may be of other sockets than it shows. End it and start it again; then look that every track moves.`,
        places: [
          { device: app.computer },
          ...devices.filter((id) => find.device(id)).map((device) => ({ device })),
          ...find.streamsOf(app.input, app.computer, 'input').map(({ device }) => ({ device })),
        ],
        about: [{ device: app.computer, control: app.id }],
        figures: [
          { label: 'Channels it knows', value: then, unit: '', from: 'when it was last started' },
          { label: 'Channels there are', value: now, unit: '', from: 'what it listens to now' },
        ],
        propose: () => [asFix(startAgain(find, usb, app))],
      });
    });
};
