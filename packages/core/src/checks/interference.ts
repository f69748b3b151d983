import { maxBy } from 'es-toolkit';
import { NOMINAL_OUTPUT_DBU } from '../catalogue';
import { couplingLevel, couplingsInto, type Circuit, type Coupling, type InputReading } from '../circuit';
import type { Lookup } from '../rig';
import { dbFromRatio, dbuFromVolts } from '../units';

/** The room's hum at an input beside the loudest sound there. */
export interface Hum {
  /** What the leads picked up, as the input hears it, dBu. */
  humDbu: number;
  /** The loudest sound at its nominal level, dBu. */
  soundDbu: number;
  nominalDbu: number;
  /** How far the hum lies under the sound, dB. */
  underSoundDb: number;
  source: Coupling;
}

/** Hum this far down is nobody's concern, and its figure nobody's either, dB. Common practice, no published source. */
export const INAUDIBLE_HUM_DB = 120;

/** Hum against sound at an input; undefined where nothing is picked up or no sound arrives. */
export const humAt = (circuit: Circuit, find: Lookup, input: InputReading): Hum | undefined => {
  if (input.interferenceVolts <= 0) return undefined;
  const source = maxBy(couplingsInto(circuit, input), couplingLevel);
  const element = source && find.element(source.from.device, source.from.element);
  if (!source || element?.kind !== 'output') return undefined;
  const nominalDbu = element.nominalDbu ?? NOMINAL_OUTPUT_DBU[element.signal];
  const soundDbu = nominalDbu + dbFromRatio(couplingLevel(source));
  const humDbu = dbuFromVolts(input.interferenceVolts);
  return { humDbu, soundDbu, nominalDbu, underSoundDb: soundDbu - humDbu, source };
};
