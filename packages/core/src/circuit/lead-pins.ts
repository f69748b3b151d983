import { endOfPin } from '../catalogue';
import type { Lookup } from '../rig';
import { openCircuit } from './open-circuit';
import { INTERFERENCE } from './parts';
import { isGround, netsOf } from './primitives';
import { MID_BAND_HZ } from './sound';
import type { Complex } from './solve';

/** One contact of a lead's end, as a voltmeter and a listener would find it. */
export interface PinReading {
  /** `end.pin` */
  pin: string;
  end: number;
  conductor: string | null;
  isBroken: boolean;
  /** DC against the room's ground, volts; `idle` while outputs that sleep are asleep. */
  volts: number;
  idleVolts: number;
  /** Volts per volt of each sound on this contact, against the room's ground. */
  sounds: { source: string; re: number; im: number }[];
}

const loud = ({ re, im }: Complex) => Math.hypot(re, im) > 1e-6;

/**
 * Opens both plugs of a lead: what stands on every contact, DC and each sound, worked out with the whole rig round it.
 * @returns contacts in the order of the lead kind's ends and pins; empty for a lead that is not there
 */
export const leadPins = (
  find: Lookup,
  leadId: string,
  pinsOf: (connector: string) => string[],
): PinReading[] => {
  const lead = find.lead(leadId);
  const kind = find.leadKindOf(leadId);
  if (!lead || !kind) return [];
  const { nets, islands, solve, dc } = openCircuit(find);
  const keys = kind.ends.flatMap((end, index) => pinsOf(end.connector).map((pin) => `${index}.${pin}`));
  const own = new Set(keys.map((pin) => nets.ofLead(leadId, pin)));
  const ac = islands('ac', [[...own]])
    .filter((island) => island.some((part) => netsOf(part).some((net) => !isGround(net) && own.has(net))))
    .map((island) => solve(island, MID_BAND_HZ));
  const [awake, asleep] = [dc('dc').at, dc('dc-idle').at];
  return keys.map((pin): PinReading => {
    const net = nets.ofLead(leadId, pin);
    const conductor = kind.conductors.find(({ joins }) => joins.includes(pin));
    const sounds = ac.flatMap((solution) =>
      solution.sources
        .filter((source) => source !== INTERFERENCE)
        .map((source) => ({ source, ...solution.volts(source, net) }))
        .filter(loud),
    );
    return {
      pin,
      end: endOfPin(pin),
      conductor: conductor?.name ?? null,
      isBroken: conductor ? find.isOpen(lead, conductor.name) : false,
      volts: awake(net),
      idleVolts: asleep(net),
      sounds,
    };
  });
};
