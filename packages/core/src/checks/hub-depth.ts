import { isTooDeep, MOST_USB_HUBS as MOST_HUBS } from '../host';
import { finding, type Check } from './finding';
import { inAnotherSocket } from './fixes/usb-leads';

/** Something on USB hangs behind more hubs than the bus has tiers for: the computer never lists it. */
export const hubDepth: Check = (solved) =>
  solved.supplies.filter(isTooDeep).flatMap(({ hubsBefore, branches }) =>
    branches.map(({ link, drawnMa }) => {
      const name = solved.find.nameOf(link.device);
      return finding({
        code: 'hub-depth',
        severity: 'fault',
        title: `${name} hangs behind ${hubsBefore} hubs, ${MOST_HUBS} at most`,
        why: `USB has seven tiers with the computer and the device itself: what is further away is never listed. A dock or a keyboard with sockets is a hub too. Plug it in nearer to the computer.`,
        places: [{ device: link.device }, { device: link.to.device }],
        about: [{ device: link.device, port: link.port }],
        figures: [
          { label: 'Hubs before it', value: hubsBefore, unit: '', from: 'leads as they are plugged' },
          { label: 'At most', value: MOST_HUBS, unit: '', from: 'USB 2.0 (from memory)' },
        ],
        propose: () => inAnotherSocket(solved, link, drawnMa),
      });
    }),
  );
