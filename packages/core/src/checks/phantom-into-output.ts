import { portOfPin } from '../catalogue';
import { survivesDc } from '../circuit';
import { leadInto } from './lead-into';
import { figureText, finding, type Check, type Found } from './finding';
import { feedNamed, switchFeed } from './fixes/feeds';
import { insertIsolator } from './fixes/insert';
import { unplug, useOtherInput } from './fixes/rewire';

/** So many times what it is built for is more than it gets away with. Common practice, no published source. */
const KILLING = 3;

/** A supply reaches an output that is not built to meet one. */
export const phantomIntoOutput: Check = (solved) => {
  const { find, circuit, rig } = solved;
  const found = new Map<string, Found>();
  for (const reading of circuit.outputsDc) {
    const model = find.modelOf(reading.device);
    const element = model?.elements.find(({ id }) => id === reading.element);
    if (element?.kind !== 'output' || !element.tolerates || element.signal === 'microphone') continue;
    const limit = element.tolerates;
    if (survivesDc(limit, reading)) continue;
    const port = find.port(reading.device, portOfPin(element.plus))!;
    const key = `${reading.device}:${port.id}`;
    if (found.has(key)) continue;
    const feed = feedNamed(solved, reading.fedBy);
    const lead = (feed && leadInto(find, feed)) ?? find.inPort(reading.device, port.id)?.lead;
    // A few volts through an output of some hundred ohms warm it; what kills is what its protection cannot take.
    const isDanger = reading.idleVolts > limit.volts || reading.milliamps > KILLING * limit.milliamps;
    const name = find.nameOf(reading.device);
    const from = feed ? ` from ${find.device(feed.device)?.name}` : '';
    found.set(
      key,
      finding({
        code: 'phantom-into-output',
        severity: isDanger ? 'danger' : 'caution',
        title: `${name} gets ${figureText(reading.idleVolts, reading.idleVolts < 10 ? 1 : 0)} V into its ${port.label.toLowerCase()}`,
        why: `Phantom power${from} comes back through this lead: ${figureText(reading.idleVolts)} V ${reading.idleVolts > reading.volts + 0.1 ? 'while the jack is asleep' : 'on its contact'}, ${figureText(reading.milliamps)} mA through each contact once it plays. It is built for ${limit.volts} V and ${limit.milliamps} mA. ${isDanger ? 'Computers and phones have been destroyed this way: switch' : 'It will hardly break, but it is not built for it: switch'} phantom off before you pull the lead.`,
        places: [
          { device: reading.device, port: port.id },
          ...(lead ? [{ lead: lead.id }] : []),
          ...(feed ? [{ device: feed.device }] : []),
        ],
        figures: [
          {
            label: 'On the contacts, jack asleep',
            value: reading.idleVolts,
            unit: 'V',
            from: 'solved circuit, DC, output not yet driving',
          },
          {
            label: 'On the contacts, playing',
            value: reading.volts,
            unit: 'V',
            from: 'solved circuit, DC, output driving',
          },
          {
            label: 'Through each contact, playing',
            value: reading.milliamps,
            unit: 'mA',
            from: 'solved circuit, DC, through the output itself',
          },
          {
            label: 'Power in one contact, playing',
            value: reading.milliwatts,
            unit: 'mW',
            from: 'solved circuit, DC, output driving',
          },
          { label: 'Survives', value: limit.volts, unit: 'V', from: `device model of ${name}` },
        ],
        propose: () => [
          ...(lead ? useOtherInput(rig, lead) : []),
          ...(lead ? insertIsolator(rig, lead) : []),
          ...(feed ? switchFeed(rig, feed, false) : []),
          ...(lead ? [unplug(rig, lead)] : []),
        ],
      }),
    );
  }
  return [...found.values()];
};
