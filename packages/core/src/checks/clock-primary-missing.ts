import { allMembers } from '../rig';
import { clocksOf, driftOf, hasSeveralClocks } from '../host';
import { finding, figureText, type Check, type Found, type Solved } from './finding';
import { countOtherwise } from './fixes/clocks';
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
    const names = ring.map((device) => solved.find.device(device)?.name ?? device).join(', ');
    const drift = driftOf(solved.find);
    return finding({
      code: 'clock-primary-missing',
      severity: 'fault',
      title: `Nobody leads the clocks of ${names}`,
      why: `Each is set to count by what comes in, and what comes in waits for its own clock: they wander together, or fall silent. Let one count by its own clock, and the others follow it.`,
      places: ring.map((device) => ({ device })),
      figures: driftFigures(solved, drift),
      propose: () => countOtherwise(solved, ring, 'own'),
    });
  });

/** A clock that all follow is missing: in a joined input, or among devices that send one another sound as data. */
export const clockPrimaryMissing: Check = (solved) => [...ofJoined(solved), ...ofRing(solved)];
