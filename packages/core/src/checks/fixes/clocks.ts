import { clockInputs, clocksInto, clocksOf } from '../../host';
import { deepEqual, setClock, type ClockSource } from '../../rig';
import { asFix, type Fix, type Solved } from '../finding';

/** Devices set to count otherwise. */

const setTo = ({ rig, find }: Solved, device: string, clock: ClockSource): Fix[] =>
  deepEqual(find.device(device)?.countsBy, clock) ? [] : [asFix(setClock(rig, device, clock))];

/** By their own clock, those that could take in another. */
export const countByOwn = (solved: Solved, devices: readonly string[]): Fix[] =>
  devices.filter((id) => clockInputs(solved.find, id).length > 0).flatMap((id) => setTo(solved, id, 'own'));

/** By what comes in; where several clocks come in, by each of them. */
export const countByIncoming = (solved: Solved, devices: readonly string[]): Fix[] => {
  const { links } = clocksOf(solved.find);
  return [...new Set(devices)].flatMap((id) => {
    const into = clocksInto(solved.find, links, id);
    return into.length === 1
      ? setTo(solved, id, 'incoming')
      : into.flatMap(({ to }) => setTo(solved, id, { port: to.port }));
  });
};
