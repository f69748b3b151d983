import { finding, figureText, type Check, type Found } from './finding';
import { shortenLead, unplug } from './fixes/rewire';

/** Light, picture or radio over more metres than its data survives; USB and IEEE 1394 have a check of their own. */
export const dataLeadTooLong: Check = ({ find, rig }) =>
  rig.leads.flatMap((lead): Found[] => {
    const kind = find.leadKindOf(lead.id);
    const limit = kind?.maxLengthM;
    if (!kind || limit === undefined || lead.lengthM <= limit) return [];
    return [
      finding({
        code: 'data-lead-too-long',
        severity: 'fault',
        title: `${figureText(lead.lengthM, Number.isInteger(lead.lengthM) ? 0 : 1)} m of ${kind.name}: its data survives ${limit} m`,
        why: 'Data does not grow dull with length as sound on wires does: it is whole up to a point, then it breaks off. Come closer, or go by wire.',
        places: [{ lead: lead.id }],
        figures: [
          { label: 'Length', value: lead.lengthM, unit: 'm', from: 'the lead' },
          { label: 'Allowed', value: limit, unit: 'm', from: `lead kind ${kind.name}` },
        ],
        propose: () => [...shortenLead(rig, lead, limit / lead.lengthM), unplug(rig, lead)],
      }),
    ];
  });
