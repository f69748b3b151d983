import { skerryLight } from '../demo';
import { buildRig, applyEdit, changeLead, putPerson, putPlacement, setControl, type Rig } from '../rig';
import { solveRig } from '../offers';
import { AIMS, missingDb, onTarget } from './target';
import type { Strand } from './strand';

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
    expect(input.typical).toBeCloseTo(-57.0, 2);
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
    expect(level(rig)).toBeCloseTo(now - 6.02, 2);
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
