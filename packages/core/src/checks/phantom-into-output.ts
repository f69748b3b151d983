import { survivesDc } from '../circuit';
import { figureText, finding, type Check, type Found } from './finding';
import { feedOfInput, switchFeed } from './fixes/feeds';
import { insertLaptopIsolator } from './fixes/insert';
import { unplug, useOtherInput } from './fixes/rewire';

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
    const port = model!.ports.find(({ id }) => element.plus.startsWith(`${id}.`))!;
    const key = `${reading.device}:${port.id}`;
    if (found.has(key)) continue;
    const lead = find.inPort(reading.device, port.id)?.lead;
    const input = circuit.couplings.find(
      (c) => c.from.device === reading.device && c.from.element === reading.element,
    )?.to;
    const feed = (input && feedOfInput(solved, input.device, input.element)) ?? undefined;
    const total = circuit.feeds
      .filter((f) => feed && f.device === feed.device && f.element === feed.element)
      .flatMap((f) => f.legs)
      .reduce((sum, leg) => sum + leg.milliamps, 0);
    const name = find.device(reading.device)?.name ?? reading.device;
    const from = feed ? ` from ${find.device(feed.device)?.name}` : '';
    found.set(
      key,
      finding({
        code: 'phantom-into-output',
        severity: 'danger',
        title: `${name} gets ${figureText(reading.idleVolts, 0)} V into its ${port.label.toLowerCase()}`,
        why: `Phantom power${from} comes back through this lead: ${figureText(reading.idleVolts)} V while the jack is asleep, ${figureText(total)} mA once it plays. It is built for ${limit.volts} V and ${limit.milliamps} mA. Computers and phones have been destroyed this way: switch phantom off before you pull the lead.`,
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
            label: 'Out of the supply',
            value: total,
            unit: 'mA',
            from: 'solved circuit, current in both feed resistors',
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
          ...(lead ? insertLaptopIsolator(rig, lead) : []),
          ...(feed ? switchFeed(rig, feed, false) : []),
          ...(lead ? [unplug(rig, lead)] : []),
        ],
      }),
    );
  }
  return [...found.values()];
};
