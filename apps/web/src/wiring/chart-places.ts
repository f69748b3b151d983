import { BOX, type ChartBox, type ChartModel, type ChartPort } from './chart-model';

/** A place that is shut is drawn as one box; its id cannot meet a device's, which has no stroke in it. */
export const placeBoxId = (place: string): string => `place/${place}`;

/** The places of devices or boxes, in the order they first appear; what stands nowhere belongs to none. */
export const placesOf = (things: readonly { place?: string }[]): string[] => [
  ...new Set(things.flatMap(({ place }) => (place ? [place] : []))),
];

/**
 * Draws every shut place as one box that keeps a socket for each lead that leaves it; leads inside disappear.
 * @param shut names of places
 */
export const shutPlaces = (model: ChartModel, shut: ReadonlySet<string>): ChartModel => {
  const boxes = new Map(model.boxes.map((box) => [box.id, box]));
  const isShut = (box: string) => shut.has(boxes.get(box)?.place ?? '');
  const ports = new Map<string, ChartPort[]>();
  const stand = (line: string, { box, port }: { box: string; port: string }) => {
    const inside = boxes.get(box)!;
    if (!isShut(box)) return { box, port };
    const own = inside.ports.find(({ id }) => id === port)!;
    const place = inside.place!;
    const id = `${line} ${box} ${port}`;
    const name = inside.device?.name ?? inside.leadKind?.name ?? '';
    ports.set(place, [
      ...(ports.get(place) ?? []),
      { id, side: own.side, y: 0, connector: own.connector, label: `${name}, ${own.label}` },
    ]);
    return { box: placeBoxId(place), port: id };
  };
  const lines = model.lines
    .filter(({ from, to }) => !(isShut(from.box) && boxes.get(from.box)!.place === boxes.get(to.box)?.place))
    .map((line) => ({ ...line, from: stand(line.id, line.from), to: stand(line.id, line.to) }));
  const shutBoxes = placesOf(model.boxes)
    .filter((place) => shut.has(place))
    .map((place): ChartBox => {
      const rows = { left: 0, right: 0 };
      const own = (ports.get(place) ?? []).map((port) => {
        const y = BOX.head + rows[port.side] * BOX.row + BOX.row / 2;
        rows[port.side] += 1;
        return { ...port, y };
      });
      return {
        id: placeBoxId(place),
        kind: 'place',
        place,
        inside: model.boxes.filter((box) => box.place === place).map(({ id }) => id),
        width: rows.left > 0 && rows.right > 0 ? BOX.wide * 1.5 : BOX.wide,
        height: BOX.head + Math.max(1, rows.left, rows.right) * BOX.row + BOX.foot,
        ports: own,
      };
    });
  return { boxes: [...model.boxes.filter(({ id }) => !isShut(id)), ...shutBoxes], lines };
};
