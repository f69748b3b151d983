import { skerryLight } from '../demo';
import { buildRig, applyEdit, changeLead, putPerson, putPlacement, setControl, type Rig } from '../rig';
import { solveRig } from '../offers';
import { ratioFromDb } from '../units';
import type { PlainEdge } from '../flow/graph.testing';
import { AIMS, aimWords, missingDb, onTarget } from './target';
import { hear, NOTHING_KNOWN, track, type Place } from './heard.testing';
import { strandsOf, type Strand } from './strand';

const strandTo = (rig: Rig, sink: string): Strand =>
  solveRig(rig).strands.find((strand) => strand.sink.endsWith(`#${sink}`))!;
const last = (strand: Strand) => strand.stages[strand.stages.length - 1]!;

describe('the strand worked by hand in docs/worked-strand.md', () => {
  const strand = strandTo(skerryLight, 'keeper');
  const byLabel = (label: string) => strand.stages.find((stage) => stage.label === label)!;

  it.each([
    ['Keeper, 1 m', 68.34],
    ['Voice at the microphone', 94.36],
    ['Output', -56.57],
    ['Amplifier 1', -3.0],
    ['Converter 1', -15.0],
    ['Track Keeper', -15.0],
  ])('%s: %f', (label, level) => {
    expect(byLabel(label).typical).toBeCloseTo(level, 1);
  });

  it('arrives at the input 0.42 dB down', () => {
    const input = strand.stages.find((stage) => stage.role === 'input')!;
    // The room adds 0.007 dB at 5 cm.
    expect(input.typical).toBeCloseTo(-57.0, 1);
    expect(input.gainDb).toBeCloseTo(-0.424, 2);
  });

  it('peaks, noise, headroom and signal to noise at the track', () => {
    const track = last(strand);
    expect(track.peak).toBeCloseTo(-3.0, 1);
    expect(track.noise).toBeCloseTo(-80.01, 1);
    expect(track.headroomDb).toBeCloseTo(3.0, 1);
    expect(track.signalToNoiseDb).toBeCloseTo(65, 1);
  });

  it('puts the analogue stages on one scale', () => {
    expect(byLabel('Output').shiftDb).toBeCloseTo(0, 9);
    expect(byLabel('Converter 1').shiftDb).toBeCloseTo(-12, 9);
  });
});

describe('what moves a strand', () => {
  const level = (rig: Rig) => last(strandTo(rig, 'keeper')).typical;
  const now = level(skerryLight);

  it('gain, decibel for decibel', () => {
    const { rig } = applyEdit(skerryLight, setControl(skerryLight, 'mixer', 'gain1', 44));
    expect(level(rig)).toBeCloseTo(now - 10, 6);
  });

  it('distance, 6.02 dB per doubling (inverse-square law)', () => {
    const placement = skerryLight.placements.find(({ person }) => person === 'keeper')!;
    const { rig } = applyEdit(skerryLight, putPlacement(skerryLight, { ...placement, distanceM: 0.1 }));
    expect(level(rig)).toBeCloseTo(now - 6.02, 1);
  });

  it('a pad, 20 dB', () => {
    const { rig } = applyEdit(skerryLight, setControl(skerryLight, 'mixer', 'pad1', true));
    expect(level(rig)).toBeCloseTo(now - 20, 6);
  });

  it('a broken leg: the strand no longer arrives', () => {
    const { rig } = applyEdit(skerryLight, changeLead(skerryLight, 'keeper-lead', { broken: ['cold'] }));
    expect(level(rig)).toBeLessThan(now - 40);
  });

  it('phantom off: the condenser falls silent and the strand ends at the microphone', () => {
    const { rig } = applyEdit(skerryLight, setControl(skerryLight, 'mixer', 'phantom', false));
    const guest = solveRig(rig).strands.find((strand) => strand.person === 'guest')!;
    expect(guest.arrives).toBe(false);
    expect(guest.stages.map(({ role }) => role)).toEqual(['voice', 'capsule']);
  });

  it('left and right against one another: every stage is there, but nothing arrives', () => {
    const caller = strandTo(skerryLight, 'caller');
    expect(caller.arrives).toBe(false);
    expect(last(caller).typical).toBeLessThan(-200);
  });

  it('a microphone nobody speaks into has no strand', () => {
    const rig = buildRig({ name: 'mute', devices: [{ id: 'mic', model: 'mic-dynamic-hand' }] });
    expect(solveRig(rig).strands).toEqual([]);
  });
});

describe('aims (common practice, no published source)', () => {
  it('within a twentieth of a decibel of the band is in it', () => {
    const band = { ...AIMS.recording, lowest: 0, highest: 0 };
    expect([0.05, -0.05, 0.051, -0.051].map((level) => onTarget(band, level, level))).toEqual([
      true,
      true,
      false,
      false,
    ]);
  });

  it('an average of one’s own is 3 dB wide either way; a delivery is in mono or in stereo', () => {
    expect(aimWords({ averageDbfs: -18 })).toContain('−21 to −15 dBFS');
    expect(aimWords({ lufs: -19, channels: 1 })).toContain('in mono');
    expect(aimWords({ lufs: -16, channels: 2 })).toContain('in stereo');
  });

  it('recording: speech averages −18 to −12 dBFS', () => {
    expect(onTarget(AIMS.recording, -18, -6)).toBe(true);
    expect(onTarget(AIMS.recording, -12, 0)).toBe(true);
    expect(onTarget(AIMS.recording, -18.1, -6)).toBe(false);
    expect(missingDb(AIMS.recording, -25, -13)).toBe(10);
  });

  it('live: peaks near −6 dBFS', () => {
    expect(onTarget(AIMS.live, -18, -6)).toBe(true);
    expect(onTarget(AIMS.live, -18, -1)).toBe(false);
    expect(missingDb(AIMS.live, -30, -16)).toBe(10);
  });
});

describe('a voice that is not as others are', () => {
  const [keeper] = skerryLight.people;
  const levels = (rig: Rig) => solveRig(rig).strands.filter(({ person }) => person === keeper!.id);

  it.each([-9, 4])('%i dB against usual are as much at every stage', (againstUsualDb) => {
    const [plain, own] = [
      levels(skerryLight),
      levels(applyEdit(skerryLight, putPerson(skerryLight, { ...keeper!, againstUsualDb })).rig),
    ];
    expect(plain.length).toBeGreaterThan(0);
    own.forEach(({ stages }, strand) =>
      stages.forEach(({ typical, peak, noise }, at) => {
        const was = plain[strand]!.stages[at]!;
        expect(typical).toBeCloseTo(was.typical + againstUsualDb, 6);
        expect(peak).toBeCloseTo(was.peak + againstUsualDb, 6);
        expect(noise).toEqual(was.noise);
      }),
    );
  });
});

/** A voice by the air into a capsule, an output, an input, a converter and a track, each with figures of its own. */
const CHAIN: Place[] = [
  { id: 'voice', role: 'voice', unit: 'dB SPL', noise: 30 },
  { id: 'capsule', role: 'capsule', unit: 'dB SPL', device: 'mic' },
  { id: 'output', role: 'output', unit: 'dBu', device: 'mic' },
  { id: 'amp', role: 'stage', unit: 'dBu', device: 'box', ceiling: 20 },
  { id: 'adc', role: 'converter', unit: 'dBFS', device: 'box', ceiling: 0 },
  track('track', { ceiling: 0, track: 'take', app: 'app' }),
];
const along = (dbs: number[], more: Partial<PlainEdge>[] = []): PlainEdge[] =>
  CHAIN.slice(1).map(({ id }, at) => ({
    from: CHAIN[at]!.id,
    to: id,
    gain: ratioFromDb(dbs[at]!),
    ...more[at],
  }));
const WAY = along(
  [20, -130, 40, -12, 0],
  [
    { delayMs: 1 },
    { unitShiftDb: -120, noise: -128 },
    { noise: -90, controls: [{ device: 'box', control: 'gain' }] },
    { unitShiftDb: -12, delayMs: 2 },
  ],
);
const strandsIn = (edges: PlainEdge[], places: (string | Place)[] = CHAIN, sources = ['voice']) =>
  strandsOf(NOTHING_KNOWN, hear(edges, sources, places));

describe('the stages of one sound', () => {
  const [strand] = strandsIn(WAY);

  it('level, peaks (12 dB over it), room under the ceiling and noise (powers add) at each', () => {
    const column = (key: 'typical' | 'peak' | 'headroomDb' | 'gainDb' | 'delayMs') =>
      strand!.stages.map((stage) => (stage[key] === null ? null : Number(stage[key].toFixed(6))));
    expect(column('typical')).toEqual([0, 20, -110, -70, -82, -82]);
    expect(column('peak')).toEqual([12, 32, -98, -58, -70, -70]);
    expect(column('headroomDb')).toEqual([null, null, null, 78, 70, 70]);
    expect(column('gainDb')).toEqual([0, 20, -130, 40, -12, 0]);
    expect(column('delayMs')).toEqual([0, 1, 1, 1, 3, 3]);
    const powers = (...dbs: number[]) => 10 * Math.log10(dbs.reduce((sum, db) => sum + 10 ** (db / 10), 0));
    const out = powers(30 + 20 - 130, -128);
    strand!.stages.forEach(({ noise, signalToNoiseDb, typical }, at) => {
      const amp = powers(out + 40, -90);
      expect(noise).toBeCloseTo([30, 50, out, amp, amp - 12, amp - 12][at]!, 6);
      expect(signalToNoiseDb).toBeCloseTo(typical - noise!, 9);
    });
  });

  it('one scale for all: dBu where it is analogue, so a figure in dBu is as it reads', () => {
    expect(strand!.stages.map(({ shiftDb }) => shiftDb)).toEqual([120, 120, 0, 0, -12, -12]);
  });

  it('what starts analogue is on that scale from the start', () => {
    const [line] = strandsIn(WAY.slice(2), CHAIN.slice(2), ['output']);
    expect(line!.stages.map(({ shiftDb }) => shiftDb + 0)).toEqual([0, 0, -12, -12]);
  });

  it('says who, what, where it ends and what is turned on the way', () => {
    expect(strand).toMatchObject({
      id: 'voice→track',
      source: 'voice',
      sink: 'track',
      sinkKind: 'track',
      person: null,
      at: { device: 'pc', app: 'app', track: 'take' },
      arrives: true,
      isCrosstalk: false,
    });
    expect(strand!.alone).toBeCloseTo(-82, 6);
    expect(strand!.stages.map(({ controls }) => controls.length)).toEqual([0, 0, 0, 1, 0, 0]);
    expect(strand!.stages.map(({ device }) => device)).toEqual([null, 'mic', 'mic', 'box', 'box', 'pc']);
    expect(strand!.stages[3]!.terms[0]!.db).toBeCloseTo(40, 6);
    expect(strand!.stages[0]!.terms).toEqual([]);
    expect(strand!.stages[0]).not.toHaveProperty('betweenWordsDb');
  });

  it('no noise stated is none, and none over it', () => {
    const quiet = CHAIN.map(({ noise: _noise, ...place }) => place);
    const [first] = strandsIn(along([20, -130, 40, -12, 0]), quiet)[0]!.stages;
    expect(first).toMatchObject({ noise: null, signalToNoiseDb: null, ceiling: null });
  });

  it('peaks go up by what a compressor does not catch, from there on', () => {
    const peaky = strandsIn(WAY.map((edge, at) => (at === 2 ? { ...edge, peaksDb: 5 } : edge)))[0]!;
    expect(peaky.stages.map(({ peak, typical }) => Math.round(peak - typical))).toEqual([
      12, 12, 12, 17, 17, 17,
    ]);
  });

  it('between words a gate takes the noise down by its range, a compressor gives back what it takes off', () => {
    const gated = (thresholdDbfs: number, level: number, aheadDb = 0): PlainEdge[] =>
      WAY.map((edge, at): PlainEdge =>
        at === 4
          ? {
              ...edge,
              terms: [{ db: level, because: { kind: 'control', device: 'box', control: 'gate' } }],
              dynamics: {
                device: 'box',
                strip: 's',
                aheadDb,
                gate: { thresholdDbfs, ratio: 11, rangeDb: 20, control: 'gate' },
              },
            }
          : edge,
      );
    const last = (edges: PlainEdge[]) => strandsIn(edges)[0]!.stages.at(-1)!;
    // The noise lies at −52 dBFS (30 + 20 − 130 + 40 − 12): shut by all its range under −45, by ten times one decibel under −51, open over −60.
    expect(last(gated(-45, -3)).betweenWordsDb).toBeCloseTo(-20 + 3, 6);
    expect(last(gated(-51, -3)).betweenWordsDb).toBeCloseTo(-10 + 3, 1);
    expect(last(gated(-60, -3)).betweenWordsDb).toBeCloseTo(3, 6);
    // What is turned up ahead of the gate opens it as far.
    expect(last(gated(-45, -3, 6)).betweenWordsDb).toBeCloseTo(-10 + 3, 1);
    // Nothing at all shuts it.
    const silent = CHAIN.map(({ noise: _noise, ...place }) => place);
    const noiseless = gated(-100, -3).map(({ noise: _noise, ...edge }) => edge);
    expect(strandsIn(noiseless, silent)[0]!.stages.at(-1)!.betweenWordsDb).toBeCloseTo(-20 + 3, 6);
  });
});

describe('which strands there are', () => {
  const two: Place[] = [...CHAIN, { id: 'ears', role: 'driver', device: 'pc' }];
  const TO_EARS: PlainEdge = { from: 'amp', to: 'ears', gain: 1 };
  const ends = (edges: PlainEdge[], places = two) => strandsIn(edges, places).map(({ sink }) => sink);

  it('to each destination; to ears only where it comes to no destination', () => {
    expect(ends([...WAY, TO_EARS])).toEqual(['track']);
    expect(ends([...WAY.slice(0, 3), TO_EARS])).toEqual(['ears']);
  });

  it('what only leaks into a destination is not where it goes: then the ears', () => {
    const leaking = WAY.map((edge, at) => (at === 3 ? { ...edge, isCrosstalk: true } : edge));
    expect(ends([...leaking, TO_EARS])).toEqual(['track', 'ears']);
    expect(strandsIn([...leaking, TO_EARS], two).map(({ arrives }) => arrives)).toEqual([false, true]);
  });

  it('what arrives nowhere goes as far as it gets, and does not arrive', () => {
    const [short] = strandsIn(WAY.slice(0, 3), [...CHAIN, 'dead']);
    expect(short).toMatchObject({ sink: 'amp', sinkLabel: 'amp', arrives: false, isCrosstalk: false });
    expect(short!.alone).toBeCloseTo(-70, 6);
    expect(short).not.toHaveProperty('at');
    expect(short!.stages).toHaveLength(4);
  });

  it('as far by wires, not by what strays through the air into a neighbour’s microphone', () => {
    const stray: PlainEdge[] = [
      WAY[0]!,
      { from: 'voice', to: 'other', gain: 0.1, kind: 'air', isCrosstalk: true },
      { from: 'other', to: 'beyond', gain: 1 },
      { from: 'beyond', to: 'end', gain: 1 },
    ];
    const places = [...CHAIN, 'other', 'beyond', 'end'];
    expect(strandsIn(stray, places).map(({ sink }) => sink)).toEqual(['capsule']);
    // Where there is nothing else, it is told.
    expect(strandsIn(stray.slice(1), places).map(({ sink }) => sink)).toEqual(['end']);
  });

  it('a sound that goes nowhere at all has none', () => {
    expect(strandsIn([], CHAIN)).toEqual([]);
  });

  it('of two ends equally far the first found', () => {
    const fork: PlainEdge[] = [WAY[0]!, { from: 'voice', to: 'aside', gain: 1 }];
    for (const places of [
      [...CHAIN, 'aside'],
      ['aside', ...CHAIN],
    ]) {
      const { order } = hear(fork, ['voice'], places).graph;
      const first = order.find((id) => id === 'capsule' || id === 'aside');
      expect(strandsIn(fork, places).map(({ sink }) => sink)).toEqual([first]);
    }
  });

  it.each([
    [-49.9, true],
    [-50, true],
    [-50.1, false],
  ])('%f dB over one lead (common practice): arrives %s', (db, arrives) => {
    const wire = (kind: 'circuit' | 'data'): PlainEdge[] =>
      WAY.map((edge, at) =>
        at === 2 ? { ...edge, gain: ratioFromDb(40), terms: [{ db, because: { kind } }] } : edge,
      );
    expect(strandsIn(wire('circuit'))[0]!.arrives).toBe(arrives);
    expect(strandsIn(wire('data'))[0]!.arrives).toBe(true);
  });

  it('just 90 dB under where it starts nothing is left', () => {
    const end = [track('track')];
    const edge = { from: 'voice', to: 'track', gain: ratioFromDb(-90), gainDb: -89 };
    expect(strandsIn([edge], ['voice', ...end])[0]!.arrives).toBe(false);
  });

  it.each([
    [-89, true],
    [-91, false],
  ])('%f dB left of it where it ends, changes of unit aside: arrives %s', (db, arrives) => {
    // Two ways at once that nearly take each other away; one alone would be loud.
    const left = ratioFromDb(db);
    const cancelled: PlainEdge[] = [
      { from: 'voice', to: 'capsule', gain: 1 },
      { from: 'voice', to: 'side', gain: -(1 - left) },
      { from: 'side', to: 'output', gain: ratioFromDb(-120), unitShiftDb: -120 },
      { from: 'capsule', to: 'output', gain: ratioFromDb(-120), unitShiftDb: -120 },
      { from: 'output', to: 'track', gain: ratioFromDb(-12), unitShiftDb: -12 },
    ];
    expect(strandsIn(cancelled, [...CHAIN, 'side'])[0]!.arrives).toBe(arrives);
  });
});
