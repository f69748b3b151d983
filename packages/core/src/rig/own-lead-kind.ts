import { connectorById, contactOfPin, endOfPin, type LeadKind, type PinRef } from '../catalogue';
import { freeId } from './commands';
import { put, revise, type Edit } from './edit';
import type { Rig } from './types';

/** What is stated of a lead kind of one's own; the rest stays as in the kind it is made from. */
export interface OwnLead {
  name: string;
  ohmsPerM: number;
  picofaradsPerM: number;
  /** Which contacts each wire joins, as `end.contact`. */
  wires: PinRef[][];
}

/** What a lead kind states, as it is told by hand. */
export const statedOf = (kind: LeadKind): OwnLead => ({
  name: kind.name,
  ohmsPerM: kind.ohmsPerM,
  picofaradsPerM: kind.picofaradsPerM,
  wires: kind.conductors.map(({ joins }) => [...joins]),
});

/** Every contact of the plugs of a lead kind, in order. */
export const contactsOfKind = ({ ends }: Pick<LeadKind, 'ends'>): PinRef[] =>
  ends.flatMap(({ connector }, end) =>
    (connectorById(connector)?.pins ?? []).map((contact) => `${end}.${contact}`),
  );

/** What is wrong with a lead as stated, in words; nothing when it can be made. */
export const ownLeadProblems = (kind: LeadKind, { name, wires }: OwnLead): string[] => {
  const words = (pin: PinRef) => `${kind.ends[endOfPin(pin)]?.label ?? ''} ${contactOfPin(pin)}`;
  const joined = wires.flat();
  const twice = [...new Set(joined.filter((pin, index) => joined.indexOf(pin) !== index))];
  return [
    ...(name.trim() ? [] : ['Give it a name.']),
    ...wires.flatMap((wire, index) =>
      wire.length < 2 ? [`Wire ${index + 1} joins nothing: choose two contacts or more.`] : [],
    ),
    ...twice.map((pin) => `Contact ${words(pin)} is on two wires: they would be one wire.`),
    ...(wires.length === 0 ? ['A lead has one wire at least.'] : []),
  ];
};

/** The wire that has most of the contacts the screen had. */
const screenOf = (
  kind: LeadKind,
  names: readonly string[],
  wires: readonly PinRef[][],
): string | undefined => {
  const was = kind.conductors.find(({ name }) => name === kind.screen)?.joins ?? [];
  const shared = wires.map((wire) => wire.filter((pin) => was.includes(pin)).length);
  const most = Math.max(0, ...shared);
  return most > 0 ? names[shared.indexOf(most)] : undefined;
};

/**
 * A lead becomes one of a kind of one's own, which this rig then knows as it knows the catalogue's.
 * @throws Error for a lead or kind there is not, or one that cannot be made
 */
export const makeOwnLead = (rig: Rig, leadId: string, stated: OwnLead): Edit => {
  const lead = rig.leads.find(({ id }) => id === leadId);
  const kind = rig.leadKinds.find(({ id }) => id === lead?.kind);
  if (!lead || !kind) throw new Error(`There is no lead "${leadId}" in this rig.`);
  const [problem] = ownLeadProblems(kind, stated);
  if (problem) throw new Error(problem);
  const taken = new Set(rig.leadKinds.map(({ id }) => id));
  let id = freeId(rig, 'own-lead');
  for (let n = 2; taken.has(id); n += 1) id = `own-lead-${n}`;
  // A wire keeps its name where it keeps its first contact: breaks are told by name.
  const names = stated.wires.map(
    (wire, index) =>
      kind.conductors.find(({ joins }) => joins[0] !== undefined && wire.includes(joins[0]))?.name ??
      `wire ${index + 1}`,
  );
  const unique = names.map((name, index) => (names.indexOf(name) === index ? name : `wire ${index + 1}`));
  const { screen: _screen, ...rest } = kind;
  const screen = screenOf(kind, unique, stated.wires);
  const own: LeadKind = {
    ...rest,
    id,
    name: stated.name.trim(),
    about: `Own kind, made from ${kind.name}.`,
    ohmsPerM: stated.ohmsPerM,
    picofaradsPerM: stated.picofaradsPerM,
    conductors: stated.wires.map((joins, index) => ({ name: unique[index]!, joins: [...joins] })),
    ...(screen ? { screen } : {}),
  };
  return {
    label: `Make ${own.name} of ${kind.name}`,
    steps: [
      put('leadKinds', own),
      ...revise(rig, 'leads', {
        ...lead,
        kind: id,
        broken: lead.broken.filter((one) => unique.includes(one)),
      }),
    ],
  };
};
