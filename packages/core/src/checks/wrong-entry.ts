import { obstaclesTo } from '../flow';
import { isAsSystem, listensToJoined, SIDES, type DeviceStream, type Side } from '../rig';
import { finding, type Check, type Found, type Solved } from './finding';
import { channelsInstead } from './fixes/joined';
import { chooseElsewhere, systemElsewhere } from './fixes/listening';

const WORDS: Record<Side, { verb: string; lacks: string; so: string }> = {
  input: { verb: 'listens to', lacks: 'inputs', so: 'there is nothing to hear on it' },
  output: { verb: 'plays into', lacks: 'outputs', so: 'what it plays goes nowhere' },
};

/** Those of a choice that have no channels on its side. */
const withoutChannels = (
  { find, usb }: Solved,
  computer: string,
  side: Side,
  choice: Parameters<typeof obstaclesTo>[4],
): DeviceStream[] =>
  obstaclesTo(find, usb, { computer }, side, choice).filter(({ obstacle }) => obstacle === 'other way');

const entryName = ({ find }: Solved, { device, stream }: DeviceStream): string => {
  const label = find.stream(device, stream)?.label ?? stream;
  return `“${label}” of ${find.device(device)?.name ?? device}`;
};

/** What is said of an entry, wherever it was chosen. */
const said = (solved: Solved, entry: DeviceStream, side: Side, who: string) => ({
  code: 'wrong-entry' as const,
  severity: 'fault' as const,
  title: `${who} ${WORDS[side].verb} an entry without ${WORDS[side].lacks}`,
  why: `Gear with sound both ways stands twice in the list. ${entryName(solved, entry)} is the one without ${WORDS[side].lacks}: ${WORDS[side].so}. Choose the other.`,
  figures: [
    {
      label: side === 'input' ? 'Channels in' : 'Channels out',
      value: 0,
      unit: '',
      from: `the entry ${entryName(solved, entry)}`,
    },
  ],
});

/** A program, a system or a joined input has chosen the entry of a device that has no channels on that side. */
export const wrongEntry: Check = (solved) => {
  const { rig } = solved;
  const ofApps = rig.apps.flatMap((app): Found[] =>
    SIDES.flatMap((side) => {
      const choice = app[side];
      if (choice && 'joined' in choice) return [];
      const [entry] = withoutChannels(solved, app.computer, side, choice);
      return entry
        ? [
            finding({
              ...said(solved, entry, side, isAsSystem(choice) ? `${app.name}, as its system,` : app.name),
              places: [{ device: app.computer }, { device: entry.device }],
              about: [{ device: app.computer, control: `${app.id} ${side}` }],
              propose: () => [
                ...(isAsSystem(choice) ? systemElsewhere(solved, app.computer, side, entry.device) : []),
                ...chooseElsewhere(solved, app, side, entry.device),
              ],
            }),
          ]
        : [];
    }),
  );
  const ofJoined = rig.joinedInputs
    .filter(({ id }) => rig.apps.some((app) => listensToJoined(rig, app, id)))
    .flatMap((joined) =>
      withoutChannels(solved, joined.computer, 'input', { joined: joined.id }).map((entry) =>
        finding({
          ...said(solved, entry, 'input', joined.name),
          places: [{ device: joined.computer }, { device: entry.device }],
          about: [{ device: entry.device, control: joined.id }],
          propose: () => channelsInstead(solved, joined, entry),
        }),
      ),
    );
  return [...ofApps, ...ofJoined];
};
