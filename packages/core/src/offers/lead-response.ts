import { leadResponses, solveCircuit } from '../circuit';
import { humAt } from '../checks';
import { lookup, type Rig } from '../rig';
import { dbFromRatio } from '../units';

/** The frequencies a response is drawn at, Hz. */
export const RESPONSE_HERTZ = [100, 200, 500, 1000, 2000, 3000, 5000, 7000, 10_000, 14_000, 20_000] as const;

/** What a lead does to one sound on its way into one input. */
export interface ResponseReading {
  from: string;
  to: string;
  /** Against the open output, dB. */
  points: { hertz: number; db: number }[];
  /** Lost at 1 kHz to the load and the lead, dB. */
  at1kDb: number;
  /** Further change against 1 kHz, dB. */
  at10kDb: number;
  at20kDb: number;
  hum?: { humDbu: number; underSoundDb: number };
}

/** Everything that passes through a lead, over frequency, with the hum it picks up on the way. */
export const leadResponse = (rig: Rig, leadId: string): ResponseReading[] => {
  const find = lookup(rig);
  const responses = leadResponses(find, leadId, RESPONSE_HERTZ);
  if (responses.length === 0) return [];
  const circuit = solveCircuit(find);
  const name = (device: string, element: string) => {
    const found = find.element(device, element);
    const side = found && 'side' in found && found.side ? `, ${found.side}` : '';
    return `${find.nameOf(device)}${side}`;
  };
  return responses.map(({ from, to, gains }) => {
    const db = gains.map(({ re, im }) => Math.max(-120, dbFromRatio(Math.hypot(re, im))));
    const at = (hertz: number) => db[RESPONSE_HERTZ.indexOf(hertz as (typeof RESPONSE_HERTZ)[number])]!;
    const input = circuit.inputs.find((i) => i.device === to.device && i.element === to.element);
    const hum = input && humAt(circuit, find, input);
    return {
      from: name(from.device, from.element),
      to: name(to.device, to.element),
      points: RESPONSE_HERTZ.map((hertz, index) => ({ hertz, db: db[index]! })),
      at1kDb: at(1000),
      at10kDb: at(10_000) - at(1000),
      at20kDb: at(20_000) - at(1000),
      ...(hum ? { hum: { humDbu: hum.humDbu, underSoundDb: hum.underSoundDb } } : {}),
    };
  });
};
