import { connectorById, contactsBetween, type DcTolerance, type Medium } from '../catalogue';
import { leadPins, solveCircuit, survivesDc, type Circuit, type PinReading } from '../circuit';
import { LIKENESS, meetingLevelDb } from '../flow';
import { lookup, plugName, type Lookup, type Rig } from '../rig';

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

/** DC into the output behind a contact, against what its maker states. */
export interface PinLoad {
  survives: DcTolerance;
  isExceeded: boolean;
  /** Into its most loaded leg while it drives. */
  milliamps: number;
  milliwatts: number;
}

export interface OpenedPin extends PinReading {
  load?: PinLoad;
}

export interface PinView {
  /** What the lead carries; contacts are opened only where that is sound on wires. */
  medium: Medium;
  ends: { connector: string; name: string; label: string; plugged: string }[];
  pins: OpenedPin[];
  meetings: Meeting[];
}

/** What reaches the output behind a contact of a plug; undefined where there is none, or nothing stated of it. */
const loadAt = (
  find: Lookup,
  circuit: Circuit,
  leadId: string,
  { end, pin }: PinReading,
): PinLoad | undefined => {
  const plugged = find.lead(leadId)?.ends[end];
  if (!plugged || !('device' in plugged)) return undefined;
  const plug = find.leadKindOf(leadId)?.ends[end]?.connector ?? '';
  const socket = find.port(plugged.device, plugged.port)?.connector ?? '';
  const touched = (contactsBetween(plug, socket) ?? [])
    .filter(([ofPlug]) => pin === `${end}.${ofPlug}`)
    .map(([, ofSocket]) => `${plugged.port}.${ofSocket}`);
  const output = find
    .modelOf(plugged.device)
    ?.elements.find(
      (element) =>
        element.kind === 'output' &&
        touched.some((contact) => contact === element.plus || contact === element.minus),
    );
  const reading = circuit.outputsDc.find(
    ({ device, element }) => device === plugged.device && element === output?.id,
  );
  if (output?.kind !== 'output' || !output.tolerates || !reading) return undefined;
  const { milliamps, milliwatts } = reading;
  return {
    survives: output.tolerates,
    isExceeded: !survivesDc(output.tolerates, reading),
    milliamps,
    milliwatts,
  };
};

/** A side that comes with less than this only leaks in from the other, as a ratio. Common practice, no published source. */
const LEAST_OF_SIDE = 0.01;
/** Whether a side of a programme is there by its own. */
export const isSide = ({ re, im }: { re: number; im: number }): boolean =>
  Math.hypot(re, im) >= LEAST_OF_SIDE;

/** Everything the pin view of a lead shows; undefined when there is no such lead. */
export const pinView = (rig: Rig, leadId: string): PinView | undefined => {
  const find = lookup(rig);
  const lead = find.lead(leadId);
  const kind = find.leadKindOf(leadId);
  if (!lead || !kind) return undefined;
  const medium = connectorById(kind.ends[0]!.connector)?.medium ?? 'analogue';
  // Only sound on wires is worked out contact by contact; mains above all is not ours to give figures of.
  const pins =
    medium === 'analogue' ? leadPins(find, leadId, (connector) => connectorById(connector)?.pins ?? []) : [];
  const owners = new Set(pins.flatMap(({ sounds }) => sounds.map(({ source }) => source)));
  const circuit = solveCircuit(find);
  const meetings = circuit.couplings.flatMap((left): Meeting[] => {
    const element = find.element(left.from.device, left.from.element);
    if (
      element?.kind !== 'output' ||
      element.side !== 'left' ||
      !owners.has(`${left.from.device}:${element.id}`)
    )
      return [];
    const right = circuit.couplings.find(
      (c) =>
        c.from.device === left.from.device &&
        c.from.element === element.pair &&
        c.to.device === left.to.device &&
        c.to.element === left.to.element,
    );
    if (!right || !isSide(left) || !isSide(right)) return [];
    const level = (likeness: number) => meetingLevelDb(left, right, likeness);
    return [
      {
        from: find.nameOf(left.from.device),
        to: find.nameOf(left.to.device),
        left: { re: left.re, im: left.im },
        right: { re: right.re, im: right.im },
        speechDb: level(LIKENESS.speech),
        musicDb: level(LIKENESS.music),
        wideDb: level(LIKENESS.wide),
      },
    ];
  });
  return {
    medium,
    ends: kind.ends.map((end, index) => ({
      connector: end.connector,
      name: connectorById(end.connector)?.name ?? end.connector,
      label: end.label,
      plugged: plugName(find, lead.ends[index] ?? null),
    })),
    pins: pins.map((pin) => {
      const load = loadAt(find, circuit, leadId, pin);
      return load ? { ...pin, load } : pin;
    }),
    meetings,
  };
};
