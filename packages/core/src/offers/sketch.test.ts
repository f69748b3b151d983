import type { Finding } from '../checks';
import { DEMO_RIGS, generateRig } from '../demo';
import { rigOf } from '../rig/testing';
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

describe('boxes and lines', () => {
  /** Two microphones at a desk, a pair of loudspeakers, one device in the cupboard, one lead lengthened. */
  const rig = rigOf({
    devices: [
      { id: 'spare', model: 'mic-usb' },
      { id: 'desk', model: 'mixer-4-usb' },
      { id: 'mic1', model: 'mic-dynamic-hand' },
      { id: 'mic2', model: 'mic-dynamic-hand' },
      { id: 'speaker', model: 'loudspeaker' },
    ],
    leads: [
      { id: 'one', kind: 'xlr', ends: ['mic1.out', 'desk.in1'] },
      { id: 'two', kind: 'xlr', ends: ['mic2.out', 'longer/0'] },
      { id: 'longer', kind: 'xlr', ends: [null, 'desk.in2'] },
      { id: 'left', kind: 'trs-xlr', ends: ['desk.outL', 'speaker.in'] },
    ] as Parameters<typeof rigOf>[0]['leads'],
  });
  const found = (severity: Finding['severity'], place: Finding['places'][number]) =>
    ({ severity, places: [place] }) as Finding;
  /** What is in use first, in the order of the rig: the desk is box 0. */
  const [DESK, MIC1, MIC2, SPEAKER] = [0, 1, 2, 3];

  it('one column after what leads to it, one row for each; what hangs on nothing last', () => {
    expect(sketchOf(rig, []).boxes.map(({ column, row }) => [column, row])).toEqual([
      [1, 0],
      [0, 0],
      [0, 1],
      [2, 0],
      [0, 2],
    ]);
  });

  it('a line for each two that are joined, as sound goes, through leads in leads', () => {
    expect(sketchOf(rig, []).lines).toEqual([
      [MIC1, DESK, null],
      [MIC2, DESK, null],
      [DESK, SPEAKER, null],
    ]);
  });

  it('the gravest of a device at its box, the gravest of a lead at its line', () => {
    const sketch = sketchOf(rig, [
      found('caution', { device: 'desk' }),
      found('fault', { device: 'desk' }),
      found('danger', { device: 'desk', lead: 'one' }),
      found('caution', { lead: 'longer' }),
    ]);
    expect(sketch.boxes.map(({ severity }) => severity)).toEqual(['fault', null, null, null, null]);
    expect(sketch.lines).toEqual([
      [MIC1, DESK, 'danger'],
      [MIC2, DESK, 'caution'],
      [DESK, SPEAKER, null],
    ]);
  });

  it('two leads between two boxes are one line, marked if either is', () => {
    const pair = rigOf({
      devices: [
        { id: 'desk', model: 'mixer-4-usb' },
        { id: 'camera', model: 'camera' },
      ],
      leads: [
        { id: 'a', kind: 'ts-635', ends: ['desk.outL', 'camera.mic'] },
        { id: 'b', kind: 'ts-635', ends: ['desk.outR', 'camera.phones'] },
      ],
    });
    const lines = (...findings: Finding[]) => sketchOf(pair, findings).lines;
    expect(lines()).toHaveLength(1);
    for (const lead of ['a', 'b'])
      expect(lines(found('fault', { lead })).map(([, , severity]) => severity)).toEqual(['fault']);
  });

  it.each([
    ['two inputs', 'mixer-4-usb', 'camera', 'mini', ['a.aux', 'b.mic']],
    ['two outputs', 'player', 'player', 'mini', ['a.out', 'b.out']],
  ])('a lead between %s is a line, from its first plug on', (_what, one, other, kind, ends) => {
    const pair = rigOf({
      devices: [
        { id: 'a', model: one },
        { id: 'b', model: other },
      ],
      leads: [{ kind, ends: ends as [string, string] }],
    });
    expect(sketchOf(pair, []).lines).toEqual([[0, 1, null]]);
  });

  it('a ring begins where sound comes into it', () => {
    const ring = rigOf({
      devices: [
        { id: 'one', model: 'mixer-4' },
        { id: 'two', model: 'mixer-4' },
        { id: 'mic', model: 'mic-dynamic-hand' },
      ],
      leads: [
        { kind: 'trs-635', ends: ['one.outL', 'two.aux'] },
        { kind: 'trs-635', ends: ['two.outL', 'one.aux'] },
        { kind: 'xlr', ends: ['mic.out', 'two.in1'] },
      ],
    });
    expect(sketchOf(ring, []).boxes.map(({ column }) => column)).toEqual([2, 1, 0]);
  });
});
