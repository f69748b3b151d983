import type { Circuit, TerminalReading } from '../circuit';
import { dbFromRatio } from '../units';
import { figureText, finding, type Check, type Found } from './finding';
import { setInputTo } from './fixes/level';
import { insertDiBox } from './fixes/insert';
import { devicesOf, unplug, useBestLead, useOtherInput } from './fixes/rewire';
import { mends } from './fixes/trial';

/** Less than this lost to the load is bridging: a load of twice the source takes 3.5 dB (IEC 61938 asks for 5 to 10 times). */
const LOST_DB = -3.5;

/** Whether an output is dragged down, in a rig solved anew. */
const isLoaded =
  ({ device, element }: TerminalReading) =>
  ({ circuit }: { circuit: Circuit }): boolean =>
    circuit.terminals.some(
      (one) => one.device === device && one.element === element && dbFromRatio(one.volts) <= LOST_DB,
    );

/** What hangs on an output drags it down: the input's impedance is too low for it, or two share one source. */
export const inputLoading: Check = (solved) => {
  const { circuit, find, rig } = solved;
  return circuit.terminals.flatMap((terminal): Found[] => {
    const element = find.modelOf(terminal.device)?.elements.find(({ id }) => id === terminal.element);
    const lost = dbFromRatio(terminal.volts);
    const isHeard = circuit.couplings.some(
      (c) => c.from.device === terminal.device && c.from.element === terminal.element,
    );
    // Headphone outputs are made to be loaded.
    if (element?.kind !== 'output' || element.signal === 'headphone' || !isHeard || lost > LOST_DB) return [];
    const name = find.device(terminal.device)?.name ?? terminal.device;
    const port = element.plus.split('.')[0]!;
    const lead = find.inPort(terminal.device, port)?.lead;
    const ratio = terminal.volts / Math.max(1e-9, 1 - terminal.volts);
    return [
      finding({
        code: 'input-loading',
        severity: 'caution',
        title: `${name} is loaded down by ${figureText(-lost)} dB`,
        why: `Its source impedance is ${figureText(element.ohms, 0)} Ω and what hangs on it is only ${figureText(ratio)} times that; five to ten times is wanted. It sounds dull and weak. Use an input of higher impedance, or a DI box.`,
        places: [{ device: terminal.device, port }, ...(lead ? [{ lead: lead.id }] : [])],
        figures: [
          {
            label: 'Lost to the load',
            value: lost,
            unit: 'dB',
            from: 'solved circuit, volts at its contacts per volt of EMF',
          },
          { label: 'Load against source', value: ratio, unit: '×', from: 'solved circuit at 1 kHz' },
          { label: 'Source impedance', value: element.ohms, unit: 'Ω', from: `device model of ${name}` },
        ],
        propose: () =>
          lead
            ? [
                ...[
                  ...setInputTo(solved, lead, 'instrument'),
                  ...insertDiBox(rig, lead),
                  ...useBestLead(rig, lead),
                  ...useOtherInput(rig, lead),
                ].filter((fix) => mends(rig, fix, devicesOf(lead), isLoaded(terminal))),
                unplug(rig, lead),
              ]
            : [],
      }),
    ];
  });
};
