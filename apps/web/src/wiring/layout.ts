import ELK, { type ElkExtendedEdge, type ElkNode } from 'elkjs/lib/elk-api';
import elkWorkerUrl from 'elkjs/lib/elk-worker.min.js?url';
import type { ChartModel } from './chart-model';

export interface ChartLayout {
  /** Top left corner of each box. */
  boxes: Record<string, { x: number; y: number }>;
  /** The corners each line goes through, its ends included. */
  lines: Record<string, { x: number; y: number }[]>;
}

let elk: InstanceType<typeof ELK> | undefined;

const OPTIONS = {
  'elk.algorithm': 'layered',
  'elk.direction': 'RIGHT',
  'elk.edgeRouting': 'ORTHOGONAL',
  'elk.layered.spacing.nodeNodeBetweenLayers': '58',
  'elk.spacing.nodeNode': '26',
  'elk.layered.spacing.edgeNodeBetweenLayers': '16',
  'elk.layered.spacing.edgeEdgeBetweenLayers': '12',
  'elk.spacing.edgeNode': '16',
  'elk.spacing.componentComponent': '40',
  'elk.layered.considerModelOrder.strategy': 'NODES_AND_EDGES',
};

const portKey = (box: string, port: string) => `${box}\n${port}`;

const pointsOf = (edge: ElkExtendedEdge) =>
  (edge.sections ?? []).flatMap(({ startPoint, bendPoints, endPoint }) => [
    startPoint,
    ...(bendPoints ?? []),
    endPoint,
  ]);

/** Gives every box a place and every line a way, in a worker of its own. */
export const layOut = async ({ boxes, lines }: ChartModel): Promise<ChartLayout> => {
  elk ??= new ELK({ workerFactory: () => new Worker(elkWorkerUrl) });
  const graph: ElkNode = {
    id: 'chart',
    layoutOptions: OPTIONS,
    children: boxes.map((box) => ({
      id: box.id,
      width: box.width,
      height: box.height,
      layoutOptions: { 'elk.portConstraints': 'FIXED_POS' },
      ports: box.ports.map((port) => ({
        id: portKey(box.id, port.id),
        x: port.side === 'left' ? 0 : box.width,
        y: port.y,
        width: 0,
        height: 0,
        layoutOptions: { 'elk.port.side': port.side === 'left' ? 'WEST' : 'EAST' },
      })),
    })),
    edges: lines.map((line) => ({
      id: line.id,
      sources: [portKey(line.from.box, line.from.port)],
      targets: [portKey(line.to.box, line.to.port)],
    })),
  };
  const laid = await elk.layout(graph);
  return {
    boxes: Object.fromEntries((laid.children ?? []).map(({ id, x = 0, y = 0 }) => [id, { x, y }])),
    lines: Object.fromEntries((laid.edges ?? []).map((edge) => [edge.id, pointsOf(edge)])),
  };
};
