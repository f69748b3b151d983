import { contactOfPin, portOfPin } from '../catalogue';
import { couplingLevel, couplingsInto } from '../circuit';
import { changeLead, removeLead } from '../rig';
import { dbFromRatio } from '../units';
import { figureText, finding, type Check, type Found } from './finding';
import { unplug, useBestLead } from './fixes/rewire';

/** One leg of a balanced input is joined to something, the other to nothing. */
export const legLost: Check = ({ rig, find, circuit }) => {
  const found: Found[] = [];
  for (const input of circuit.inputs) {
    const open = input.legs.filter((leg) => !leg.isJoined);
    if (input.legs.length !== 2 || open.length !== 1) continue;
    const strongest = couplingsInto(circuit, input).reduce((best, c) => Math.max(best, couplingLevel(c)), 0);
    const pin = open[0]!.pin;
    const lead = find.inPort(input.device, portOfPin(pin))?.lead;
    if (!lead) continue;
    const level = strongest > 0 ? dbFromRatio(strongest) : -120;
    found.push(
      finding({
        code: 'leg-lost',
        severity: level < -6 ? 'fault' : 'caution',
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
          { ...unplug(rig, lead), edit: removeLead(rig, lead.id) },
        ],
      }),
    );
  }
  return found;
};
