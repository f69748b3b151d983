import { edgesInto, wayTo, type FlowSource } from '../flow';
import { listed } from '../feeds';
import { severityOfAmount } from './amount';
import { crestAt, levelAt, settingUpTo, turnedAt, type Turned } from '../gain';
import { combineEdits, DEFAULT_TALK_AT_ONCE, setControl } from '../rig';
import { powerSumDb } from '../units';
import { figureText, finding, type Check, type Fix, type Found, type Solved } from './finding';
import { turnDownAlong } from './fixes/turn-down';

/** Cut off by less than this nobody hears, dB. */
const HEARD_DB = 0.5;

/** One sound at a place. */
interface Part {
  source: FlowSource;
  index: number;
  peak: number;
}

/** Everything that is heard at a place, the loudest first. */
const partsAt = ({ graph, heard }: Solved, node: string): (Part & { level: number })[] =>
  [...(heard.everywhere.get(node)?.keys() ?? [])]
    .map((index) => {
      const source = graph.sources[index]!;
      const level = levelAt(heard, source, index, node)!;
      return { source, index, level, peak: level + crestAt(heard, source, index, node) };
    })
    .sort((a, b) => b.level - a.level);

/** How many talk at once, as this rig assumes: a mix is made for no more. */
const talkersOf = ({ rig }: Solved): number => rig.assumptions.talkAtOnce ?? DEFAULT_TALK_AT_ONCE;

/** What may sound at a place at the same moment: so many of those who talk loudest, here or on a call, the louder first. A player runs by itself, or low. */
const atOnceAt = (solved: Solved, node: string): Part[] =>
  partsAt(solved, node)
    .filter(({ source }) => source.person !== undefined || source.app !== undefined)
    .slice(0, talkersOf(solved));

/**
 * The same at every place that more than one sound reaches. A place fed by one way alone has what is at that way's start,
 * louder or weaker: sums are worked out only where ways meet.
 */
const atOnceEverywhere = (solved: Solved): Map<string, Part[]> => {
  const { graph, heard } = solved;
  const all = new Map<string, Part[]>();
  for (const node of graph.order) {
    const here = heard.everywhere.get(node)?.size ?? 0;
    if (here < 2) continue;
    const [edge, another] = edgesInto(graph, node);
    const isAlike = edge && !another && heard.everywhere.get(edge.from)?.size === here;
    const there = isAlike ? all.get(edge.from) : undefined;
    all.set(
      node,
      there?.map((part) => ({
        ...part,
        peak: part.peak + edge!.gainDb + (edge!.peaksDb ?? 0),
      })) ?? atOnceAt(solved, node),
    );
  }
  return all;
};

interface Sum {
  node: string;
  parts: Part[];
  /** Peaks of all together over the ceiling, dB. */
  overDb: number;
}

/** How far what sounds at once is over a place's ceiling; undefined where one alone is, or nothing can be. */
const sumAt = ({ graph }: Solved, node: string, parts: Part[]): Sum | undefined => {
  const ceiling = graph.nodes.get(node)?.ceiling;
  if (ceiling === undefined || parts.length < 2) return undefined;
  if (parts.some(({ peak }) => peak > ceiling)) return undefined;
  // Sounds that do not know of each other: their peaks add as their powers do.
  const overDb = powerSumDb(parts.map(({ peak }) => peak)) - ceiling;
  return overDb > HEARD_DB ? { node, parts, overDb } : undefined;
};

/** The last thing that can be turned on the way of a sound to a place. */
const lastTurned = ({ find, heard }: Solved, { source, index }: Part, node: string): Turned | undefined =>
  wayTo(heard.ways[index]!, source.node, node)
    .reverse()
    .flatMap((edge) => turnedAt(find, edge))[0];

/** What is so much weaker than the loudest adds nothing that counts, dB. */
const COUNTS_DB = 12;

/** Every sound that counts there turned down by as much, each at what is nearest to where they meet. */
const turnAllDown = (solved: Solved, { node, overDb }: Sum): Fix[] => {
  const all = partsAt(solved, node);
  const turns = new Map(
    all
      .filter(({ level }) => level > all[0]!.level - COUNTS_DB)
      .flatMap((part) => {
        const turned = lastTurned(solved, part, node);
        return turned ? [[`${turned.device} ${turned.control}`, turned] as const] : [];
      }),
  );
  const byDb = Math.ceil(overDb + HEARD_DB);
  const edits = [...turns.values()].map((turned) => {
    const to = settingUpTo(turned, turned.value - byDb);
    return setControl(solved.rig, turned.device, turned.control, to);
  });
  const names = [...turns.values()].map(({ label }) => label).join(', ');
  if (edits.length < 2) return [];
  const label = `Turn ${names} down by ${byDb} dB`;
  return [{ label, edit: combineEdits(label, ...edits) }];
};

/** Sounds that each have room, and together do not. */
export const clipMix: Check = (solved) => {
  const over = new Map(
    [...atOnceEverywhere(solved)].flatMap(([node, parts]) => {
      const sum = sumAt(solved, node, parts);
      return sum ? [[node, sum] as const] : [];
    }),
  );
  const sums = new Map<string, Sum>();
  for (const [node, sum] of over) {
    const { device } = solved.graph.nodes.get(node)!;
    // What is cut off already where it comes from is said there.
    if (edgesInto(solved.graph, node).some(({ from }) => over.has(from))) continue;
    const known = sums.get(device ?? node);
    if (!known || known.overDb < sum.overDb) sums.set(device ?? node, sum);
  }
  return [...sums.values()].map((sum): Found => {
    const node = solved.graph.nodes.get(sum.node)!;
    const name = solved.find.device(node.device ?? '')?.name ?? node.label;
    const who = sum.parts.map(({ source }) => source.name);
    const [loudest] = sum.parts;
    return finding({
      code: 'clip-mix',
      severity: severityOfAmount(sum.overDb) ?? 'advice',
      title: `${listed(who)} together clip in ${name} by ${figureText(sum.overDb)} dB`,
      why: `Each alone has room at “${node.label}”; when they sound at once their peaks are ${figureText(sum.overDb)} dB over its ceiling, and what is cut off there can never be repaired. Turn each of them down where they meet, not at its first gain.`,
      places: [{ ...(node.device ? { device: node.device } : {}) }],
      figures: [
        ...sum.parts.map(({ source, peak }) => ({
          label: `Peaks of ${source.name}`,
          value: peak,
          unit: node.unit,
          from: 'arrivals, all ways together',
        })),
        {
          label: 'Peaks of all together',
          value: node.ceiling! + sum.overDb,
          unit: node.unit,
          from: `powers added; assumed: ${talkersOf(solved)} talk at once`,
        },
        { label: 'Ceiling', value: node.ceiling!, unit: node.unit, from: `device model of ${name}` },
      ],
      propose: () => [
        ...turnAllDown(solved, sum),
        ...turnDownAlong(
          solved,
          wayTo(solved.heard.ways[loudest!.index]!, loudest!.source.node, sum.node),
          sum.overDb + HEARD_DB,
        ),
      ],
    });
  });
};
