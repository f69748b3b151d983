import { connectorById } from '../catalogue';
import { plugName } from '../rig';
import { finding, type Check } from './finding';
import { unplug, useBestLead } from './fixes/rewire';

/** A plug in a socket it does not go into. */
export const plugMismatch: Check = ({ rig, find, circuit }) =>
  circuit.mismatches.map(({ lead: leadId, end, plug, socket }) => {
    const lead = find.lead(leadId)!;
    const plugged = lead.ends[end]!;
    const plugWords = connectorById(plug)!.name;
    const socketWords = connectorById(socket)!.name;
    return finding({
      code: 'plug-mismatch',
      severity: 'fault',
      title: `${plugWords} does not go into ${plugName(find, plugged)}`,
      why: `That socket is ${socketWords}. No contact of the plug touches one of the socket, so nothing passes.`,
      places: [
        { lead: leadId },
        ...('device' in plugged ? [{ device: plugged.device, port: plugged.port }] : []),
      ],
      figures: [{ label: 'Contacts made', value: 0, unit: '', from: 'the table of mating connectors' }],
      propose: () => [...useBestLead(rig, lead), unplug(rig, lead)],
    });
  });
