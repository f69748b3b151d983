import { EARTH, type GroundLoop } from '../circuit';
import { figureText, finding, type Check, type Found, type Solved } from './finding';
import { insertLaptopIsolator, insertLineIsolator, useFloatingSupply } from './fixes/insert';
import { unplug } from './fixes/rewire';

/** A lead into an input that hears one leg against the metal: what flows in the ring is heard. */
const isUnbalanced = ({ find }: Solved, leadId: string): boolean => {
  const lead = find.lead(leadId);
  if (!lead || find.leadKindOf(leadId)?.usb) return false;
  return lead.ends.some((end) => {
    if (!end || !('device' in end)) return false;
    const elements = find.modelOf(end.device)?.elements ?? [];
    const own = elements.filter(
      (element) => element.kind === 'input' && element.plus.startsWith(`${end.port}.`),
    );
    return own.some((element) => element.kind === 'input' && element.drive === 'single');
  });
};

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
      const name = (node: string) => (node === EARTH ? 'mains earth' : (find.device(node)?.name ?? node));
      return `${name(from)} – ${name(to)}${lead ? ` (${find.leadKindOf(lead)?.name})` : ''}`;
    })
    .join(', ');

/** Metal makes a ring, and an unbalanced link is part of it: hum flows round and is heard. */
export const groundLoop: Check = (solved) =>
  solved.circuit.groundLoops.flatMap((loop): Found[] => {
    const weak = loop.pieces.find(({ lead }) => lead !== undefined && isUnbalanced(solved, lead));
    if (!weak?.lead) return [];
    const { find, rig } = solved;
    const lead = find.lead(weak.lead)!;
    const name = (node: string) => find.device(node)?.name ?? node;
    return [
      finding({
        code: 'ground-loop',
        severity: 'caution',
        title: `Hum can flow round through ${name(weak.from)} and ${name(weak.to)}`,
        why: `Their metal is joined twice: ${ringWords(solved, loop)}. Hum flows round that ring, and the unbalanced lead in it hears it. Open the ring in the sound: an isolator in that lead, a balanced link, a battery or a floating supply. Never lift a mains earth: it is there to save lives.`,
        places: [
          { lead: weak.lead },
          ...loop.pieces.flatMap((piece) =>
            [piece.from, piece.to].filter((node) => node !== EARTH).map((device) => ({ device })),
          ),
        ].filter(
          (place, index, all) => all.findIndex((p) => JSON.stringify(p) === JSON.stringify(place)) === index,
        ),
        figures: [
          {
            label: 'Joints in the ring',
            value: loop.pieces.length,
            unit: '',
            from: 'screens, USB and mains earths of the rig',
          },
          {
            label: 'Length of the unbalanced lead',
            value: lead.lengthM,
            unit: 'm',
            from: `lead ${figureText(lead.lengthM)} m`,
          },
        ],
        propose: () => [
          ...insertLineIsolator(rig, lead),
          ...insertLaptopIsolator(rig, lead),
          ...onEarth(loop).flatMap((device) => useFloatingSupply(rig, device)),
          unplug(rig, lead),
        ],
      }),
    ];
  });
