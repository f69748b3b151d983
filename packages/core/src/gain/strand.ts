import {
  mainWay,
  noiseLevels,
  positions,
  propagate,
  type FlowEdge,
  type FlowGraph,
  type FlowNode,
  type FlowSource,
} from '../flow';
import { dbFromRatio, type Db, type LevelUnit } from '../units';

/** One stage a sound passes: its level there, the noise under it, the ceiling over it. Levels in `unit`. */
export interface Stage {
  node: string;
  device: string | null;
  label: string;
  unit: LevelUnit;
  role: FlowNode['role'];
  typical: number;
  peak: number;
  noise: number | null;
  ceiling: number | null;
  /** Ceiling − peak. */
  headroomDb: Db | null;
  /** Typical − noise. */
  signalToNoiseDb: Db | null;
  /** Gain of the way here from the stage before. */
  gainDb: Db;
  /** Sum of unit changes so far: level − shift puts every stage on one scale, dBu at the analogue stages. */
  shiftDb: Db;
  delayMs: number;
  controls: { device: string; control: string }[];
}

/** The whole way of one sound, from where it starts to a track, or as far as it gets. */
export interface Strand {
  id: string;
  source: string;
  sourceName: string;
  person: string | null;
  sink: string;
  sinkLabel: string;
  /** True when it arrives at a track, a call or an ear; false when the way ends before. */
  arrives: boolean;
  stages: Stage[];
}

/** Weaker than this against its start (unit changes aside), a sound does not count as arriving. */
const LOST_DB = -90;

const endRoles = new Set<FlowNode['role']>(['track']);

const wayTo = (by: Map<string, FlowEdge>, start: string, sink: string): FlowEdge[] => {
  const way: FlowEdge[] = [];
  for (let at = sink; at !== start;) {
    const edge = by.get(at);
    if (!edge) return [];
    way.unshift(edge);
    at = edge.from;
  }
  return way;
};

const stagesAlong = (
  graph: FlowGraph,
  source: FlowSource,
  way: FlowEdge[],
  amplitude: Map<string, { re: number; im: number }>,
  noise: Map<string, number>,
): Stage[] => {
  // On one scale: dBu where the sound is analogue. The shift into the first analogue stage is the anchor.
  const anchor = way.find((edge) => graph.nodes.get(edge.to)?.unit === 'dBu');
  const startsAnalogue = graph.nodes.get(source.node)?.unit === 'dBu';
  let running = 0;
  let anchorShift = 0;
  for (const edge of way) {
    running += edge.unitShiftDb;
    if (edge === anchor && !startsAnalogue) anchorShift = running;
  }
  let shift = -anchorShift;
  let delayMs = 0;
  const stage = (id: string, edge: FlowEdge | null): Stage => {
    const node = graph.nodes.get(id)!;
    const factor = amplitude.get(id) ?? { re: 0, im: 0 };
    const level = source.level + dbFromRatio(Math.max(1e-15, Math.hypot(factor.re, factor.im)));
    const floor = noise.get(id);
    const under = floor === undefined || !Number.isFinite(floor) ? null : floor;
    return {
      node: id,
      device: node.device ?? null,
      label: node.label,
      unit: node.unit,
      role: node.role,
      typical: level,
      peak: level + source.crestDb,
      noise: under,
      ceiling: node.ceiling ?? null,
      headroomDb: node.ceiling === undefined ? null : node.ceiling - level - source.crestDb,
      signalToNoiseDb: under === null ? null : level - under,
      gainDb: edge?.gainDb ?? 0,
      shiftDb: shift,
      delayMs,
      controls: edge?.controls ?? [],
    };
  };
  return [
    stage(source.node, null),
    ...way.map((edge) => {
      shift += edge.unitShiftDb;
      delayMs += edge.delayMs;
      return stage(edge.to, edge);
    }),
  ];
};

/** Every sound that reaches a track, and every voice at a microphone whose way ends early. */
export const strandsOf = (graph: FlowGraph): Strand[] => {
  const at = positions(graph);
  const noise = noiseLevels(graph);
  const tracks = [...graph.nodes.values()].filter((node) => endRoles.has(node.role));
  return graph.sources.flatMap((source): Strand[] => {
    if (!graph.out.has(source.node)) return [];
    const by = mainWay(graph, at, source.node);
    const { amplitude } = propagate(graph, at, source);
    const strand = (sink: string, arrives: boolean): Strand => ({
      id: `${source.node}→${sink}`,
      source: source.node,
      sourceName: source.name,
      person: source.person ?? null,
      sink,
      sinkLabel: graph.nodes.get(sink)!.label,
      arrives,
      stages: stagesAlong(graph, source, wayTo(by, source.node, sink), amplitude, noise),
    });
    const reached = tracks.filter((track) => {
      if (!by.has(track.id)) return false;
      const way = wayTo(by, source.node, track.id);
      return way.reduce((sum, edge) => sum + edge.gainDb - edge.unitShiftDb, 0) > LOST_DB;
    });
    // A way may be open and the sound gone all the same: left and right cancel where they meet.
    const remains = ({ stages }: Strand) => {
      const [first, last] = [stages[0]!, stages[stages.length - 1]!];
      return last.typical - last.shiftDb - (first.typical - first.shiftDb) > LOST_DB;
    };
    if (reached.length > 0) {
      return reached.map((track) => {
        const full = strand(track.id, true);
        return { ...full, arrives: remains(full) };
      });
    }
    // The furthest place it gets to, by number of stages; first found wins.
    const ends = [...by.keys()].map((id) => ({ id, length: wayTo(by, source.node, id).length }));
    const furthest = ends.reduce((best, end) => (end.length > best.length ? end : best), ends[0]!);
    return [strand(furthest.id, false)];
  });
};
