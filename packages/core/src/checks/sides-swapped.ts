import { maxBy } from 'es-toolkit';
import { portOfPin } from '../catalogue';
import { couplingLevel, couplingsByInput } from '../circuit';
import { changeLead, combineEdits, endAt, socketsIn } from '../rig';
import { dbFromRatio } from '../units';
import { finding, type Check, type Found, type Fix, type Solved } from './finding';
import { leadsBetween, unplug } from './fixes/rewire';

const sideOf = ({ find }: Solved, device: string, id: string) => {
  const element = find.element(device, id);
  return element?.kind === 'output' || element?.kind === 'input'
    ? { element, side: element.side }
    : undefined;
};

/** Leads in a device's sockets whose other ends could be exchanged. */
const exchangeEnds = ({ rig, find }: Solved, from: string, to: string, side: 'left' | 'right'): Fix[] => {
  const between = leadsBetween(rig, from, to);
  const splitter = between.find((lead) => lead.ends.length === 3);
  const label = 'Exchange the two plugs';
  if (splitter) {
    const [a, b, c] = splitter.ends;
    return [{ label, edit: changeLead(rig, splitter.id, { ends: [a!, c!, b!] }) }];
  }
  const [first, second] = between;
  if (first && !second) {
    // One lead alone: into the free socket of its own side.
    const at = endAt(first, to);
    const here = find.port(to, socketsIn([first], to)[0]!.port);
    const there = find
      .modelOf(to)
      ?.elements.flatMap((element) =>
        element.kind === 'input' && element.side === side ? [portOfPin(element.plus)] : [],
      )
      .find((port) => !find.inPort(to, port) && find.port(to, port)?.connector === here?.connector);
    return there
      ? [
          {
            label: `Plug it into ${find.portName(to, there)}`,
            edit: changeLead(rig, first.id, {
              ends: first.ends.with(at, { device: to, port: there }),
            }),
          },
        ]
      : [unplug(rig, first)];
  }
  if (!first || !second || between.length !== 2) return [];
  const [i, j] = [endAt(first, to), endAt(second, to)];
  return [
    {
      label: `${label} at ${find.device(to)?.name}`,
      edit: combineEdits(
        label,
        changeLead(rig, first.id, { ends: first.ends.with(i, second.ends[j]!) }),
        changeLead(rig, second.id, { ends: second.ends.with(j, first.ends[i]!) }),
      ),
    },
  ];
};

/** What is heard on the right was meant for the left. */
export const sidesSwapped: Check = (solved) => {
  const { circuit, find } = solved;
  const strongest = couplingsByInput(circuit).flatMap((into) => maxBy(into, couplingLevel) ?? []);
  const found = new Map<string, Found>();
  for (const coupling of strongest) {
    const { from, to } = coupling;
    const [leaves, meets] = [
      sideOf(solved, from.device, from.element),
      sideOf(solved, to.device, to.element),
    ];
    if (!leaves?.side || !meets?.side || leaves.side === meets.side || couplingLevel(coupling) < 0.03)
      continue;
    // Both sides on one input, or one side on both, is another matter: nothing is exchanged there.
    const isHereToo = circuit.couplings.some(
      (other) =>
        other.from.device === from.device &&
        other.to.device === to.device &&
        (other.from.element === from.element) !== (other.to.element === to.element) &&
        sideOf(solved, other.from.device, other.from.element)?.side ===
          sideOf(solved, other.to.device, other.to.element)?.side &&
        couplingLevel(other) > couplingLevel(coupling) / 2,
    );
    if (isHereToo) continue;
    const { side } = leaves;
    const [a, b] = [find.device(from.device)?.name, find.device(to.device)?.name];
    found.set(
      `${from.device} ${to.device}`,
      finding({
        code: 'sides-swapped',
        severity: 'caution',
        title: `Left and right are exchanged between ${a} and ${b}`,
        why: `The ${leaves.side} side of ${a} arrives on the ${meets.side} side of ${b}. The picture is mirrored; with one talker on each side, the wrong one is turned up.`,
        places: [{ device: from.device }, { device: to.device }],
        figures: [
          {
            label: `${leaves.side} arriving on the ${meets.side}`,
            value: dbFromRatio(couplingLevel(coupling)),
            unit: 'dB',
            from: 'solved circuit, input volts per output volt',
          },
        ],
        propose: () => exchangeEnds(solved, from.device, to.device, side),
      }),
    );
  }
  return [...found.values()];
};
