import { obstacleTo } from '../flow';
import { isAsSystem, membersOn, SIDES, usesJoined, type DeviceStream, type Side } from '../rig';
import { finding, type Check, type Found, type Solved } from './finding';
import { channelsInstead, outputsFor } from './fixes/joined';
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
  streams: readonly DeviceStream[],
): DeviceStream[] => streams.filter((one) => obstacleTo(find, usb, { computer }, side, one) === 'other way');

const entryName = ({ find }: Solved, { device, stream }: DeviceStream): string => {
  const label = find.stream(device, stream)?.label ?? stream;
  return `“${label}” of ${find.nameOf(device)}`;
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

/** Programs that play into a joined input that has inputs only. */
const playedIntoNothing = (solved: Solved): Found[] =>
  solved.rig.apps.flatMap((app) => {
    const joined = solved.find.joinedOf(app.output, app.computer);
    if (!joined || membersOn(joined, 'output').length > 0) return [];
    return [
      finding({
        code: 'wrong-entry',
        severity: 'fault',
        title: `${app.name} plays into ${joined.name}, which has no outputs`,
        why: `${joined.name} joins inputs only: what ${app.name} plays goes nowhere. Give it an output, or let ${app.name} play into one device.`,
        places: [{ device: app.computer }],
        about: [{ device: app.computer, control: `${app.id} output` }],
        figures: [{ label: 'Channels out', value: 0, unit: '', from: joined.name }],
        propose: () => [...outputsFor(solved, joined), ...chooseElsewhere(solved, app, 'output')],
      }),
    ];
  });

/** A program, a system or a joined input has chosen the entry of a device that has no channels on that side. */
export const wrongEntry: Check = (solved) => {
  const { rig } = solved;
  const ofApps = rig.apps.flatMap((app): Found[] =>
    SIDES.flatMap((side) => {
      const choice = app[side];
      const [entry] = withoutChannels(
        solved,
        app.computer,
        side,
        solved.find.joinedOf(choice, app.computer) ? [] : solved.find.streamsOf(choice, app.computer, side),
      );
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
    .filter(({ id }) => rig.apps.some((app) => usesJoined(rig, app, id)))
    .flatMap((joined) =>
      SIDES.flatMap((side) =>
        withoutChannels(solved, joined.computer, side, membersOn(joined, side)).map((entry) =>
          finding({
            ...said(solved, entry, side, joined.name),
            places: [{ device: joined.computer }, { device: entry.device }],
            about: [{ device: entry.device, control: side === 'input' ? joined.id : `${joined.id} ${side}` }],
            propose: () => channelsInstead(solved, joined, entry, side),
          }),
        ),
      ),
    );
  return [...ofApps, ...ofJoined, ...playedIntoNothing(solved)];
};
