import type { Strand } from '../gain';
import { solve } from '../offers';
import { after, people, recorder, rigOf, seat } from '../rig/testing';
import { endingAt } from './by-hand.testing';
import { gainShort } from './gain-short';

/** A voice in a dynamic into an interface with 56 dB of gain, recorded: aim −15 dBFS, at least −18; what arrives is written down by hand. */
const solvedAt = (gain1: number, mic = 'mic-dynamic-hand') =>
  solve(
    rigOf({
      devices: [
        { id: 'mic', model: mic, name: 'Mic' },
        {
          id: 'box',
          model: 'interface-2',
          name: 'Box',
          settings: { gain1, phantom1: mic !== 'mic-dynamic-hand' },
        },
        { id: 'pc', model: 'laptop-c', apps: [recorder('box')] },
      ],
      leads: [
        { kind: 'xlr', ends: ['mic.out', 'box.in1'] },
        { kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'] },
      ],
      people: people('ann'),
      placements: [seat('ann', 'mic', 0.1)],
    }),
  );
const said = (
  typical: number,
  gain1 = 20,
  alone = typical,
  more: (strand: Strand) => Partial<Strand> = () => ({}),
) => {
  const solved = solvedAt(gain1);
  const [strand] = solved.strands;
  const way = endingAt(strand!, { typical, peak: typical + 12 });
  return gainShort({ ...solved, strands: [{ ...way, alone, ...more(way) }] });
};
const labels = (found: ReturnType<typeof said>) => found[0]?.propose().map(({ label }) => label);

describe('a voice below its aim', () => {
  it('is silent from the least that is wanted on', () => {
    expect(said(-18)).toEqual([]);
    expect(said(-12)).toEqual([]);
    // Up to 1.5 dB nobody minds, up to 6 it is a caution, beyond a fault; what is judged is what is shown.
    expect(said(-19.54)).toEqual([]);
    const [found] = said(-19.6);
    expect(found).toMatchObject({ severity: 'caution', title: 'ANN reads −19.6 dBFS, 1.6 dB too quiet' });
    expect(said(-24)[0]!.severity).toBe('caution');
    expect(said(-24.1)[0]!.severity).toBe('fault');
    expect(found!.figures.map(({ value }) => value)).toEqual([-19.6, -15, 36]);
    expect(found!.why).toContain('Gain 1 of Box is at 20 of 56 dB.');
  });

  it('what cancels is another finding’s: more than 3 dB under one way alone', () => {
    expect(said(-30, 20, -27)).toHaveLength(1);
    expect(said(-30, 20, -26.9)).toEqual([]);
  });

  it('gain is turned up by what is missing: 10 dB to −15', () =>
    expect(labels(said(-25))).toEqual(['Set Gain 1 to 30 dB', 'Set Gain 1 to 27 dB']));

  it('not into the last tenth of its travel where a little less is near enough; else with a booster offered behind it', () => {
    // 0.9 of 56 dB is 50.4: 50. From 40, 11 dB are 51; 10 still are within 3 of what is wanted.
    expect(labels(said(-26, 40))).toEqual(['Set Gain 1 to 50 dB', 'Set Gain 1 to 48 dB']);
    const near = labels(said(-30, 40))!;
    expect(near[0]).toBe('Set Gain 1 to 55 dB');
    const booster = said(-30, 40)[0]!
      .propose()
      .find(({ label }) => /^Put an? .* behind the microphone$/.test(label))!;
    // 15 dB are missing, and it adds 25 (device model).
    const boosted = after(solvedAt(40).rig, booster.edit).devices.find(({ id }) => id === 'box')!;
    expect(boosted.settings['gain1']).toBe(30);
  });

  it('all it has is enough down to the least that is wanted; below it, by how much it is short', () => {
    // 16 dB are left at 40: from −34 that is −18.
    expect(said(-34, 40)[0]!.why).toContain('Gain 1 of Box is at 40 of 56 dB.');
    const [found] = said(-34.5, 40);
    expect(found!.why).toContain('Even at its full 56 dB, Gain 1 of Box leaves the voice 0.5 dB short.');
    const offered = labels(said(-34.5, 40))!;
    expect(offered.filter((label) => /^Have ANN speak/.test(label))).toEqual([]);
    expect(offered.at(-1)).toBe('Set Gain 1 to 56 dB');
    expect(labels(said(-20, 56))!.filter((label) => /^Set Gain/.test(label))).toEqual([]);
    expect(labels(said(-20, 56))).toContain('Have ANN speak from 5 cm');
  });
});

it('the last tenth is counted from where the gain begins: of −10 to 50 dB the travel ends at 44', () => {
  const solved = solvedAt(30);
  const [strand] = solved.strands;
  const models = solved.rig.models.map((model) => ({
    ...model,
    controls: model.controls.map((one) => (one.id === 'gain1' ? { ...one, minDb: -10, maxDb: 50 } : one)),
  })) as typeof solved.rig.models;
  const other = solve({ ...solved.rig, models });
  const offered = (missing: number) => {
    const typical = -15 - missing;
    const way = endingAt(strand!, { typical, peak: typical + 12 });
    const [found] = gainShort({ ...other, strands: [{ ...way, alone: typical }] });
    return found!.propose().map(({ label }) => label);
  };
  const behind = (labels: string[]) => labels.filter((label) => / behind the microphone$/.test(label)).length;
  expect(offered(14)[0]).toBe('Set Gain 1 to 44 dB');
  expect(behind(offered(14))).toBe(0);
  // To 53 with 3 of slack: 50, as far as it goes.
  expect(offered(23)).toContain('Set Gain 1 to 50 dB');
  expect(offered(18)[0]).toBe('Set Gain 1 to 48 dB');
  expect(behind(offered(18))).toBeGreaterThan(0);
});

describe('an aim for peaks', () => {
  // Peaks lie 12 dB over what is typical.
  const peaks = (typical: number, gain1 = 20) =>
    said(typical, gain1, typical, ({ aim }) => ({
      aim: { ...aim, measure: 'peak', best: -10, lowest: -13, highest: -6 },
    }));

  it('is judged by them', () => {
    const [found] = peaks(-30);
    expect(found!.title).toBe('ANN reads −18.0 dBFS, 5.0 dB too quiet');
    expect(found!.figures[0]).toMatchObject({ label: 'Peaks on the track', value: -18 });
    expect(labels(peaks(-30))![0]).toBe('Set Gain 1 to 28 dB');
    expect(peaks(-25)).toEqual([]);
  });
});

it('what is at its aim, or over it, is not too quiet though it be off its best', () => {
  for (const typical of [-15, -10, 0]) expect(said(typical)).toEqual([]);
});

it('one desk behind another: both are turned up where neither alone is enough, and nothing is bought', () => {
  const rig = rigOf({
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      { id: 'front', model: 'mixer-4', name: 'Front' },
      { id: 'box', model: 'interface-2', name: 'Box' },
      { id: 'pc', model: 'laptop-c', apps: [recorder('box')] },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'front.in1'], lengthM: 3 },
      { kind: 'trs-635', ends: ['front.outL', 'box.in1'], lengthM: 2 },
      { kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'], lengthM: 1 },
    ],
    people: people('ann'),
    placements: [seat('ann', 'mic', 0.05)],
  });
  const [found] = gainShort(solve(rig));
  const [first] = found!.propose();
  expect(first!.label).toMatch(/^Set Gain 1 to \d+ dB, set /);
  expect(gainShort(solve(after(rig, first!.edit)))).toEqual([]);
});
