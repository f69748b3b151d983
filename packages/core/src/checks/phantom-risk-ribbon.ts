import { socketBeyond } from '../rig';
import { portOfPin } from '../catalogue';
import { survivesDc } from '../circuit';
import { figureText, finding, type Check, type Found } from './finding';
import { feedOfPort, switchFeed } from './fixes/feeds';
import { unplug, useBestLead } from './fixes/rewire';

/** Volts on the legs from which a supply counts as being there. */
const SUPPLY_THERE_VOLTS = 5;

/** A coil or ribbon that current destroys, where a supply reaches it: through it now, or one bad lead away. */
export const phantomRiskRibbon: Check = (solved) => {
  const { find, circuit, rig } = solved;
  return circuit.outputsDc.flatMap((reading): Found[] => {
    const element = find.element(reading.device, reading.element);
    if (element?.kind !== 'output' || element.drive !== 'floating' || !element.tolerates) return [];
    const limit = element.tolerates;
    const isHurt = !survivesDc(limit, reading);
    if (limit.volts > 10 || (!isHurt && reading.legVolts < SUPPLY_THERE_VOLTS)) return [];
    const name = find.nameOf(reading.device);
    const lead = find.inPort(reading.device, portOfPin(element.plus))?.lead;
    const desk = socketBeyond(lead, reading.device);
    const feed = desk && feedOfPort(find, desk.device, desk.port, circuit);
    return [
      finding({
        code: 'phantom-risk-ribbon',
        severity: isHurt ? 'danger' : 'caution',
        title: isHurt
          ? `${figureText(reading.milliamps)} mA flow through the ribbon of ${name}`
          : `Phantom stands on ${name}, a ribbon that one bad lead destroys`,
        why: isHurt
          ? `One leg is fed and the other is not, so the supply drives current through the ribbon: ${figureText(reading.volts, 2)} V across it. It is built for ${limit.milliamps} mA. Switch phantom off, then change the lead.`
          : `${figureText(reading.legVolts)} V stand on both legs alike, so nothing flows through the ribbon now. A broken or unbalanced lead, or plugging in with phantom on, would send it through. A passive ribbon needs no phantom.`,
        places: [{ device: reading.device }, ...(lead ? [{ lead: lead.id }] : [])],
        figures: [
          { label: 'Across the ribbon', value: reading.volts, unit: 'V', from: 'solved circuit, DC' },
          { label: 'Through the ribbon', value: reading.milliamps, unit: 'mA', from: 'solved circuit, DC' },
          {
            label: 'On its legs',
            value: reading.legVolts,
            unit: 'V',
            from: 'solved circuit, DC, against the room’s ground',
          },
          { label: 'Survives', value: limit.milliamps, unit: 'mA', from: `device model of ${name}` },
        ],
        propose: () => [
          ...(feed?.on ? switchFeed(rig, feed, false) : []),
          ...(isHurt && lead ? [...useBestLead(rig, lead), unplug(rig, lead)] : []),
        ],
      }),
    ];
  });
};
