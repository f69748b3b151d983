import { allMembers } from '../rig';
import { clocksOf, driftOf, hasSeveralClocks } from '../host';
import { finding, figureText, type Check, type Found, type Solved } from './finding';
import { countByIncoming, countByOwn } from './fixes/clocks';
import { driftFigures } from './resample-off';
import { letLead } from './fixes/joined';

/** Several devices are joined into one input, each runs by its own clock, and none is said to lead. */
const ofJoined = (solved: Solved): Found[] =>
  solved.rig.joinedInputs
    .filter((joined) => joined.clock === null && hasSeveralClocks(solved.find, joined))
    .map((joined) => {
      const drift = driftOf(solved.find);
      return finding({
        code: 'clock-primary-missing',
        severity: 'fault',
        title: `Nobody leads the clocks of ${joined.name}`,
        why: `Each of its devices counts samples by a clock of its own, up to ${figureText(drift.ppm, 0)} millionths apart: in an hour they are ${figureText(drift.msPerHour, 0)} ms apart, and each sample too many or too few is a small click. Let one of them lead, and have the others resampled to it.`,
        places: [{ device: joined.computer }, ...allMembers(joined).map(({ device }) => ({ device }))],
        about: [{ device: joined.computer, control: joined.id }],
        figures: driftFigures(solved, drift),
        propose: () => letLead(solved, joined),
      });
    });

/** Devices that send one another sound as data, and each waits for the clock of the next. */
const ofRing = (solved: Solved): Found[] =>
  clocksOf(solved.find).rings.map((ring) => {
    const names = ring.map(solved.find.nameOf).join(', ');
    const drift = driftOf(solved.find);
    return finding({
      code: 'clock-primary-missing',
      severity: 'fault',
      title: `Nobody leads the clocks of ${names}`,
      why: `Each is set to count by what comes in, and what comes in waits for its own clock: they wander together, or fall silent. Let one count by its own clock, and the others follow it.`,
      places: ring.map((device) => ({ device })),
      figures: driftFigures(solved, drift),
      propose: () => countByOwn(solved, ring),
    });
  });

/** A device is set to count by what comes into a socket, and nothing comes in there. */
const ofWaiting = (solved: Solved): Found[] =>
  clocksOf(solved.find).waiting.map(({ device, port }) => {
    const name = solved.find.nameOf(device);
    const socket = solved.find.portName(device, port);
    const drift = driftOf(solved.find);
    return finding({
      code: 'clock-primary-missing',
      severity: 'fault',
      title: `${name} waits for a clock at ${socket}, and none comes`,
      why: `It is set to count samples by what comes into ${socket}. Without it it is silent, or runs on loosely and clicks, whatever its own clock could do. Plug in whoever leads, or let it count otherwise.`,
      places: [{ device, port }],
      about: [{ device, port }],
      figures: driftFigures(solved, drift),
      propose: () => [...countByIncoming(solved, [device]), ...countByOwn(solved, [device])],
    });
  });

/** A clock that all follow is missing: in a joined input, among devices that send one another sound as data, at a socket. */
export const clockPrimaryMissing: Check = (solved) => [
  ...ofJoined(solved),
  ...ofRing(solved),
  ...ofWaiting(solved),
];
