import { portOfPin, type SignalKind } from '../catalogue';
import type { Circuit, ElementRef, TerminalReading } from '../circuit';
import { dbFromRatio, ratioFromDb } from '../units';
import { figureText, finding, type Check, type Found } from './finding';
import { setInputTo } from './fixes/level';
import { insertDiBox } from './fixes/insert';
import { devicesOf, unplug, useBestLead, useOtherInput } from './fixes/rewire';
import { mends } from './fixes/trial';

/** Less than this lost to the load is bridging: a load of twice the source takes 3.5 dB (IEC 61938 asks for 5 to 10 times). */
const LOST_DB = -3.5;

/**
 * What kinds of output lose to their load without harm, dB: headphone outputs are made for it; a microphone only gets weaker,
 * which its gain makes good. An instrument's pick-up turns dull, a line output distorts. Common practice.
 */
const TOLERATES_LOAD: Partial<Record<SignalKind, number>> = {
  headphone: -40,
  loudspeaker: -40,
  microphone: -12,
  // Data is matched, 110 Ω into 110 Ω (AES3, from memory): half of it is as it should be.
  aes3: -12,
};

const isAt = (a: ElementRef, b: ElementRef): boolean => a.device === b.device && a.element === b.element;

/** Whether an output is dragged down, in a rig solved anew. */
const isLoaded =
  ({ device, element }: TerminalReading) =>
  ({ circuit }: { circuit: Circuit }): boolean =>
    circuit.terminals.some(
      (one) => one.device === device && one.element === element && one.bestLeg <= ratioFromDb(LOST_DB),
    );

/** What hangs on an output drags it down: the input's impedance is too low for it, or two share one source. */
export const inputLoading: Check = (solved) => {
  const { circuit, find, rig } = solved;
  return circuit.terminals.flatMap((terminal): Found[] => {
    const element = find.element(terminal.device, terminal.element);
    // One leg on ground is no load: the other leg says what hangs on it.
    const lost = dbFromRatio(terminal.bestLeg);
    if (element?.kind !== 'output') return [];
    if (terminal.bestLeg > ratioFromDb(TOLERATES_LOAD[element.signal] ?? LOST_DB)) return [];
    if (!circuit.couplings.some(({ from }) => isAt(from, terminal))) return [];
    // Another output on its contacts is a fight, not a load.
    if (circuit.clashes.some(({ into, volts }) => isAt(into, terminal) && volts > 0.1)) return [];
    const name = find.nameOf(terminal.device);
    const port = portOfPin(element.plus);
    const lead = find.inPort(terminal.device, port)?.lead;
    const ratio = terminal.bestLeg / Math.max(1e-9, 1 - terminal.bestLeg);
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
