import { clocksOf, driftOf } from '../host';
import { finding, figureText, type Check } from './finding';
import { countByIncoming } from './fixes/clocks';
import { driftFigures } from './resample-off';

/** Sound goes as data from one device to another, and each counts samples by a clock of its own. */
export const clockTwoPrimaries: Check = (solved) => {
  const { find } = solved;
  const { leaderOf, rings, links } = clocksOf(find);
  const { nameOf } = find;
  const isToldOf = (...devices: string[]) =>
    rings.some((ring) => devices.every((device) => ring.includes(device)));
  return links.flatMap(({ device, to, channels }) => {
    const [sender, taker] = [leaderOf(device), leaderOf(to.device)];
    // A clock that nobody follows harms no sound.
    if (sender === taker || channels.length === 0 || isToldOf(device, to.device)) return [];
    const drift = driftOf(find);
    const port = find.portName(to.device, to.port);
    return [
      finding({
        code: 'clock-two-primaries',
        severity: 'fault',
        title: `${nameOf(device)} and ${nameOf(to.device)} count by two clocks`,
        why: `Sound comes from ${nameOf(device)} as data into ${port}, counted by the clock of ${nameOf(sender)}; ${nameOf(to.device)} counts by ${taker === to.device ? 'its own' : `that of ${nameOf(taker)}`}. Up to ${figureText(drift.ppm, 0)} millionths apart, a sample is lost or doubled every ${figureText(drift.secondsPerSample, 2)} s at worst: a small click each time. One leads, and the other follows what comes in.`,
        places: [{ device: to.device, port: to.port }, { device }],
        about: [{ device: to.device, port: to.port }],
        figures: driftFigures(solved, drift),
        propose: () => countByIncoming(solved, [to.device, device, taker, sender]),
      }),
    ];
  });
};
