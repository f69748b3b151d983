import { portOfElement } from '../catalogue';
import { EARTH, humAtInput, type GroundLoop } from '../circuit';
import { DEFAULT_EARTH_HUM_MILLIVOLTS, leadRun, type Lead } from '../rig';
import { dbuFromVolts } from '../units';
import { figureText, finding, type Check, type Found, type Solved } from './finding';
import { soundAt } from './sound-at';
import { insertIsolator, useFloatingSupply } from './fixes/insert';
import { unplug, useBestLead, useOtherInput } from './fixes/rewire';

/** Devices through which the ring reaches the mains earth. */
const onEarth = ({ pieces }: GroundLoop): string[] => [
  ...new Set(
    pieces
      .filter(({ from, to }) => from === EARTH || to === EARTH)
      .map(({ from, to }) => (from === EARTH ? to : from)),
  ),
];

const ringWords = ({ find }: Solved, { pieces }: GroundLoop): string =>
  pieces
    .map(({ from, to, lead }) => {
      const name = (node: string) => (node === EARTH ? 'mains earth' : find.nameOf(node));
      return `${name(from)} – ${name(to)}${lead ? ` (${find.leadKindOf(lead)?.name})` : ''}`;
    })
    .join(', ');

/** What flows round must lie this far under the sound, dB. Common practice, no published source. */
const WANTED_DISTANCE_DB = 60;

/** The ring by way of the earth that a lead of an input is part of: two leads side by side are none. */
const ringOf = ({ circuit }: Solved, leads: readonly Lead[]): GroundLoop | undefined => {
  const passes = ({ pieces }: GroundLoop, id: string) =>
    pieces.some((piece) => piece.lead === id || piece.leads?.includes(id));
  return circuit.groundLoops.find((loop) => onEarth(loop).length && leads.some(({ id }) => passes(loop, id)));
};

/** Hum between two earths flows through a screen and is heard at an input: judged by how loud it is there. */
export const groundLoop: Check = (solved) => {
  const { find, rig, circuit } = solved;
  const found = new Map<string, Found>();
  for (const input of circuit.inputs) {
    const volts = humAtInput(circuit.hum, input);
    const sound = volts === 0 ? undefined : soundAt(solved, input.device, input.element);
    if (!sound) continue;
    const humDbu = dbuFromVolts(volts);
    const underDb = sound.dbu - humDbu;
    if (underDb > WANTED_DISTANCE_DB) continue;
    const element = find.element(input.device, input.element);
    const port = portOfElement(element);
    const lead = find.inPort(input.device, port)?.lead;
    const loop = lead && ringOf(solved, leadRun(rig, lead));
    if (!loop) continue;
    const { nameOf: name } = find;
    const millivolts = rig.assumptions.earthHumMillivolts ?? DEFAULT_EARTH_HUM_MILLIVOLTS;
    const key = `${sound.from} ${input.device}`;
    if (found.has(key)) continue;
    found.set(
      key,
      finding({
        code: 'ground-loop',
        severity: 'caution',
        title: `Hum through ${name(sound.from)} and ${name(input.device)}: only ${figureText(underDb, 0)} dB under the sound`,
        why: `Both stand on the mains earth, and the screen of this lead joins them a second time: ${ringWords(solved, loop)}. What flows through the screen is added to the sound, because the lead does not carry it on two legs into an input that takes the difference. Open the ring in the sound: a balanced lead, an isolator, a floating supply. Never lift a mains earth: it is there to save lives.`,
        places: [
          { lead: lead.id },
          ...[...new Set(loop.pieces.flatMap(({ from, to }) => [from, to]))]
            .filter((node) => node !== EARTH)
            .map((device) => ({ device })),
        ],
        figures: [
          {
            label: 'Hum at the input',
            value: humDbu,
            unit: 'dBu',
            from: `solved circuit; assumption: ${millivolts} mV between the earths of two plugs`,
          },
          { label: 'Sound there', value: sound.dbu, unit: 'dBu', from: sound.words },
          {
            label: 'Wanted between them',
            value: WANTED_DISTANCE_DB,
            unit: 'dB',
            from: 'common practice, no published source',
          },
        ],
        propose: () => [
          ...useBestLead(rig, lead),
          ...useOtherInput(rig, lead),
          ...insertIsolator(rig, lead),
          ...onEarth(loop).flatMap((device) => useFloatingSupply(rig, device)),
          unplug(rig, lead),
        ],
      }),
    );
  }
  return [...found.values()];
};
