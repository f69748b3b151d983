import { obstaclesTo } from '../flow';
import { allMembers, joinsInputs, setDriver, setHelper, SIDES, usesJoined } from '../rig';
import { asFix, finding, type Check, type Found, type Solved } from './finding';

/** A device that is not listed, and who waits for it. */
interface Waiting {
  device: string;
  computer: string;
  programs: Set<string>;
  /** What is joined with it, and is down with it. */
  with: Set<string>;
}

/** A device that a program uses needs its maker's driver to be listed, and it is not there. */
const ofDevices = (solved: Solved): Found[] => {
  const { rig, find, usb } = solved;
  const waiting = new Map<string, Waiting>();
  for (const app of rig.apps)
    for (const side of SIDES)
      for (const { device, obstacle } of obstaclesTo(find, usb, app, side, app[side])) {
        if (obstacle !== 'no driver') continue;
        const key = `${device} ${app.computer}`;
        const there = waiting.get(key) ?? {
          device,
          computer: app.computer,
          programs: new Set(),
          with: new Set(),
        };
        there.programs.add(app.name);
        for (const one of find.streamsOf(app[side], app.computer, side)) there.with.add(one.device);
        waiting.set(key, there);
      }
  return [...waiting.values()].map(({ device: id, computer, programs: waits, with: others }) => {
    const programs = [...waits].join(', ');
    const device = find.device(id)!;
    const name = find.nameOf(computer);
    return finding({
      code: 'driver-missing',
      severity: 'fault',
      title: `${name} does not list ${device.name}: its driver is missing`,
      why: `${device.name} works with ${name} only by its maker’s driver. Until that is installed ${programs} cannot use it, however well it is plugged in. Take it from its maker, for this kind of system, and start the computer again where the maker says so.`,
      places: [{ device: computer }, { device: id }, ...[...others].map((device) => ({ device }))],
      about: [{ device: computer }, { device: id }],
      figures: [{ label: 'Programs that wait for it', value: waits.size, unit: '', from: programs }],
      propose: () => [asFix(setDriver(rig, device, true))],
    });
  });
};

/** A joined input on a system that joins nothing by itself, and what helps it is not there. */
const ofHelpers = (solved: Solved): Found[] => {
  const { rig, find } = solved;
  return rig.joinedInputs.flatMap((joined): Found[] => {
    const programs = rig.apps.filter((app) => usesJoined(rig, app, joined.id));
    const all = allMembers(joined);
    const computer = find.device(joined.computer);
    if (!computer || programs.length === 0 || all.length < 2) return [];
    if (joinsInputs(find, joined.computer)) return [];
    return [
      finding({
        code: 'driver-missing',
        severity: 'fault',
        title: `${computer.name} cannot join inputs: its helper program is missing`,
        why: `This kind of system lists every device by itself and joins none. ${programs.map(({ name }) => name).join(', ')} ${programs.length === 1 ? 'uses' : 'use'} ${joined.name}, which is not there until a helper program makes one input of its ${all.length} devices.`,
        places: [{ device: joined.computer }, ...all.map(({ device }) => ({ device }))],
        about: [{ device: joined.computer, control: joined.id }],
        figures: [
          {
            label: 'Devices to join',
            value: all.length,
            unit: '',
            from: `members of ${joined.name}`,
          },
        ],
        propose: () => [asFix(setHelper(rig, computer, true))],
      }),
    ];
  });
};

/** What a computer needs to list a device, or to join several, is not installed. */
export const driverMissing: Check = (solved) => [...ofDevices(solved), ...ofHelpers(solved)];
