import { deskControlId } from '../catalogue';
import { makeEngineMemory, solve } from '../offers';
import { lookup, setControl, type Rig } from '../rig';
import { after, call, inSilence, people, recorder, rigOf, seat, type Rows } from '../rig/testing';
import { earlier, oneDbAtEach } from './earlier';
import { noiseShares } from './noise-shares';
import { NARROW_HEADROOM_DB } from './target';

/** A dynamic microphone, an amplifier, an interface; `preamp` and `box` are where their gains stand, dB. */
const chain = (preamp: number, box: number, distanceM = 0.2, quiet = true): Rig => {
  const rig = rigOf({
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      { id: 'preamp', model: 'preamp', settings: { gain: preamp } },
      { id: 'box', model: 'interface-2', settings: { gain1: box } },
      { id: 'pc', model: 'laptop-c', apps: [recorder('box')] },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'preamp.in'], lengthM: 3 },
      { kind: 'trs-635', ends: ['preamp.out', 'box.in1'], lengthM: 1 },
      { kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'], lengthM: 1 },
    ],
    people: people('ann'),
    placements: [seat('ann', 'mic', distanceM)],
  });
  return quiet ? inSilence(rig) : rig;
};
const solved = (rig: Rig) => solve(rig, makeEngineMemory());
const best = (rig: Rig) => {
  const { find, graph, strands } = solved(rig);
  return earlier(find, graph, strands[0]!);
};
const overNoise = (rig: Rig): number => solved(rig).strands[0]!.stages.at(-1)!.signalToNoiseDb!;
const moved = (rig: Rig, byDb: number): Rig =>
  after(
    rig,
    (one) => setControl(one, 'preamp', 'gain', Number(one.devices[1]!.settings['gain']) + byDb),
    (one) => setControl(one, 'box', 'gain1', Number(one.devices[2]!.settings['gain1']) - byDb),
  );

/** The same by trying every step in the engine itself: as far as limits allow, then no further than a decibel needs. */
const byTrying = (rig: Rig, step = 1): { byDb: number; betterDb: number } | undefined => {
  const now = overNoise(rig);
  const { preamp, box } = {
    preamp: Number(rig.devices[1]!.settings['gain']),
    box: Number(rig.devices[2]!.settings['gain1']),
  };
  const { find } = solved(rig);
  const range = (device: string, id: string) => {
    const control = find.modelOf(device)!.controls.find((one) => one.id === id)!;
    if (control.kind !== 'gain') throw new Error('no gain');
    return control;
  };
  const [early, late] = [range('preamp', 'gain'), range('box', 'gain1')];
  const top = early.minDb + rig.assumptions.gainTravelLimit * (early.maxDb - early.minDb);
  const fits = (by: number) => {
    const stages = solved(rig).strands[0]!.stages;
    const [from, to] = ['preamp', 'box'].map((device) =>
      stages.findIndex((one) => one.controls.some((c) => c.device === device)),
    );
    return (
      preamp + by <= top + 1e-9 &&
      box - by >= late.minDb - 1e-9 &&
      stages
        .slice(from, to)
        .every(({ headroomDb }) => headroomDb === null || headroomDb - by >= NARROW_HEADROOM_DB - 1e-9)
    );
  };
  const gains: number[] = [];
  for (let by = step; fits(by); by += step) gains.push(overNoise(moved(rig, by)) - now);
  const most = gains.at(-1);
  if (most === undefined || most <= 0) return undefined;
  const at = gains.findIndex((gain) => gain >= most - 1);
  return { byDb: (at + 1) * step, betterDb: gains[at]! };
};

describe('level made earlier: as the engine finds when every step is tried', () => {
  it.each([
    ['little at the first', 21, 50, 0.2],
    ['less still', 12, 56, 0.3],
    ['some', 35, 30, 0.2],
    ['as far as the second can go down', 30, 14, 0.2],
    ['as far as the first can go up', 55, 30, 0.4],
    ['a loud voice close by: as far as what lies between has room', 30, 30, 0.02],
    ['the first near its top', 58, 20, 0.2],
  ] as const)('%s: %i and %i dB, %f m', (_what, preamp, box, distanceM) => {
    const rig = chain(preamp, box, distanceM);
    const expected = byTrying(rig);
    const found = best(rig);
    expect(found?.byDb).toBe(expected?.byDb);
    if (!found || !expected) return;
    expect(found.betterDb).toBeCloseTo(expected.betterDb, 1);
    expect(found.early.device).toBe('preamp');
    expect(found.late.device).toBe('box');
    // What is heard at the end is as loud as it was.
    const [was, is] = [rig, moved(rig, found.byDb)].map(
      (one) => solved(one).strands[0]!.stages.at(-1)!.typical,
    );
    expect(is).toBeCloseTo(was!, 6);
  });

  it.each([
    ['no further than so much of its travel', 21, 50, 0.3, 1, 0],
    ['the second in steps of three', 12, 56, 0.9, 3, 0],
    ['the second three over its least', 12, 13, 0.9, 1, 10],
    ['the second where its least is under nothing', 12, -4, 0.9, 1, -10],
  ])('%s', (_what, preamp, box, gainTravelLimit, stepDb, minDb) => {
    const rig = chain(preamp, box);
    const limited = {
      ...rig,
      assumptions: { ...rig.assumptions, gainTravelLimit },
      models: rig.models.map((model) => ({
        ...model,
        controls: model.controls.map((one) => (one.id === 'gain1' ? { ...one, stepDb, minDb } : one)),
      })),
    } as Rig;
    const [found, expected] = [best(limited)!, byTrying(limited, stepDb)!];
    expect(found.byDb).toBe(expected.byDb);
    expect(found.betterDb).toBeCloseTo(expected.betterDb, 1);
  });

  it('in a room that is louder than the gear there is little to win', () => {
    expect(best(chain(21, 50, 0.2, false))!.betterDb).toBeLessThan(best(chain(21, 50))!.betterDb);
    expect(byTrying(chain(21, 50, 0.2, false))!.betterDb).toBeCloseTo(
      best(chain(21, 50, 0.2, false))!.betterDb,
      1,
    );
  });

  it('of two controls that would win as much, the first on the way', () => {
    const { find, graph, strands } = solved(chain(21, 50));
    const twice = strands[0]!.stages.map((stage) => ({
      ...stage,
      controls: stage.controls.flatMap((one) =>
        one.control === 'gain1' ? [one, { ...one, control: 'gain2' }] : [one],
      ),
    }));
    const turned = lookup(after(find.rig, (one) => setControl(one, 'box', 'gain2', 50)));
    const both = earlier(turned, graph, { ...strands[0]!, stages: twice })!;
    expect(both).toEqual(best(chain(21, 50)));
  });

  it('where all is at its first, and where no noise is known, nothing is to be moved', () => {
    expect(best(chain(60, 11))?.betterDb ?? 0).toBeLessThan(1.5);
    const { find, graph, strands } = solved(chain(21, 50));
    const [strand] = strands;
    const stages = strand!.stages.map((stage) => ({ ...stage, signalToNoiseDb: null }));
    expect(earlier(find, graph, { ...strand!, stages })).toBeUndefined();
    expect(oneDbAtEach(find, graph, { ...strand!, stages })).toEqual([]);
  });
});

describe('what one decibel more at each control would buy', () => {
  it.each([
    [21, 50, true],
    [40, 40, true],
    [21, 50, false],
  ])('%i and %i dB: what the engine finds with it turned', (preamp, box, quiet) => {
    const rig = chain(preamp, box, 0.2, quiet);
    const { find, graph, strands } = solved(rig);
    const all = oneDbAtEach(find, graph, strands[0]!);
    expect(all.map(({ device, control }) => `${device} ${control}`)).toEqual(['preamp gain', 'box gain1']);
    for (const { device, control, overNoiseDb, label } of all) {
      const value = Number(find.device(device)!.settings[control]);
      const then = overNoise(after(rig, (one) => setControl(one, device, control, value + 1)));
      expect(overNoiseDb).toBeCloseTo(then - overNoise(rig), 2);
      expect(label).toMatch(/Gain/);
    }
  });

  it('one at its most is not turned further; one a decibel under it is', () => {
    const controls = (preamp: number) => {
      const { find, graph, strands } = solved(chain(preamp, 20));
      return oneDbAtEach(find, graph, strands[0]!).map(({ device }) => device);
    };
    const { maxDb } = solved(chain(20, 20))
      .find.modelOf('preamp')!
      .controls.find(({ id }) => id === 'gain') as { maxDb: number };
    expect(controls(maxDb)).toEqual(['box']);
    expect(controls(maxDb - 1)).toEqual(['preamp', 'box']);
  });
});

describe('noise of others that is mixed in on the way', () => {
  const mixed = (preamp: number): Rig =>
    inSilence(
      rigOf({
        devices: [
          { id: 'mic', model: 'mic-dynamic-hand' },
          { id: 'preamp', model: 'preamp', settings: { gain: preamp } },
          { id: 'other', model: 'mic-dynamic-hand' },
          { id: 'box', model: 'interface-2', settings: { gain1: 30, gain2: 55 } },
          { id: 'pc', model: 'laptop-c', apps: [call('box', 'usb-in', 'usb-out')] },
        ],
        leads: [
          { kind: 'xlr', ends: ['mic.out', 'preamp.in'], lengthM: 3 },
          { kind: 'trs-635', ends: ['preamp.out', 'box.in1'], lengthM: 1 },
          { kind: 'xlr', ends: ['other.out', 'box.in2'], lengthM: 3 },
          { kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'], lengthM: 1 },
        ],
        people: people('ann', 'bob'),
        placements: [seat('ann', 'mic', 0.2), seat('bob', 'other', 0.2)],
      }),
    );

  it.each([20, 40])(
    'stays as it is when a gain of %i dB before it is turned up: as the engine finds',
    (preamp) => {
      const rig = mixed(preamp);
      const ends = (one: Rig) => {
        const made = solved(one);
        return { ...made, strand: made.strands.find(({ person }) => person === 'ann')! };
      };
      const { find, graph, strand } = ends(rig);
      const over = (one: Rig) => ends(one).strand.stages.at(-1)!.signalToNoiseDb!;
      // Some of the noise is the other's.
      expect(noiseShares(graph, strand).reduce((sum, { share }) => sum + share, 0)).toBeLessThan(0.95);
      const all = oneDbAtEach(find, graph, strand);
      expect(all.map(({ device }) => device)).toContain('preamp');
      for (const { device, control, overNoiseDb } of all) {
        const value = Number(find.device(device)!.settings[control] ?? 0);
        const then = over(after(rig, (one) => setControl(one, device, control, value + 1)));
        expect([control, overNoiseDb.toFixed(1)]).toEqual([control, (then - over(rig)).toFixed(1)]);
      }
    },
  );

  /** Ann and Bob at two inputs of a desk; what is won by moving level earlier, by the reading and by turning both in the engine. @param held a control that is left alone */
  const won = (devices: Rows['devices'], leads: Rows['leads'], sink: string, held?: string) => {
    const rig = inSilence(
      rigOf({
        devices: [
          { id: 'mic', model: 'mic-dynamic-hand' },
          { id: 'other', model: 'mic-dynamic-hand' },
          ...devices,
        ],
        leads: [{ kind: 'xlr', ends: ['other.out', 'desk.in2'], lengthM: 3 }, ...leads!],
        people: people('ann', 'bob'),
        placements: [seat('ann', 'mic', 0.2), seat('bob', 'other', 0.2)],
      }),
    );
    const ends = (one: Rig) => {
      const made = solved(one);
      const strand = made.strands.find(({ person, sinkKind }) => person === 'ann' && sinkKind === sink)!;
      return { ...made, strand, over: strand.stages.at(-1)!.signalToNoiseDb! };
    };
    const { find, graph, strand, over } = ends(rig);
    const free = strand.stages.map((stage) => ({
      ...stage,
      controls: stage.controls.filter(({ control }) => control !== held),
    }));
    const { early, late, byDb, betterDb } = earlier(find, graph, { ...strand, stages: free })!;
    const turned = after(
      rig,
      (one) => setControl(one, early.device, early.control, early.value + byDb),
      (one) => setControl(one, late.device, late.control, late.value - byDb),
    );
    return { late: `${late.device} ${late.control}`, betterDb, found: ends(turned).over - over };
  };

  it('comes in where level is taken off again: what is won is what the engine finds', () => {
    const send = (strip: string) => deskControlId.send('main', strip);
    // Its first gain is at its least and its fader held: only the send to the call can be turned down.
    const settings = {
      gain1: 0,
      gain2: 55,
      [deskControlId.kind('main')]: 'custom',
      [send('ch1')]: 10,
      [send('ch2')]: 0,
    };
    const { late, betterDb, found } = won(
      [
        { id: 'preamp', model: 'preamp', settings: { gain: 20 } },
        { id: 'desk', model: 'mixer-podcast', settings },
        { id: 'pc', model: 'laptop-c', apps: [call('desk', 'main', 'return')] },
      ],
      [
        { kind: 'xlr', ends: ['mic.out', 'preamp.in'], lengthM: 3 },
        { kind: 'trs-635', ends: ['preamp.out', 'desk.in1'], lengthM: 1 },
        { kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb1'], lengthM: 1 },
      ],
      'call',
      deskControlId.fader('ch1'),
    );
    expect(late).toBe(`desk ${send('ch1')}`);
    expect(found).toBeCloseTo(betterDb, 1);
  });

  it('comes in between the two: what is won is what the engine finds', () => {
    const { late, betterDb, found } = won(
      [
        { id: 'desk', model: 'mixer-4-usb', settings: { gain1: 15, gain2: 40, 'main-volume': 0 } },
        { id: 'box', model: 'interface-2', settings: { gain1: 45 } },
        { id: 'pc', model: 'laptop-c', apps: [recorder('box')] },
      ],
      [
        { kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 3 },
        { kind: 'trs-635', ends: ['desk.outL', 'box.in1'], lengthM: 1 },
        { kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'], lengthM: 1 },
      ],
      'track',
    );
    expect(late).toBe('box gain1');
    expect(found).toBeCloseTo(betterDb, 1);
  });
});
