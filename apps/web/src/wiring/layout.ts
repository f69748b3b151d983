import ELK, { type ElkExtendedEdge, type ElkNode } from 'elkjs/lib/elk-api';
import elkWorkerUrl from 'elkjs/lib/elk-worker.min.js?url';
import type { ChartBox, ChartModel } from './chart-model';
import { placesOf } from './chart-places';
import type { ChartLayout, Corner } from './chart-layout';
import { aligned, betweenKept, keptBoxes, medianShift, settled } from './keep-places';

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
  'elk.json.shapeCoords': 'ROOT',
  'elk.json.edgeCoords': 'ROOT',
};

/** Every phase starts from the places given, so that what has not changed stays. */
const KEEPING = {
  'elk.separateConnectedComponents': 'false',
  'elk.layered.cycleBreaking.strategy': 'INTERACTIVE',
  'elk.layered.layering.strategy': 'INTERACTIVE',
  'elk.layered.crossingMinimization.strategy': 'INTERACTIVE',
  'elk.layered.nodePlacement.strategy': 'INTERACTIVE',
  'elk.layered.considerModelOrder.strategy': 'NONE',
};

const PLACE_PADDING = '[top=44,left=22,bottom=22,right=22]';
const PLACE = 'place ';

const portKey = (box: string, port: string) => `${box}\n${port}`;

const pointsOf = (edge: ElkExtendedEdge) =>
  (edge.sections ?? []).flatMap(({ startPoint, bendPoints, endPoint }) => [
    startPoint,
    ...(bendPoints ?? []),
    endPoint,
  ]);

const nodeOf = (box: ChartBox, at: Corner | undefined): ElkNode => ({
  id: box.id,
  width: box.width,
  height: box.height,
  ...at,
  layoutOptions: { 'elk.portConstraints': 'FIXED_POS' },
  ports: box.ports.map((port) => ({
    id: portKey(box.id, port.id),
    x: port.side === 'left' ? 0 : box.width,
    y: port.y,
    width: 0,
    height: 0,
    layoutOptions: { 'elk.port.side': port.side === 'left' ? 'WEST' : 'EAST' },
  })),
});

const run = async (model: ChartModel, isGrouped: boolean, from?: ChartLayout): Promise<ChartLayout> => {
  elk ??= new ELK({ workerFactory: () => new Worker(elkWorkerUrl) });
  const places = isGrouped ? placesOf(model.boxes) : [];
  const keeping = from ? KEEPING : {};
  const corner = (box: ChartBox): Corner | undefined => {
    const at = from?.boxes[box.id];
    const frame = isGrouped && box.place ? from?.places[box.place] : undefined;
    return at && { x: at.x - (frame?.x ?? 0), y: at.y - (frame?.y ?? 0) };
  };
  const isFramed = (box: ChartBox) => box.kind !== 'place' && places.includes(box.place ?? '');
  const laid = await elk.layout({
    id: 'chart',
    layoutOptions: {
      ...OPTIONS,
      ...keeping,
      ...(isGrouped ? { 'elk.hierarchyHandling': 'INCLUDE_CHILDREN' } : {}),
    },
    children: [
      ...places.flatMap((place): ElkNode[] => {
        const own = model.boxes.filter((box) => box.place === place && isFramed(box));
        const at = from?.places[place];
        return own.length === 0
          ? []
          : [
              {
                id: PLACE + place,
                ...(at ? { x: at.x, y: at.y } : {}),
                layoutOptions: { ...keeping, 'elk.padding': PLACE_PADDING },
                children: own.map((box) => nodeOf(box, corner(box))),
              },
            ];
      }),
      ...model.boxes.filter((box) => !isFramed(box)).map((box) => nodeOf(box, from?.boxes[box.id])),
    ],
    edges: model.lines.map((line) => ({
      id: line.id,
      sources: [portKey(line.from.box, line.from.port)],
      targets: [portKey(line.to.box, line.to.port)],
      // Where sound goes in a ring, the data lead is the one drawn backwards.
      layoutOptions: { 'elk.layered.priority.direction': line.isUsb ? '1' : '10' },
    })),
  });
  const nodes = (laid.children ?? []).flatMap((child) => [child, ...(child.children ?? [])]);
  const frames = nodes.filter(({ id }) => id.startsWith(PLACE));
  return {
    boxes: Object.fromEntries(
      nodes.filter((node) => !frames.includes(node)).map(({ id, x = 0, y = 0 }) => [id, { x, y }]),
    ),
    lines: Object.fromEntries((laid.edges ?? []).map((edge) => [edge.id, pointsOf(edge)])),
    places: Object.fromEntries(
      frames.map(({ id, x = 0, y = 0, width = 0, height = 0 }) => [
        id.slice(PLACE.length),
        { x, y, width, height },
      ]),
    ),
  };
};

/**
 * Gives every box a place and every line a way; `lay-out.ts` runs it in a worker.
 * @param before the chart as it stood: what has not changed stays where it was, what is new finds room
 */
export const layOutChart = async (
  model: ChartModel,
  isGrouped = false,
  before?: { model: ChartModel; layout: ChartLayout },
): Promise<ChartLayout> => {
  const kept = before ? keptBoxes(before.model, model) : [];
  // Mostly new: there is nothing to keep in its place.
  if (!before || kept.length * 2 < model.boxes.length) return run(model, isGrouped);
  const old = before.layout;
  let start = old;
  if (kept.length < model.boxes.length) {
    // Where the newcomers would stand on a fresh chart, laid over the old one.
    const fresh = await run(model, isGrouped);
    const over = aligned(fresh, medianShift(fresh.boxes, old.boxes, kept));
    const keep = Object.fromEntries(kept.map((id) => [id, old.boxes[id]!]));
    const boxes = { ...over.boxes, ...keep, ...betweenKept(model, keep) };
    start = { ...over, boxes, places: { ...over.places, ...old.places } };
  }
  const laid = await run(model, isGrouped, start);
  const over = aligned(laid, medianShift(laid.boxes, old.boxes, kept));
  return isGrouped ? over : settled(over, old.boxes, model.lines, kept);
};
