import { solve } from '../offers';
import { people, recorder, rigOf, seat, after } from '../rig/testing';
import { setControl, type Rig } from '../rig';
import { controlOf, modelById, type GainControl } from '../catalogue';
import { cameraFrom, separatePreamp, voice } from './bad-desks.testing';
import { DESKS, talk } from './feeds.testing';
import { firstGain, gainsToTurn, padsOn, placementOf, snapGain, towardsAim, voices } from './voice-gain';

const gain = (id = 'gain1', model = 'interface-2') => controlOf(modelById(model), id) as GainControl;
const first = (rig: Rig) => {
  const solved = solve(rig);
  return { solved, strand: voices(solved)[0]! };
};

describe('the first gain of a voice', () => {
  it('is the one nearest to the mouth, with the share of its travel: 28 of 56 dB is half', () => {
    const { solved, strand } = first(voice({ gain: 28 }));
    expect(firstGain(solved, strand)).toMatchObject({ device: 'box', value: 28, travel: 0.5 });
    expect(firstGain(solved, strand)!.control.id).toBe('gain1');
  });

  it('is that of a preamp ahead of the desk', () => {
    const { solved, strand } = first(separatePreamp(20, 30));
    expect(firstGain(solved, strand)).toMatchObject({ device: 'preamp', value: 20 });
    expect(gainsToTurn(solved, strand).map(({ device, control }) => `${device} ${control.id}`)).toEqual([
      'preamp gain',
      'box gain1',
    ]);
  });
});

describe('which gains to turn for one listener', () => {
  const mixer = DESKS['mixer, its mix by USB']!;
  const turned = (rig: Rig, kind: string) => {
    const solved = solve(rig);
    const strand = voices(solved).find((one) => one.person === 'ann' && one.sinkKind === kind)!;
    return gainsToTurn(solved, strand).map(({ control }) => control.id);
  };

  it('all of them, where somebody hears it right by every one of them', () => {
    const { solved, strand } = first(voice({ gain: 28 }));
    const end = strand.stages.at(-1)!;
    const at = (of: typeof strand, typical: number) => ({
      ...of,
      stages: of.stages.with(-1, { ...end, typical, peak: typical + 12 }),
    });
    // The other reads its aim, this one 20 dB less: turned up for it, the other would have far too much.
    const [here, other] = [
      at(strand, strand.aim.best - 20),
      { ...at(strand, strand.aim.best), sink: 'other' },
    ];
    const ids = gainsToTurn({ ...solved, strands: [here, other] }, here).map(({ control }) => control.id);
    expect(ids).toEqual(['gain1']);
  });

  it('who would then get just the most that is wanted has no say', () => {
    const { solved, strand } = first(separatePreamp(20, 30));
    const end = strand.stages.at(-1)!;
    const at = (typical: number, more: Partial<typeof strand> = {}) => ({
      ...strand,
      stages: strand.stages.with(-1, { ...end, typical, peak: typical + 12 }),
      ...more,
    });
    // The other comes by the preamp alone and reads its aim of −30, with 6 dB to the most it should get.
    const aim = { ...strand.aim, measure: 'typical' as const, lowest: -33, best: -30, highest: -24 };
    const others = strand.stages.map((stage) => ({
      ...stage,
      controls: stage.controls.filter(({ device }) => device === 'preamp'),
    }));
    const other = {
      ...at(-30, { sink: 'other', aim }),
      stages: others.with(-1, { ...others.at(-1)!, typical: -30, peak: -18 }),
    };
    const turned = (missing: number) => {
      const here = at(-33 - missing, { aim });
      return gainsToTurn({ ...solved, strands: [here, other] }, here).map(({ device }) => device);
    };
    expect(turned(6)).toContain('preamp');
    expect(turned(6.5)).not.toContain('preamp');
  });

  it('are all it meets where nobody else hears it right yet', () => {
    expect(turned(talk(mixer, 'encoder'), 'track')[0]).toBe('gain1');
    expect(turned(talk(mixer, 'encoder'), 'stream')[0]).toBe('gain1');
  });

  it.each([
    [38, ['gain1', 'send-volume', 'gain']],
    [50, ['send-volume', 'gain']],
  ])('leave out, at %i dB, those of one who hears it right and would then get too much', (gain1, ids) => {
    // A track gets it by gain 1 alone; a camera by that, the volume of the auxiliary and a gain of its own.
    const rig = cameraFrom('send');
    const recorded = rigOf({
      devices: [
        ...rig.devices.map(({ id, model, settings }) => ({
          id,
          model,
          settings: id === 'desk' ? { ...settings, gain1, 'send-volume': -30 } : settings,
        })),
        { id: 'pc', model: 'laptop-c', apps: [recorder('desk')] },
      ],
      leads: [
        { kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 3 },
        { kind: 'ts-mini-pad', ends: ['desk.send', 'camera.mic'], lengthM: 2 },
        { kind: 'usb-c-b', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 },
      ],
      people: people('ann'),
      placements: [seat('ann', 'mic', 0.06)],
    });
    expect(turned(recorded, 'track')).toEqual(['gain1']);
    expect(turned(recorded, 'camera')).toEqual(ids);
  });
});

describe('pads', () => {
  it('that are on, and by how much', () => {
    const { solved, strand } = first(voice({ gain: 50, pad: true }));
    expect(padsOn(solved, strand)).toEqual([{ device: 'box', control: 'pad1', db: -20 }]);
  });
  it('that are out are none, nor is a gain that takes off', () => {
    expect(padsOn(...argumentsOf(first(voice({ gain: 50 }))))).toEqual([]);
    const rig = separatePreamp(20, 30);
    expect(padsOn(...argumentsOf(first(rig)))).toEqual([]);
  });
});

const argumentsOf = ({ solved, strand }: ReturnType<typeof first>) => [solved, strand] as const;

describe('where to turn', () => {
  const { solved } = first(voice({ gain: 40 }));
  const at = (value: number, missing: number, slack: number) =>
    towardsAim(solved, { device: 'box', control: gain(), value, travel: value / 56 }, missing, slack);

  // 90 % of 56 dB is 50.4: the last whole step inside is 50.
  it('to the aim where that is inside the travel', () => expect(at(40, 8, 3)).toBe(48));
  it('to the edge of the travel exactly, where the aim is there', () => expect(at(40, 10, 3)).toBe(50));
  it('inside the travel where that still is near enough', () => {
    expect(at(40, 12, 3)).toBe(50);
    expect(at(40, 13, 3)).toBe(50);
  });
  it('to the aim where it is not', () => {
    expect(at(40, 13.5, 3)).toBe(53.5);
    expect(at(40, 14, 3)).toBe(54);
  });

  it('snaps to steps and ends', () => {
    expect([-5, 0.4, 0.6, 20.49, 20.5, 56, 80].map((value) => snapGain(gain(), value))).toEqual([
      0, 0, 1, 20, 21, 56, 56,
    ]);
    const coarse: GainControl = { ...gain(), minDb: 10, maxDb: 40, stepDb: 4 };
    expect([0, 11, 13, 20, 39, 50].map((value) => snapGain(coarse, value))).toEqual([10, 10, 14, 22, 38, 40]);
  });
});

describe('voices', () => {
  const rig = rigOf({
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      { id: 'mic2', model: 'mic-dynamic-hand' },
      { id: 'box', model: 'interface-2', settings: { gain1: 44, gain2: 44 } },
      { id: 'pc', model: 'laptop-c', apps: [recorder('box')] },
      { id: 'ears', model: 'headphones' },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'box.in1'], lengthM: 3 },
      { kind: 'xlr', ends: ['mic2.out', 'box.in2'], lengthM: 3 },
      { kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'], lengthM: 1 },
      { kind: 'mini-trs', ends: ['ears.in', 'box.phones'], lengthM: 2 },
    ],
    people: people('ann', 'bob'),
    placements: [seat('bob', 'mic2', 0.1), seat('ann', 'mic2', 0.5), seat('ann', 'mic', 0.1)],
  });

  it('are those that something keeps or sends, not those of ears', () => {
    const solved = solve(rig);
    expect(voices(solved).map(({ person, sinkKind }) => [person, sinkKind])).toEqual([['ann', 'track']]);
    expect(solved.strands.some(({ sinkKind }) => sinkKind === 'ears')).toBe(true);
  });

  it('have the placement at the microphone they come by', () => {
    const solved = solve(rig);
    expect(placementOf(solved, voices(solved)[0]!)).toMatchObject({ device: 'mic', person: 'ann' });
    const muted = solve(after(rig, setControl(rig, 'box', 'gain1', 0)));
    expect(placementOf(muted, voices(muted)[0]!)).toMatchObject({ device: 'mic', person: 'ann' });
  });
});

describe('the travel of a gain that does not begin at nothing', () => {
  /** From 10 to 50 dB in steps of 3: 40 dB of travel, 36 of them inside its first nine tenths. */
  const control: GainControl = { ...gain(), minDb: 10, maxDb: 50, stepDb: 3 };
  const solved = solve(voice({ gain: 28 }));
  const from = (value: number) => ({ device: 'box', control, value, travel: 0 });

  it('is counted from there', () => {
    const rig = voice({ gain: 30 });
    const models = rig.models.map((model) => ({
      ...model,
      controls: (model.controls ?? []).map((one) => (one.id === 'gain1' ? control : one)),
    }));
    const { solved: other, strand } = first({ ...rig, models });
    expect(firstGain(other, strand)).toMatchObject({ value: 30, travel: 0.5 });
  });

  it('the last tenth is kept out of where a little less is near enough: 10 + 36 is 46', () => {
    expect(solved.rig.assumptions.gainTravelLimit).toBe(0.9);
    expect(towardsAim(solved, from(40), 5, 3)).toBe(45);
    expect(towardsAim(solved, from(40), 6, 3)).toBe(46);
    expect(towardsAim(solved, from(46), 0, -1)).toBe(46);
    expect(towardsAim(solved, from(40), 7, 3)).toBe(46);
    expect(towardsAim(solved, from(40), 9, 3)).toBe(46);
    expect(towardsAim(solved, from(40), 9.5, 3)).toBe(49.5);
    // In whole steps: 35 of 39 dB are 11 steps of 3, 33.
    expect(towardsAim(solved, { ...from(40), control: { ...control, maxDb: 49 } }, 4, 3)).toBe(43);
  });

  it('settings are in its steps, and in its range', () => {
    expect([9, 10, 11.4, 11.6, 47, 49, 99].map((value) => snapGain(control, value))).toEqual([
      10, 10, 10, 13, 46, 49, 50,
    ]);
  });
});

describe('whose voices count', () => {
  it('people’s, where they arrive at something that keeps or sends', () => {
    const { solved } = first(voice({ gain: 28 }));
    const [strand] = voices(solved);
    const kept = (change: Partial<typeof strand & object>) =>
      voices({ ...solved, strands: [{ ...strand!, ...change }] }).length;
    expect(kept({})).toBe(1);
    expect(kept({ person: null })).toBe(0);
    expect(kept({ arrives: false })).toBe(0);
    expect(kept({ sinkKind: undefined })).toBe(0);
    expect(kept({ sinkKind: 'ears' })).toBe(0);
    expect(kept({ sinkKind: 'camera' })).toBe(1);
  });
});
