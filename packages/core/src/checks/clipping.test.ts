import { solve } from '../offers';
import { people, recorder, rigOf, seat } from '../rig/testing';
import type { Stage, Strand } from '../gain';
import { clipConverter } from './clip-converter';
import { clipInput } from './clip-input';
import { firstClipping, pads, stepBack, turnDown, unplugStrand } from './clipping';

/** One voice in a condenser into an interface, recorded; what is over a ceiling is written down by hand. */
const desk = (
  settings: Record<string, number | boolean | string> = {},
  { microphone = 'mic-condenser-large' } = {},
) =>
  solve(
    rigOf({
      devices: [
        { id: 'mic', model: microphone },
        {
          id: 'box',
          model: 'interface-2',
          name: 'Box',
          settings: { phantom1: true, gain1: 30, ...settings },
        },
        { id: 'pc', model: 'laptop-c', apps: [recorder('box')] },
      ],
      leads: [
        { id: 'run', kind: 'xlr', ends: ['mic.out', 'box.in1'] },
        { id: 'usb', kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'] },
      ],
      people: people('ann'),
      placements: [seat('ann', 'mic', 0.2)],
    }),
  );
const solved = desk();
const [strand] = solved.strands;
/** The same way with so much headroom at some places, and plenty elsewhere, dB. */
const over = (rooms: Record<string, number>, of = solved): typeof solved => {
  const room = ({ node }: Stage) => rooms[node.replace(/^.*:/, '')];
  const stages = of.strands[0]!.stages.map((stage) => ({
    ...stage,
    headroomDb: room(stage) ?? (stage.headroomDb === null ? null : 50),
    ...(room(stage) === undefined ? {} : { ceiling: stage.ceiling ?? 100 }),
  }));
  return { ...of, strands: [{ ...of.strands[0]!, stages }] };
};
const clipping = (rooms: Record<string, number>, of = solved) => firstClipping(over(rooms, of));
const labelsOf = (fixes: { label: string }[]) => fixes.map(({ label }) => label);

describe('where a sound clips first', () => {
  it('is told where it is furthest over its ceiling, of those alike at the first', () => {
    const [found] = clipping({ head1: -3, digital1: -8, 'usb-in-1': -5 });
    expect(found).toMatchObject({ overDb: 8, worstDb: 8, afterGain: true });
    expect(clipping({ head1: -3, digital1: -3 })[0]!.stage.label).toBe('Behind pad 1');
  });

  it('just at the ceiling is not over it', () => {
    expect(clipping({ head1: 0 })).toEqual([]);
    expect(clipping({ head1: -0.01 })).toHaveLength(1);
  });

  it('is after a gain from the gain itself on', () => {
    expect(clipping({ head1: -1 })[0]!.afterGain).toBe(false);
    expect(clipping({ preamp1: -1 })[0]!.afterGain).toBe(true);
    expect(clipping({ digital1: -1 })[0]!.afterGain).toBe(true);
  });

  it('something turned up above its mark is a gain, too', () => {
    const raised = (db: number): Strand => {
      const stages = strand!.stages.map((stage) =>
        stage.role === 'input'
          ? {
              ...stage,
              terms: [
                {
                  db,
                  because: { kind: 'app' as const, app: 'recorder', isInputGain: true as const, words: '' },
                },
              ],
            }
          : stage,
      );
      return {
        ...strand!,
        stages: stages.map((stage) => ({ ...stage, headroomDb: stage.role === 'input' ? -1 : null })),
      };
    };
    const afterGain = (db: number) => firstClipping({ ...solved, strands: [raised(db)] })[0]!.afterGain;
    expect([afterGain(0), afterGain(-6), afterGain(0.5)]).toEqual([false, false, true]);
  });
});

describe('turning down the first gain', () => {
  const to = (rooms: Record<string, number>, gain1 = 30) => {
    const of = desk({ gain1 });
    return labelsOf(turnDown(over(rooms, of), clipping(rooms, of)[0]!));
  };

  it('by what is over and a decibel: 5.5 dB over at 30 dB is 23', () =>
    expect(to({ digital1: -5.5 })).toEqual(['Set Gain 1 of Box to 23 dB']));

  it('by the worst place of all', () =>
    expect(to({ digital1: -2, 'usb-in-1': -9 })).toEqual(['Set Gain 1 of Box to 20 dB']));

  it('further where the track is to be quieter', () => {
    const of = over({ digital1: -2 });
    const [one] = of.strands;
    const stages = one!.stages.map((stage, at) =>
      at === one!.stages.length - 1 ? { ...stage, typical: one!.aim.best + 12 } : stage,
    );
    const loud = { ...of, strands: [{ ...one!, stages }] };
    expect(labelsOf(turnDown(loud, firstClipping(loud)[0]!))).toEqual(['Set Gain 1 of Box to 18 dB']);
    const ears = { ...of, strands: [{ ...one!, stages, sinkKind: 'ears' as const }] };
    expect(labelsOf(turnDown(ears, firstClipping(ears)[0]!))).toEqual(['Set Gain 1 of Box to 27 dB']);
    const lost = { ...of, strands: [{ ...one!, stages, arrives: false }] };
    expect(labelsOf(turnDown(lost, firstClipping(lost)[0]!))).toEqual(['Set Gain 1 of Box to 27 dB']);
  });

  it('down to the end of its travel, and no further', () => {
    expect(to({ digital1: -29 })).toEqual(['Set Gain 1 of Box to 0 dB']);
    expect(to({ digital1: -30 })).toEqual([]);
    expect(to({ digital1: -3 }, 0)).toEqual([]);
  });
});

describe('before any gain', () => {
  const found = (rooms: Record<string, number>, of = solved) => clipInput(over(rooms, of));

  it('told at the device and for the person, with what its peaks reach and what it takes', () => {
    const [one, ...more] = found({ head1: -3 });
    expect(more).toEqual([]);
    expect(one).toMatchObject({
      severity: 'caution',
      title: 'ANN is 3.0 dB too hot for Box',
      places: [{ device: 'box', person: 'ann' }],
    });
    const peak = strand!.stages.find(({ node }) => node === 'box:head1')!.peak;
    expect(one!.figures.map(({ label, value }) => [label, value])).toEqual([
      ['Peaks', peak],
      ['Ceiling', 10],
    ]);
    expect(found({ digital1: -3 })).toEqual([]);
  });

  it('a capsule: only further away', () =>
    expect(labelsOf(found({ capsule: -3 })[0]!.propose())).toEqual(['Have ANN speak from 33 cm']));

  it('an input: its pad, another lead, a pad in the lead, further away, or out', () => {
    const labels = labelsOf(found({ mic1: -3 })[0]!.propose());
    expect(labels[0]).toBe('Switch Pad 1 (−20 dB) on');
    expect(labels).toEqual(
      expect.arrayContaining([
        expect.stringMatching(/^Put an? .*pad.* at the input$/),
        'Have ANN speak from 33 cm',
      ]),
    );
    expect(labels.at(-1)).toMatch(/^Unplug /);
    expect(labelsOf(found({ head1: -3 })[0]!.propose())).toEqual(labels);
    // The supply of a condenser comes along its lead: no transformer into that.
    expect(labels.filter((label) => /in between/.test(label))).toEqual([]);
    const dynamic = desk({}, { microphone: 'mic-dynamic-hand' });
    expect(
      labelsOf(found({ mic1: -3 }, dynamic)[0]!.propose()).filter((label) => /in between/.test(label)),
    ).not.toEqual([]);
    const padded = labelsOf(found({ mic1: -3 }, desk({ pad1: true }))[0]!.propose());
    expect(padded).not.toContain('Switch Pad 1 (−20 dB) on');
  });

  it('away by what is over and a decibel: 5 dB at 20 cm are 36, and one more for what the room sends back', () =>
    expect(labelsOf(stepBack(solved, clipping({ head1: -4 })[0]!))).toEqual(['Have ANN speak from 37 cm']));

  it('a pad is any switch on the way that is off', () => {
    expect(labelsOf(pads(solved, strand!))).toEqual(['Switch Pad 1 (−20 dB) on']);
    expect(pads(solved, { ...strand!, stages: strand!.stages.slice(0, 4) })).toEqual([]);
  });

  it('out: the lead from the last device before', () => {
    const before = labelsOf(unplugStrand(solved, clipping({ head1: -4 })[0]!));
    expect(before).toHaveLength(1);
    expect(unplugStrand(solved, clipping({ capsule: -4 })[0]!)).toEqual([]);
  });
});

describe('behind a gain', () => {
  /** Over by so much at full scale, with the input gain of the program above its mark, dB. */
  const raised = (overDb: number, at: Stage['role'] = 'stream') => {
    const input = { kind: 'app' as const, app: 'recorder', isInputGain: true as const, words: '' };
    const stages = strand!.stages.map((stage) => ({
      ...stage,
      headroomDb: stage.headroomDb === null ? null : 50,
      terms: stage.role === at ? [{ db: 6, because: input }] : [],
    }));
    const last = stages.findIndex(({ role }) => role === at);
    const over = { headroomDb: -overDb, ceiling: 0 };
    const way = { ...strand!, stages: stages.with(last, { ...stages[last]!, ...over }) };
    return clipConverter({ ...solved, strands: [way] })[0]!
      .propose()
      .map(({ label }) => label);
  };

  it('what stands above its mark where it clips comes down by what is over and a decibel', () => {
    expect(raised(2.5)[0]).toBe('Turn the input gain of Recorder down to 2 dB');
    expect(raised(4.9)[0]).toBe('Turn the input gain of Recorder down to 0 dB');
  });

  it('a gain at its least is not turned further down', () => {
    const least = desk({ gain1: 0 });
    const [one] = clipping({ digital1: -3 }, least);
    expect(turnDown(least, one!)).toEqual([]);
    const [other] = clipping({ digital1: -3 });
    expect(turnDown(solved, other!)).toHaveLength(1);
  });
});
