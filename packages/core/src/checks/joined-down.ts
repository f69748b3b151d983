import { obstaclesTo } from '../flow';
import { allMembers, usesJoined } from '../rig';
import { finding, type Check, type Found } from './finding';
import { withoutMissing } from './fixes/joined';
import { leadsOn } from './fixes/missing-leads';

/** A device of a joined input is not plugged in: all that is joined is down, whoever is plugged in. */
export const joinedDown: Check = (solved) =>
  solved.rig.joinedInputs.flatMap((joined): Found[] => {
    const { rig, find, usb } = solved;
    const listening = rig.apps.filter((app) => usesJoined(rig, app, joined.id));
    const gone = obstaclesTo(find, usb, { computer: joined.computer }, 'input', { joined: joined.id }).filter(
      ({ obstacle }) => obstacle === 'not there',
    );
    if (listening.length === 0 || gone.length === 0) return [];
    const missing = [...new Set(gone.map(({ device }) => device))];
    const names = missing.map(find.nameOf).join(', ');
    const all = allMembers(joined);
    const left = all.length - gone.length;
    return [
      finding({
        code: 'joined-down',
        severity: 'fault',
        title: `${joined.name} is down: ${names} ${missing.length === 1 ? 'is' : 'are'} not plugged in`,
        why: `A joined input works only while every device in it is there. ${listening.map(({ name }) => name).join(', ')} ${listening.length === 1 ? 'has' : 'have'} nothing of the others either. Plug ${names} in, or take ${missing.length === 1 ? 'it' : 'them'} out of ${joined.name}; programs may have to be started again afterwards.`,
        places: [{ device: joined.computer }, ...all.map(({ device }) => ({ device }))],
        about: [{ device: joined.computer, control: joined.id }],
        figures: [
          {
            label: 'Streams that are there',
            value: left,
            unit: '',
            from: `of ${all.length} joined`,
          },
        ],
        propose: () => [
          ...missing.flatMap((device) => leadsOn(solved, device)),
          ...withoutMissing(solved, joined, missing),
        ],
      }),
    ];
  });
