import { connectorById } from '../catalogue';
import { changeLead } from '../rig';
import { finding, type Check, type Found } from './finding';
import { unplug } from './fixes/rewire';

/** A mains lead with a broken wire: whoever touches what hangs on it may become its earth. */
export const mainsLeadBroken: Check = ({ find, rig }) =>
  rig.leads.flatMap((lead): Found[] => {
    const kind = find.leadKindOf(lead.id);
    if (!kind || lead.broken.length === 0) return [];
    if (!kind.ends.some(({ connector }) => connectorById(connector)?.medium === 'mains')) return [];
    const isEarth = lead.broken.includes('E');
    return [
      finding({
        code: 'mains-lead-broken',
        severity: 'danger',
        title: isEarth
          ? `The earth of a ${kind.name.toLowerCase()} is broken`
          : `A ${kind.name.toLowerCase()} is broken`,
        why: `${isEarth ? 'Without its earth the metal of a device can carry mains voltage, and whoever touches it is the earth.' : 'A broken mains wire sparks and burns.'} Pull it out of the wall first, throw it away and use another; have a qualified person look at anything that hung on it. Never tape it, never use it for a while.`,
        places: [{ lead: lead.id }],
        figures: [
          { label: 'Broken wires', value: lead.broken.length, unit: '', from: 'the lead, as marked' },
        ],
        propose: () => [
          { label: 'Use an unbroken lead', edit: changeLead(rig, lead.id, { broken: [] }) },
          unplug(rig, lead),
        ],
      }),
    ];
  });
