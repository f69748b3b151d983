import type { Conductor, LeadKind } from '../catalogue';
import type { Lead, Lookup } from '../rig';

/** Less than this is one piece of metal, ohms: a thousandth of what any contact has, and the equations stay well-behaved. */
const LEAST_WIRE_OHMS = 1e-6;

/** Resistance of each wire of a lead, ohms; 0 where its ends are one piece of metal. */
export const wireOhms = (kind: LeadKind, { lengthM }: Lead): number => {
  const ohms = kind.ohmsPerM * lengthM;
  return ohms < LEAST_WIRE_OHMS ? 0 : ohms;
};

/** A lead's wires as they are: with the contacts of two exchanged at its last end where a condition says so. */
export const conductorsOf = (find: Lookup, lead: Lead): Conductor[] => {
  const kind = find.leadKindOf(lead.id);
  if (!kind) return [];
  const swaps = find.conditions.flatMap((one) =>
    one.kind === 'swapped' && one.lead === lead.id ? [one.conductors] : [],
  );
  if (swaps.length === 0) return kind.conductors;
  const last = `${kind.ends.length - 1}.`;
  const split = ({ joins }: Conductor) => ({
    near: joins.filter((pin) => !pin.startsWith(last)),
    far: joins.filter((pin) => pin.startsWith(last)),
  });
  return kind.conductors.map((conductor) => {
    const other = swaps.flatMap(([a, b]) =>
      conductor.name === a ? [b] : conductor.name === b ? [a] : [],
    )[0];
    const partner = kind.conductors.find(({ name }) => name === other);
    return partner ? { ...conductor, joins: [...split(conductor).near, ...split(partner).far] } : conductor;
  });
};

/** Contacts of a lead that a condition joins. */
export const shortedPins = (find: Lookup, lead: Lead): [string, string][] =>
  find.conditions.flatMap((one): [string, string][] => {
    if (one.kind !== 'shorted' || one.lead !== lead.id) return [];
    const [a, b] = one.conductors.map(
      (name) => conductorsOf(find, lead).find((conductor) => conductor.name === name)?.joins[0],
    );
    return a && b ? [[a, b]] : [];
  });
