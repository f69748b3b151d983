import { buildRig, generateRig, skerryLight } from '@diaphon/core';
import { boxTowards } from './chart-keys';
import { chartModel } from './chart-model';
import { placeBoxId, placesOf, shutPlaces } from './chart-places';
import { ringThrough } from './chart-ring';
import { aligned, keptBoxes, medianShift } from './keep-places';

const whole = chartModel(skerryLight);

describe('grouping by place', () => {
  it('a device stands where it says, a lead where everything it joins stands', () => {
    expect(placesOf(whole.boxes)).toEqual([...new Set(skerryLight.devices.map(({ place }) => place))]);
    const rig = buildRig({
      name: 'splitter',
      devices: [
        { id: 'player', model: 'player', place: 'Desk' },
        { id: 'box', model: 'interface-2', place: 'Desk' },
        { id: 'mic', model: 'mic-dynamic-hand', place: 'Stage' },
        { id: 'nowhere', model: 'mic-dynamic-hand', place: '' },
      ],
      leads: [{ id: 'split', kind: 'mini-two-ts', ends: ['player.out', 'box.in1', 'box.in2'] }],
    });
    const { boxes } = chartModel(rig);
    expect(boxes.find(({ id }) => id === 'lead/split')!.place).toBe('Desk');
    expect(boxes.find(({ id }) => id === 'nowhere')!.place).toBeUndefined();
  });

  it('a shut place is one box with a socket for each lead that leaves it', () => {
    const [place] = placesOf(whole.boxes);
    const inside = whole.boxes.filter((box) => box.place === place).map(({ id }) => id);
    const folded = shutPlaces(whole, new Set([place!]));
    const box = folded.boxes.find(({ id }) => id === placeBoxId(place!))!;
    expect(box.inside).toEqual(inside);
    const leaving = whole.lines.filter(
      ({ from, to }) => inside.includes(from.box) !== inside.includes(to.box),
    );
    expect(box.ports).toHaveLength(leaving.length);
    expect(folded.boxes.some(({ id }) => inside.includes(id))).toBe(false);
  });

  it.each([1, 3, 10])('every line still ends at a socket there is, %i places shut', (count) => {
    const model = chartModel(generateRig(60));
    const folded = shutPlaces(model, new Set(placesOf(model.boxes).slice(0, count)));
    const ports = new Set(folded.boxes.flatMap((box) => box.ports.map((port) => `${box.id}|${port.id}`)));
    for (const { from, to } of folded.lines) {
      expect(ports).toContain(`${from.box}|${from.port}`);
      expect(ports).toContain(`${to.box}|${to.port}`);
      expect(from.box).not.toBe(to.box);
    }
  });

  it('nothing shut changes nothing', () => expect(shutPlaces(whole, new Set())).toEqual(whole));
});

describe('a chart that keeps still', () => {
  const without = { ...whole, lines: whole.lines.filter(({ from }) => from.box !== 'effects') };

  it('what was there stays; a loose box that is joined now may move', () => {
    expect(keptBoxes(whole, whole)).toHaveLength(whole.boxes.length);
    expect(keptBoxes(without, whole)).not.toContain('effects');
    expect(keptBoxes(without, without)).toContain('effects');
    expect(keptBoxes({ boxes: whole.boxes.slice(1), lines: [] }, whole)).not.toContain(whole.boxes[0]!.id);
  });

  it('is moved as a whole by what most boxes moved', () => {
    const from = { a: { x: 0, y: 0 }, b: { x: 10, y: 5 }, c: { x: 99, y: 99 } };
    const to = { a: { x: 7, y: 3 }, b: { x: 17, y: 8 }, c: { x: 0, y: 0 } };
    expect(medianShift(from, to, ['a', 'b', 'c', 'ghost'])).toEqual({ x: 7, y: 3 });
    const layout = {
      boxes: from,
      lines: { l: [{ x: 1, y: 1 }] },
      places: { p: { x: 2, y: 2, width: 9, height: 9 } },
    };
    expect(aligned(layout, { x: 7, y: 3 })).toMatchObject({
      boxes: { b: { x: 17, y: 8 } },
      lines: { l: [{ x: 8, y: 4 }] },
      places: { p: { x: 9, y: 5, width: 9 } },
    });
    expect(medianShift({}, {}, [])).toEqual({ x: 0, y: 0 });
  });
});

describe('arrow keys on the chart', () => {
  const size = { width: 100, height: 50 };
  const boxes = ['mid', 'right', 'far', 'below'].map((id) => ({ id, ...size }));
  const corners = {
    mid: { x: 0, y: 0 },
    right: { x: 200, y: 20 },
    far: { x: 400, y: 0 },
    below: { x: 10, y: 120 },
  };

  it.each([
    ['ArrowRight', 'right'],
    ['ArrowDown', 'below'],
    ['ArrowLeft', undefined],
    ['ArrowUp', undefined],
    ['Enter', undefined],
  ])('%s leads to %s', (key, to) => expect(boxTowards(boxes, corners, 'mid', key)).toBe(to));

  it('from a box that is not there, nowhere', () =>
    expect(boxTowards(boxes, corners, 'ghost', 'ArrowRight')).toBeUndefined());
});

describe('the ring through a lead', () => {
  const loops = [
    {
      pieces: [
        { from: 'laptop', to: 'mixer', lead: 'sound' },
        { from: 'laptop', to: 'earth' },
        { from: 'mixer', to: 'earth' },
      ],
    },
  ];

  it('its leads, its devices, and where it reaches the mains earth', () => {
    const ring = ringThrough(loops, 'sound')!;
    expect([...ring.leads]).toEqual(['sound']);
    expect([...ring.devices].sort()).toEqual(['laptop', 'mixer']);
    expect(ring.earthed).toEqual(['laptop', 'mixer']);
  });

  it('none without a lead, or through another one', () => {
    expect(ringThrough(loops, undefined)).toBeUndefined();
    expect(ringThrough(loops, 'other')).toBeUndefined();
  });
});
