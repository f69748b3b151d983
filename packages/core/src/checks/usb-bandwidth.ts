import { isTooFull, usbLanes, type UsbLane } from '../host';
import { listed } from '../feeds';
import {
  allMembers,
  atRate,
  combineEdits,
  putJoined,
  recordingOf,
  setRate,
  setRecording,
  USUAL_RATE_HZ,
  type Lookup,
  isRecorder,
} from '../rig';
import { finding, figureText, type Check, type Fix, type Solved } from './finding';
import { hubWithSupply, inAnotherSocket } from './fixes/usb-leads';

/** "Hub", "USB-A 1 and USB-A 2 of Computer": what a lane is called. */
export const laneName = (find: Lookup, { device, ports }: UsbLane): string => {
  const name = find.nameOf(device);
  return ports.length > 0 ? `${listed(ports.map((port) => find.portName(device, port)))} of ${name}` : name;
};

/** Whatever makes the sound of a lane run at a higher rate than speech needs, slowed down: recorders, devices, what joins them. */
const slower = ({ rig, find }: Solved, { streams }: UsbLane): Fix[] => {
  const isOn = (device: string) => streams.some((one) => one.device === device);
  const isFast = (rateHz: number | undefined) => rateHz !== undefined && rateHz > USUAL_RATE_HZ;
  const recorders = rig.apps.filter(
    (app) =>
      isRecorder(app.kind) &&
      isFast(recordingOf(app).rateHz) &&
      find.streamsOf(app.input, app.computer, 'input').some(({ device }) => isOn(device)),
  );
  const joined = rig.joinedInputs.filter(
    (one) => isFast(one.rateHz) && allMembers(one).some(({ device }) => isOn(device)),
  );
  const devices = rig.devices.filter(({ id, rateHz }) => isFast(rateHz) && isOn(id));
  const edits = [
    ...recorders.map((app) => setRecording(rig, app, { rateHz: USUAL_RATE_HZ })),
    ...joined.map((one) => putJoined(rig, atRate(one, USUAL_RATE_HZ))),
    ...devices.map(({ id }) => setRate(rig, id, USUAL_RATE_HZ)),
  ];
  if (edits.length === 0) return [];
  const label = `Run ${listed([...recorders, ...joined, ...devices].map(({ name }) => name))} at 48 kHz`;
  return [{ label, edit: combineEdits(label, ...edits) }];
};

/** More sound is opened at once on a part of the bus than it has room for: the last to be opened stays silent, or all crackle. */
export const usbBandwidth: Check = (solved) =>
  usbLanes(solved.find, solved.usb)
    .filter(isTooFull)
    .map((lane) => {
      const { speed, device, ports, streams, usedBytes, budgetBytes } = lane;
      const devices = [...new Set(streams.map((one) => one.device))];
      const frame = speed === 'full' ? 'millisecond' : 'eighth of a millisecond';
      const where = laneName(solved.find, lane);
      const [port] = ports;
      return finding({
        code: 'usb-bandwidth',
        severity: 'fault',
        title: `${devices.map((one) => solved.find.nameOf(one)).join(', ')} ask for more sound than ${where} can carry`,
        why: `Open streams ask for ${figureText(usedBytes, 0)} bytes each ${frame}, and there is room for ${figureText(budgetBytes, 0)}. ${
          speed === 'full'
            ? 'Gear of full speed behind one translator shares 12 Mb/s: each works alone, together one shuts the other out.'
            : 'What hangs there shares what one controller carries.'
        } Plug some of it in elsewhere.`,
        places: [...devices.map((one) => ({ device: one })), { device, ...(port ? { port } : {}) }],
        about: [{ device, ...(port ? { port } : {}) }],
        figures: [
          {
            label: `Asked for, each ${frame}`,
            value: usedBytes,
            unit: 'bytes',
            from: streams
              .map((one) => `${solved.find.nameOf(one.device)} ${figureText(one.bytes, 0)}`)
              .join(', '),
          },
          {
            label: 'Room for',
            value: budgetBytes,
            unit: 'bytes',
            from:
              speed === 'full'
                ? '90 % of 1500 (USB 2.0, from memory)'
                : '80 % of 7500 (USB 2.0, from memory)',
          },
        ],
        propose: () => [
          ...slower(solved, lane),
          ...solved.supplies
            .flatMap(({ branches }) => branches)
            .filter(({ link }) => devices.includes(link.device))
            .flatMap(({ link, drawnMa }) => inAnotherSocket(solved, link, drawnMa)),
          // The hub whose translator it is, or one that makes all behind it slow.
          ...[
            ...new Set(
              solved.usb.links.filter((link) => devices.includes(link.device)).map(({ to }) => to.device),
            ),
          ].flatMap((hub) => hubWithSupply(solved, hub)),
        ],
      });
    });
