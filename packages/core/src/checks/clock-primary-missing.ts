import { driftOf, hasSeveralClocks } from '../host';
import { finding, figureText, type Check } from './finding';
import { driftFigures } from './resample-off';
import { letLead } from './fixes/joined';

/** Several devices are joined into one input, each runs by its own clock, and none is said to lead. */
export const clockPrimaryMissing: Check = (solved) =>
  solved.rig.joinedInputs
    .filter((joined) => joined.clock === null && hasSeveralClocks(solved.find, joined))
    .map((joined) => {
      const drift = driftOf(solved.find);
      return finding({
        code: 'clock-primary-missing',
        severity: 'fault',
        title: `Nobody leads the clocks of ${joined.name}`,
        why: `Each of its devices counts samples by a clock of its own, up to ${figureText(drift.ppm, 0)} millionths apart: in an hour they are ${figureText(drift.msPerHour, 0)} ms apart, and each sample too many or too few is a small click. Let one of them lead, and have the others resampled to it.`,
        places: [{ device: joined.computer }, ...joined.members.map(({ device }) => ({ device }))],
        about: [{ device: joined.computer, control: joined.id }],
        figures: driftFigures(solved, drift),
        propose: () => letLead(solved, joined),
      });
    });
