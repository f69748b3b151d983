import { connectorById } from '../catalogue';
import { leadPins, solveCircuit, type PinReading } from '../circuit';
import { LIKENESS, meetingLevelDb } from '../flow';
import { lookup, plugName, type Rig } from '../rig';

/** A stereo programme that meets in one input through a lead. */
export interface Meeting {
  from: string;
  to: string;
  left: { re: number; im: number };
  right: { re: number; im: number };
  /** Level for a mono voice, for music, for sides that do not know of each other, dB. */
  speechDb: number;
  musicDb: number;
  wideDb: number;
}

export interface PinView {
  ends: { connector: string; name: string; label: string; plugged: string }[];
  pins: PinReading[];
  meetings: Meeting[];
}

/** Everything the pin view of a lead shows; undefined when there is no such lead. */
export const pinView = (rig: Rig, leadId: string): PinView | undefined => {
  const find = lookup(rig);
  const lead = find.lead(leadId);
  const kind = find.leadKindOf(leadId);
  if (!lead || !kind) return undefined;
  const pins = leadPins(find, leadId, (connector) => connectorById(connector)?.pins ?? []);
  const owners = new Set(pins.flatMap(({ sounds }) => sounds.map(({ source }) => source)));
  const { couplings } = solveCircuit(find);
  const meetings = couplings.flatMap((left): Meeting[] => {
    const element = find.modelOf(left.from.device)?.elements.find(({ id }) => id === left.from.element);
    if (
      element?.kind !== 'output' ||
      element.side !== 'left' ||
      !owners.has(`${left.from.device}:${element.id}`)
    )
      return [];
    const right = couplings.find(
      (c) =>
        c.from.device === left.from.device &&
        c.from.element === element.pair &&
        c.to.device === left.to.device &&
        c.to.element === left.to.element,
    );
    // A side that only leaks in from the other is not a meeting.
    if (!right || Math.hypot(right.re, right.im) < 0.01 || Math.hypot(left.re, left.im) < 0.01) return [];
    const level = (likeness: number) => meetingLevelDb(left, right, likeness);
    return [
      {
        from: find.device(left.from.device)?.name ?? '',
        to: find.device(left.to.device)?.name ?? '',
        left: { re: left.re, im: left.im },
        right: { re: right.re, im: right.im },
        speechDb: level(LIKENESS.speech),
        musicDb: level(LIKENESS.music),
        wideDb: level(LIKENESS.wide),
      },
    ];
  });
  return {
    ends: kind.ends.map((end, index) => ({
      connector: end.connector,
      name: connectorById(end.connector)?.name ?? end.connector,
      label: end.label,
      plugged: plugName(find, lead.ends[index] ?? null),
    })),
    pins,
    meetings,
  };
};
