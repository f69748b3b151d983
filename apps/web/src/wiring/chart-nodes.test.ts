import { generateRig, skerryLight, solveRig } from '@diaphon/core';
import { chartModel } from './chart-model';
import { boxNodes, extentOf, frameNodes, leadNodes, ringNodes, sketchNodes } from './chart-nodes';
import { boxShowing, gravestOf, isLargeChart, severityByPlace, type ChartState } from './chart-state';
import { placesOf, shutPlaces } from './chart-places';
import { ringThrough } from './chart-ring';
import { nameLines } from './far-sketch';

const model = chartModel(skerryLight);
const layout = {
  boxes: Object.fromEntries(model.boxes.map(({ id }, index) => [id, { x: index * 100, y: index * 10 }])),
  lines: {},
  places: { Gallery: { x: 5, y: 6, width: 70, height: 80 } },
};
const chosen: unknown[] = [];
const stateOf = (change: Partial<ChartState> = {}): ChartState => ({
  model,
  layout,
  places: { isGrouped: false, shut: new Set() },
  selection: { device: 'mixer' },
  severities: severityByPlace(solveRig(skerryLight).findings),
  onSelect: (selection) => chosen.push(selection),
  onPort: (box, port) => chosen.push([box, port.id]),
  onShut: (places) => chosen.push([...places]),
  ...change,
});

describe('what the chart draws', () => {
  it('a box for each device, the selected one marked, each with the gravest finding there', () => {
    const data = boxNodes(stateOf()).map((node) => [node.id, node.data['isSelected'], node.data['severity']]);
    expect(data).toContainEqual(['mixer', true, 'danger']);
    expect(data).toContainEqual(['guest-mic', false, 'caution']);
    expect(data).toContainEqual(['phones', false, undefined]);
  });

  it('from afar one drawing as large as the chart; the leads are one drawing too', () => {
    const { width, height } = extentOf(model, layout);
    const last = model.boxes[model.boxes.length - 1]!;
    expect(width).toBe(layout.boxes[last.id]!.x + last.width);
    for (const [node] of [sketchNodes(stateOf()), leadNodes(stateOf())])
      expect(node).toMatchObject({ position: { x: 0, y: 0 }, width, height });
  });

  it('a frame for each place, and shutting it names it beside those that are shut already', () => {
    const [frame] = frameNodes(stateOf({ places: { isGrouped: true, shut: new Set(['Side table']) } }));
    (frame!.data as { onShut: () => void }).onShut();
    expect(chosen.pop()).toEqual(['Side table', 'Gallery']);
  });

  it('a device in a shut place is shown by that place', () => {
    const [place] = placesOf(model.boxes);
    const { boxes } = shutPlaces(model, new Set([place!]));
    expect(boxShowing(boxes, 'keeper-mic')!.place).toBe(place);
    expect(boxShowing(boxes, 'mixer')!.id).toBe('mixer');
    expect(boxShowing(boxes, 'ghost')).toBeUndefined();
  });

  it('the ring: the mains earth below the lower of its two feet, none without feet', () => {
    const pieces = [
      { from: 'mixer', to: 'effects', lead: 'effects-lead' },
      { from: 'mixer', to: 'earth' },
      { from: 'effects', to: 'earth' },
    ];
    const [node] = ringNodes(stateOf(), ringThrough([{ pieces }], 'effects-lead'));
    const { feet, earth } = node!.data as {
      feet: { x: number; y: number }[];
      earth: { x: number; y: number };
    };
    expect(feet).toHaveLength(2);
    expect(earth.y).toBeGreaterThan(Math.max(...feet.map(({ y }) => y)));
    const [open] = ringNodes(stateOf(), ringThrough([{ pieces: pieces.slice(0, 1) }], 'effects-lead'));
    expect(open!.data['earth']).toBeUndefined();
    expect(ringNodes(stateOf(), undefined)).toEqual([]);
  });

  it('the gravest of several places', () => {
    const severities = new Map([
      ['a', 'advice'],
      ['b', 'fault'],
    ] as const);
    expect(gravestOf(['a', 'b', 'c'], severities)).toBe('fault');
    expect(gravestOf(['c'], severities)).toBeUndefined();
  });

  it('a hundred devices are a large chart, the museum is not', () => {
    expect(isLargeChart(chartModel(generateRig(100)))).toBe(true);
    expect(isLargeChart(model)).toBe(false);
  });
});

describe('a name on a box from afar', () => {
  it.each([
    ['Mixer', 10, 2, ['Mixer']],
    ['Lamp room mixer', 10, 2, ['Lamp room', 'mixer']],
    ['Loudspeaker left, gallery', 11, 1, ['Loudspeake…']],
    ['A very long name that needs more room', 8, 2, ['A very', 'long…']],
    ['Hydroelectricpowerstation', 8, 3, ['Hydroel…']],
    ['', 8, 3, ['']],
  ])('%s in %i letters and %i rows', (name, letters, rows, lines) =>
    expect(nameLines(name, letters, rows)).toEqual(lines),
  );
});
