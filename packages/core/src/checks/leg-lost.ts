import { contactOfPin, contactsBetween, portOfElement, portOfPin, type InputElement } from '../catalogue';
import { couplingLevel, couplingsInto } from '../circuit';
import { changeLead, isInSocket, type Lead } from '../rig';
import { dbFromRatio } from '../units';
import { figureText, finding, type Check, type Found, type Solved } from './finding';
import { unplug, useBestLead } from './fixes/rewire';

/** Less than half of the sound is a fault: one leg of two that are driven alike is half. */
const HALF = 0.5;

/** One leg of a balanced input is joined to something, the other to nothing. */
const openLeg: Check = ({ rig, find, circuit }) => {
  const found: Found[] = [];
  for (const input of circuit.inputs) {
    const open = input.legs.filter((leg) => !leg.isJoined);
    if (input.legs.length !== 2 || open.length !== 1) continue;
    // Nothing at all is −∞ dB; figures stay finite.
    const strongest = Math.max(1e-6, ...couplingsInto(circuit, input).map((one) => couplingLevel(one)));
    const pin = open[0]!.pin;
    const lead = find.inPort(input.device, portOfPin(pin))?.lead;
    if (!lead) continue;
    const level = dbFromRatio(strongest);
    found.push(
      finding({
        code: 'leg-lost',
        severity: strongest < HALF ? 'fault' : 'caution',
        title: `One leg into ${find.device(input.device)?.name} is open: the sound arrives at ${figureText(level, 0)} dB`,
        why: `Contact ${contactOfPin(pin)} of ${find.port(input.device, portOfPin(pin))?.label} is joined to nothing, so the sound has no way back and hum is not cancelled. The lead is broken or wired for another job.`,
        places: [{ lead: lead.id }, { device: input.device, port: portOfPin(pin) }],
        figures: [
          {
            label: 'Source to input',
            value: level,
            unit: 'dB',
            from: 'solved circuit, input volts per output volt',
          },
        ],
        propose: () => [
          ...(lead.broken.length > 0
            ? [{ label: 'Use an unbroken lead', edit: changeLead(rig, lead.id, { broken: [] }) }]
            : useBestLead(rig, lead)),
          unplug(rig, lead),
        ],
      }),
    );
  }
  return found;
};

/** Inputs behind an end of a lead that take a sound between one contact and their ground. */
const groundedInputs = (
  { find, circuit }: Solved,
  lead: Lead,
): { end: number; device: string; input: InputElement }[] =>
  lead.ends.flatMap((at, end) => {
    if (!isInSocket(at)) return [];
    return (find.modelOf(at.device)?.elements ?? []).flatMap((element) =>
      element.kind === 'input' &&
      element.minus === undefined &&
      portOfElement(element) === at.port &&
      circuit.inputs.some((one) => one.device === at.device && one.element === element.id)
        ? [{ end, device: at.device, input: element }]
        : [],
    );
  });

/** Contacts that are one metal with the ground of an input, in its own socket. */
const groundContacts = ({ find }: Solved, device: string, { ground, plus }: InputElement): string[] => {
  const port = portOfPin(plus);
  const bonded = (find.modelOf(device)?.elements ?? []).flatMap((element) =>
    element.kind === 'bond' && element.pins.includes(ground) ? element.pins : [],
  );
  return [ground, ...bonded].filter((pin) => portOfPin(pin) === port);
};

/** Whether a wire of a lead ends on a contact of a socket. */
const touches = ({ find }: Solved, lead: Lead, end: number, wire: string, pin: string): boolean => {
  const kind = find.leadKindOf(lead.id);
  const at = lead.ends[end];
  if (!kind || !isInSocket(at)) return false;
  const socket = find.port(at.device, at.port)?.connector ?? '';
  const joins = kind.conductors.find(({ name }) => name === wire)?.joins ?? [];
  return (contactsBetween(kind.ends[end]!.connector, socket) ?? []).some(
    ([ofPlug, ofSocket]) => ofSocket === contactOfPin(pin) && joins.includes(`${end}.${ofPlug}`),
  );
};

/** The wire by which an unbalanced sound goes back is broken: it finds its way by other metal, with all that hums there, or none. */
const openReturn: Check = (solved) => {
  const { rig, find, circuit } = solved;
  return rig.leads.flatMap((lead): Found[] => {
    const wires = find.leadKindOf(lead.id)?.conductors ?? [];
    const open = wires.filter(({ name }) => find.isOpen(lead, name));
    // Where no wire is whole, nothing comes at all, and that is told.
    if (open.length === 0 || open.length === wires.length) return [];
    const cut = groundedInputs(solved, lead).find(({ end, device, input }) =>
      groundContacts(solved, device, input).some((pin) =>
        open.some(({ name }) => touches(solved, lead, end, name, pin)),
      ),
    );
    if (!cut) return [];
    const { device, input } = cut;
    const passes = couplingsInto(circuit, { device, element: input.id }).some(
      (one) => couplingLevel(one) > HALF,
    );
    const name = find.nameOf(device);
    return [
      finding({
        code: 'leg-lost',
        severity: passes ? 'caution' : 'fault',
        title: `The return of the lead into ${name} is broken`,
        why: `An unbalanced sound goes back by the sleeve, and that wire is open. What is heard now goes back by other metal, a mains earth or another lead, and brings what hums there; where there is none, the sound is gone or only a thin buzz.`,
        places: [{ lead: lead.id }, { device, port: portOfElement(input) }],
        figures: [
          { label: 'Wires of the return that are whole', value: 0, unit: '', from: 'conductors of the lead' },
        ],
        propose: () => [
          { label: 'Use an unbroken lead', edit: changeLead(rig, lead.id, { broken: [] }) },
          unplug(rig, lead),
        ],
      }),
    ];
  });
};

/** A wire that a sound needs is open: a leg of a balanced input, the return of an unbalanced one. */
export const legLost: Check = (solved) => [...openLeg(solved), ...openReturn(solved)];
