import { DEMO_RIGS, generateRig } from '../demo';
import { sketchOf } from './sketch';
import { solveRig } from './solve-rig';

describe('a rig as a stamp', () => {
  it.each(DEMO_RIGS.map(({ rig }) => [rig.name, rig] as const))('%s', (_name, rig) => {
    const { findings } = solveRig(rig);
    const { boxes, lines, more } = sketchOf(rig, findings);
    expect(boxes).toHaveLength(rig.devices.length);
    expect(more).toBe(0);
    // Every box has a place of its own, and every lead between two devices is a line.
    expect(new Set(boxes.map(({ column, row }) => `${column} ${row}`)).size).toBe(boxes.length);
    for (const [from, to] of lines) {
      expect(boxes[from]).toBeDefined();
      expect(boxes[to]).toBeDefined();
    }
    expect(new Set(lines.flatMap(([from, to]) => [from, to])).size).toBe(rig.devices.length);
    // Whatever is found first is to be seen.
    const marks = [...boxes.map(({ severity }) => severity), ...lines.map(([, , severity]) => severity)];
    expect(marks).toEqual(expect.arrayContaining(findings.slice(0, 1).map(({ severity }) => severity)));
  });

  it('what sound goes to stands to the right of where it comes from, but where it goes in a ring', () => {
    const { boxes, lines } = sketchOf(DEMO_RIGS[0]!.rig, []);
    const backwards = lines.filter(([from, to]) => boxes[from]!.column >= boxes[to]!.column);
    expect(backwards).toHaveLength(1);
  });

  it('a rig of 200 devices stays small, and says how many have no room', () => {
    const sketch = sketchOf(generateRig(200), []);
    expect(sketch.boxes).toHaveLength(40);
    expect(sketch.more).toBe(generateRig(200).devices.length - 40);
    expect(JSON.stringify(sketch).length).toBeLessThan(4000);
  });
});
