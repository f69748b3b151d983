import { ordinaryDesks } from '../checks/desks.testing';
import { makeEngineMemory, solve } from '../offers';
import { setControl } from '../rig';
import { after, inSilence, people, recorder, rigOf, seat } from '../rig/testing';
import { earlier } from './earlier';
import { noiseShares } from './noise-shares';

const solved = (rig: Parameters<typeof solve>[0]) => solve(rig, makeEngineMemory());

describe('which stages make the noise', () => {
  const strands = ordinaryDesks().flatMap(([name, rig]) => {
    const made = solved(rig);
    return made.strands
      .filter(({ person, arrives, sinkKind }) => person && arrives && sinkKind === 'track')
      .map((strand) => [`${name}: ${strand.sourceName}`, made.graph, strand] as const);
  });

  it.each(strands)(
    '%s: their powers add up to what is there (Friis: each born noise goes on with the sound)',
    (_name, graph, strand) => {
      const shares = noiseShares(graph, strand);
      const sum = shares.reduce((all, { overDb }) => all + 10 ** (-overDb / 10), 0);
      // Nobody else is mixed in on the way to a track of its own.
      expect(-10 * Math.log10(sum)).toBeGreaterThan(strand.stages.at(-1)!.signalToNoiseDb! - 0.01);
      expect(shares.reduce((all, { share }) => all + share, 0)).toBeLessThan(1.0001);
      for (const [at, { overDb }] of shares.entries())
        if (at > 0) expect(overDb).toBeGreaterThanOrEqual(shares[at - 1]!.overDb);
    },
  );
});

describe('level made earlier', () => {
  const rig = inSilence(
    rigOf({
      devices: [
        { id: 'mic', model: 'mic-dynamic-hand' },
        { id: 'preamp', model: 'preamp', settings: { gain: 21 } },
        { id: 'box', model: 'interface-2', settings: { gain1: 50 } },
        { id: 'pc', model: 'laptop-c', apps: [recorder('box')] },
      ],
      leads: [
        { kind: 'xlr', ends: ['mic.out', 'preamp.in'], lengthM: 3 },
        { kind: 'trs-635', ends: ['preamp.out', 'box.in1'], lengthM: 1 },
        { kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'], lengthM: 1 },
      ],
      people: people('ann'),
      placements: [seat('ann', 'mic', 0.2)],
    }),
  );
  const before = solved(rig);
  const [strand] = before.strands;
  const better = earlier(before.find, before.graph, strand!)!;

  it('is as much better as the engine finds with both turned so, and reads the same', () => {
    const then = solved(
      after(
        rig,
        (one) => setControl(one, better.early.device, better.early.control, better.early.value + better.byDb),
        (one) => setControl(one, better.late.device, better.late.control, better.late.value - better.byDb),
      ),
    ).strands[0]!;
    const [was, is] = [strand!, then].map(({ stages }) => stages.at(-1)!);
    expect(is!.typical).toBeCloseTo(was!.typical, 6);
    expect(is!.signalToNoiseDb! - was!.signalToNoiseDb!).toBeCloseTo(better.betterDb, 1);
    expect(better.betterDb).toBeGreaterThan(3);
  });

  it('stays out of the last tenth of the first gain', () => {
    expect(better.early.value + better.byDb).toBeLessThanOrEqual(10 + 0.9 * 56);
  });

  it('where all level is made at the first there is nothing to move', () => {
    const right = solved(
      after(
        rig,
        (one) => setControl(one, 'preamp', 'gain', 60),
        (one) => setControl(one, 'box', 'gain1', 11),
      ),
    );
    expect(earlier(right.find, right.graph, right.strands[0]!)?.betterDb ?? 0).toBeLessThan(1.5);
  });
});
