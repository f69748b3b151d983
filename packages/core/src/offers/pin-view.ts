import { connectorById, contactsBetween, type DcTolerance } from '../catalogue';
import { leadPins, type PinReading } from '../circuit';
import { LIKENESS, meetingLevelDb } from '../flow';
import { lookup, plugName, type Lookup, type Rig } from '../rig';
import { circuitOf } from './solve-rig';

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

/** A contact, and the DC that what it touches is stated to survive. */
export interface OpenedPin extends PinReading {
  survives?: DcTolerance;
}

export interface PinView {
  ends: { connector: string; name: string; label: string; plugged: string }[];
  pins: OpenedPin[];
  meetings: Meeting[];
}

/** What the output behind a contact of a plug survives; undefined where none is stated. */
const survivalAt = (find: Lookup, leadId: string, { end, pin }: PinReading): DcTolerance | undefined => {
  const plugged = find.lead(leadId)?.ends[end];
  if (!plugged || !('device' in plugged)) return undefined;
  const plug = find.leadKindOf(leadId)?.ends[end]?.connector ?? '';
  const socket = find.port(plugged.device, plugged.port)?.connector ?? '';
  const touched = (contactsBetween(plug, socket) ?? [])
    .filter(([ofPlug]) => pin === `${end}.${ofPlug}`)
    .map(([, ofSocket]) => `${plugged.port}.${ofSocket}`);
  for (const element of find.modelOf(plugged.device)?.elements ?? []) {
    if (element.kind !== 'output' || !element.tolerates) continue;
    if (touched.some((contact) => contact === element.plus || contact === element.minus))
      return element.tolerates;
  }
  return undefined;
};

/** Everything the pin view of a lead shows; undefined when there is no such lead. */
export const pinView = (rig: Rig, leadId: string): PinView | undefined => {
  const find = lookup(rig);
  const lead = find.lead(leadId);
  const kind = find.leadKindOf(leadId);
  if (!lead || !kind) return undefined;
  const pins = leadPins(find, leadId, (connector) => connectorById(connector)?.pins ?? []);
  const owners = new Set(pins.flatMap(({ sounds }) => sounds.map(({ source }) => source)));
  const { couplings } = circuitOf(rig);
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
    pins: pins.map((pin) => {
      const survives = survivalAt(find, leadId, pin);
      return survives ? { ...pin, survives } : pin;
    }),
    meetings,
  };
};
