import { obstaclesTo, takerOf } from '../flow';
import { isGivenToOne, putApp, shareDevices, SIDES, type App } from '../rig';
import { finding, type Check, type Fix, type Found, type Solved } from './finding';
import { chooseElsewhere } from './fixes/listening';

/** Ways to give a program a device that another has: share it, go elsewhere, let the other go. */
const ways = (solved: Solved, app: App, taker: App, device: string): Fix[] => {
  const { rig, find } = solved;
  const sides = SIDES.filter((side) =>
    find.streamsOf(app[side], app.computer, side).some((one) => one.device === device),
  );
  const share = shareDevices(rig, taker);
  const label = `Let ${app.name} do without ${find.nameOf(device)}`;
  const without = { ...app, ...Object.fromEntries(sides.map((side) => [side, null])) };
  return [
    ...(taker.takesDevices && !isGivenToOne(find, app.computer, device)
      ? [{ label: share.label, edit: share }]
      : []),
    ...sides.flatMap((side) => chooseElsewhere(solved, app, side, device)),
    { label, edit: { ...putApp(rig, without), label }, isLastResort: true },
  ];
};

/** Another program has a device for itself: whoever else has chosen it hears nothing of it. */
export const deviceTaken: Check = (solved) => {
  const { rig, find, usb } = solved;
  const { nameOf } = find;
  return rig.apps.flatMap((app): Found[] => {
    const taken = new Set(
      SIDES.flatMap((side) =>
        obstaclesTo(find, usb, app, side, app[side]).flatMap(({ device, obstacle }) =>
          obstacle === 'taken' ? [device] : [],
        ),
      ),
    );
    return [...taken].map((device) => {
      const taker = takerOf(find, app.computer, device)!;
      const because = isGivenToOne(find, app.computer, device)
        ? `The maker’s driver of ${nameOf(device)} gives it to one program at a time on ${nameOf(app.computer)}`
        : `${taker.name} takes the devices it uses for itself`;
      return finding({
        code: 'device-taken',
        severity: 'fault',
        title: `${app.name} gets nothing of ${nameOf(device)}: ${taker.name} has it`,
        why: `${because}, and ${taker.name} opened it first. ${app.name} shows it in its list and has silence. Let one of the two use something else, or let them share where that can be set.`,
        places: [{ device: app.computer }, { device }],
        about: [{ device: app.computer, control: `${app.id} ${device}` }],
        figures: [{ label: 'Programs that may have it', value: 1, unit: '', from: because }],
        propose: () => ways(solved, app, taker, device),
      });
    });
  });
};
