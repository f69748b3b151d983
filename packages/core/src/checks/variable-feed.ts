import { portOfPin } from '../catalogue';
import { solveCircuit } from '../circuit';
import { buildFlow, isDestination, pointId, usbTree } from '../flow';
import { hearEverything, missingDb, settingUpTo, strandsOf, turnedAt, type Strand } from '../gain';
import {
  combineEdits,
  connect,
  longEnough,
  lookup,
  removeLead,
  setControl,
  type Edit,
  type Rig,
} from '../rig';
import { finding, type Check, type Fix, type Found, type Solved } from './finding';
import { lastLegs, ordered } from './fixes/rewire';
import { after, bestLead } from './fixes/trial';

/** A headphone output by which a sound leaves for somewhere it is kept or sent. */
interface Leaving {
  device: string;
  port: string;
  /** Sockets of line outputs there that carry the sound too and are free. */
  others: string[];
}

/** Where a strand leaves a device by its headphone socket, though the device has another way out for it. */
const leavingOf = ({ find, graph, heard }: Solved, strand: Strand): Leaving | undefined => {
  const index = graph.sources.findIndex(({ node }) => node === strand.source);
  for (const { node } of strand.stages) {
    const { device, point, role } = graph.nodes.get(node)!;
    const model = role === 'output' && device ? find.modelOf(device) : undefined;
    const outputs = model?.elements.filter((element) => element.kind === 'output') ?? [];
    const own = outputs.find(({ id }) => id === point);
    if (!device || own?.signal !== 'headphone') continue;
    const carries = (id: string) => heard.everywhere.get(pointId(device, id))?.has(index) === true;
    const others = outputs
      .filter(({ id, signal }) => signal === 'line' && carries(id))
      .map(({ plus }) => portOfPin(plus))
      .filter((port) => !find.inPort(device, port));
    if (others.length > 0) return { device, port: portOfPin(own.plus), others: [...new Set(others)] };
  }
  return undefined;
};

/** The same strand in a rig that is a little another. */
const strandIn = (rig: Rig, { id }: Strand): Strand | undefined => {
  const find = lookup(rig);
  const graph = buildFlow(find, solveCircuit(find), usbTree(find));
  return strandsOf(find, hearEverything(find, graph)).find((one) => one.id === id);
};

/** What the new way out has to be turned by, so that as much arrives as is wanted. */
const withOutputTurned = (rig: Rig, edit: Edit, strand: Strand, device: string): Edit => {
  const moved = after(rig, edit);
  const then = strandIn(moved, strand);
  const end = then?.stages.at(-1);
  if (!then || !end) return edit;
  const known = new Set(strand.stages.flatMap(({ controls }) => controls.map(({ control }) => control)));
  const turned = then.stages
    .flatMap((stage) => turnedAt(lookup(moved), stage))
    .filter((one) => one.device === device && !known.has(one.control))
    .at(-1);
  if (!turned) return edit;
  const wanted = turned.value + missingDb(strand.aim, end.typical, end.peak);
  const to = settingUpTo(turned, wanted);
  return combineEdits(edit.label, edit, setControl(moved, device, turned.control, to));
};

/** The same lead's other end, fed from another socket by the lead that does it best, that output turned to what is wanted. */
const moveTo = ({ rig, find }: Solved, strand: Strand, { device, port, others }: Leaving): Fix[] => {
  const lead = find.inPort(device, port)?.lead;
  if (!lead) return [];
  return others.flatMap((other) =>
    lastLegs(rig, lead).flatMap(({ leg, to }): Fix[] => {
      const bare = after(rig, removeLead(rig, leg.id));
      const from = { device, port: other };
      const best = bestLead(bare, from, to);
      if (!best) return [];
      const label = `Feed it from ${find.portName(device, other)} instead`;
      const lengthM = longEnough(best.kind.usualLengthsM, leg.lengthM);
      const join = connect(bare, best.kind, ordered(best.flipped, from, to), lengthM, leg.id);
      const edit = combineEdits(label, removeLead(rig, leg.id), join);
      return [{ label, edit: withOutputTurned(rig, edit, strand, device) }];
    }),
  );
};

/** What is kept or sent hangs on a headphone volume, though an output that nobody turns is free. */
export const variableFeed: Check = (solved) => {
  const found = new Map<string, Found>();
  for (const strand of solved.strands) {
    if (!strand.arrives || strand.sinkKind === undefined || !isDestination(strand.sinkKind)) continue;
    const leaving = leavingOf(solved, strand);
    if (!leaving || found.has(`${leaving.device} ${leaving.port}`)) continue;
    const { device, port, others } = leaving;
    const name = solved.find.nameOf(device);
    const socket = solved.find.portName(device, port);
    const better = solved.find.portName(device, others[0]!);
    const end = strand.stages.at(-1)!;
    found.set(
      `${device} ${port}`,
      finding({
        code: 'variable-feed',
        severity: 'advice',
        title: `${strand.sinkLabel} is fed by the headphone socket of ${name}`,
        why: `Whoever turns “${socket}” for their ears turns what is recorded or sent with it. “${better}” carries the same sound, is free, and is set once.`,
        places: [{ device, port }],
        figures: [
          {
            label: 'Arrives now at',
            value: end.typical,
            unit: end.unit,
            from: `the whole way of ${strand.sourceName}, worked out as the volume stands`,
          },
        ],
        propose: () => moveTo(solved, strand, leaving),
      }),
    );
  }
  return [...found.values()];
};
