import { contactOfPin, portOfPin } from '../catalogue';
import { couplingLevel, couplingsInto } from '../circuit';
import { changeLead } from '../rig';
import { dbFromRatio } from '../units';
import { figureText, finding, type Check, type Found } from './finding';
import { unplug, useBestLead } from './fixes/rewire';

/** Less than half of the sound is a fault: one leg of two that are driven alike is half. */
const HALF = 0.5;

/** One leg of a balanced input is joined to something, the other to nothing. */
export const legLost: Check = ({ rig, find, circuit }) => {
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
