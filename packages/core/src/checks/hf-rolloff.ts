import { portOfPin } from '../catalogue';
import { couplingLevel, DULL_DB } from '../circuit';
import { dbFromRatio } from '../units';
import { figureText, finding, type Check, type Found } from './finding';
import { insertDiBox } from './fixes/insert';
import { shortenLead } from './fixes/rewire';

/** The lead's capacitance and the source's impedance take the top of the band away. */
export const hfRolloff: Check = (solved) => {
  const { circuit, find, rig } = solved;
  const found = new Map<string, Found>();
  for (const coupling of circuit.couplings) {
    const lost = dbFromRatio(couplingLevel(coupling)) - dbFromRatio(coupling.topVolts);
    const element = find.element(coupling.from.device, coupling.from.element);
    if (element?.kind !== 'output' || lost < DULL_DB || dbFromRatio(couplingLevel(coupling)) < -40) continue;
    const name = find.nameOf(coupling.from.device);
    const port = portOfPin(element.plus);
    const lead = find.inPort(coupling.from.device, port)?.lead;
    if (!lead) continue;
    const kind = find.leadKindOf(lead.id)!;
    found.set(
      coupling.from.device,
      finding({
        code: 'hf-rolloff',
        severity: 'caution',
        title: `${name} loses ${figureText(lost)} dB at 20 kHz in its lead`,
        why: `${figureText(lead.lengthM)} m of lead are ${figureText(kind.picofaradsPerM * lead.lengthM, 0)} pF against a source of ${figureText(element.ohms, 0)} Ω: it dulls the sound. A shorter lead, or a DI box close to the source, keeps it bright.`,
        places: [{ lead: lead.id }, { device: coupling.from.device, port }],
        figures: [
          {
            label: 'Lost at 20 kHz against 1 kHz',
            value: -lost,
            unit: 'dB',
            from: 'solved circuit at both frequencies',
          },
          {
            label: 'Capacitance of the lead',
            value: kind.picofaradsPerM * lead.lengthM,
            unit: 'pF',
            from: `${kind.picofaradsPerM} pF/m, lead kind (common practice)`,
          },
        ],
        propose: () => [...shortenLead(rig, lead, 0.7 * (DULL_DB / lost)), ...insertDiBox(rig, lead)],
      }),
    );
  }
  return [...found.values()];
};
