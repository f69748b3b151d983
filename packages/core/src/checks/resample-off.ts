import { driftingMembers, driftOf, type Drift } from '../host';
import { DEFAULT_SHOW_HOURS } from '../rig';
import { finding, figureText, type Check, type Figure, type Solved } from './finding';
import { letLead, resampleOthers } from './fixes/joined';

/** How far two clocks drift, in the length of the show too. */
export const driftFigures = ({ rig }: Solved, drift: Drift): Figure[] => {
  const hours = rig.assumptions.showHours ?? DEFAULT_SHOW_HOURS;
  const from = 'both clocks as far off as assumed, one fast and one slow; ppm × 3.6 ms an hour';
  return [
    { label: 'Clocks apart, at worst', value: drift.ppm, unit: 'ppm', from },
    { label: 'In an hour', value: drift.msPerHour, unit: 'ms', from },
    { label: `In ${figureText(hours, 1)} h`, value: drift.msPerHour * hours, unit: 'ms', from },
    {
      label: 'A sample too many or too few every',
      value: drift.secondsPerSample,
      unit: 's',
      from: 'at 48 kHz',
    },
  ];
};

/** A member of a joined input runs by its own clock, and nothing makes it follow the one that leads. */
export const resampleOff: Check = (solved) =>
  solved.rig.joinedInputs.flatMap((joined) => {
    const others = [...new Set(driftingMembers(solved.find, joined).map(({ device }) => device))];
    if (others.length === 0) return [];
    const { nameOf } = solved.find;
    const drift = driftOf(solved.find);
    const who = others.map(nameOf).join(', ');
    return [
      finding({
        code: 'resample-off',
        severity: 'fault',
        title: `${who} ${others.length === 1 ? 'drifts' : 'drift'} away from ${nameOf(joined.clock!)} in ${joined.name}`,
        why: `${nameOf(joined.clock!)} leads, and ${who} ${others.length === 1 ? 'counts' : 'count'} samples by another clock without being resampled: up to ${figureText(drift.msPerHour, 0)} ms apart after an hour, with a small click every ${figureText(drift.secondsPerSample, 2)} s at worst. Have every device but the one that leads resampled.`,
        places: [{ device: joined.computer }, ...others.map((device) => ({ device }))],
        about: [{ device: joined.computer, control: joined.id }],
        figures: driftFigures(solved, drift),
        propose: () => [...resampleOthers(solved, joined, others), ...letLead(solved, joined)],
      }),
    ];
  });
