import { skerryLight } from '../demo';
import { solveRig } from '../offers';
import { applyEdit, setControl, type Rig } from '../rig';
import { ahead, turnableAt, turnedBy } from './ahead';

const keeper = (rig: Rig) => solveRig(rig).strands.find(({ sink }) => sink.endsWith('#keeper'))!;
const turned = (db: number) => applyEdit(skerryLight, setControl(skerryLight, 'mixer', 'gain1', db)).rig;

describe('a level drawn before the engine has worked it out', () => {
  it.each([40, 60, 54])('gain at %i dB: what the engine then finds, to a tenth', (db) => {
    const drawn = ahead(turned(db), keeper(skerryLight));
    keeper(turned(db)).stages.forEach((stage, at) => {
      expect(drawn.stages[at]!.typical).toBeCloseTo(stage.typical, 6);
      expect(drawn.stages[at]!.peak).toBeCloseTo(stage.peak, 6);
      if (stage.headroomDb !== null) expect(drawn.stages[at]!.headroomDb).toBeCloseTo(stage.headroomDb, 6);
    });
  });

  it('nothing turned, nothing made anew', () => {
    const strand = keeper(skerryLight);
    expect(ahead(skerryLight, strand)).toBe(strand);
  });
});

describe('what is turned at a stage', () => {
  const { stages } = keeper(skerryLight);
  const gain = turnableAt(
    skerryLight,
    stages.find(({ label }) => label === 'Amplifier 1')!,
  )!;

  it('is its gain; where there is none, nothing', () => {
    expect(gain).toMatchObject({ device: 'mixer', control: 'gain1', value: 54, min: 0, max: 60 });
    expect(turnableAt(skerryLight, stages[0]!)).toBeUndefined();
  });

  it.each([
    [1.4, 55],
    [-60, 0],
    [99, 60],
    [-0.4, 54],
  ])('by %f dB it comes to %i', (db, expected) => expect(turnedBy(gain, db)).toBe(expected));
});

describe('what stands behind a turned control', () => {
  it('noise goes with the level, room over the peaks goes down; what is unknown stays so', () => {
    const strand = keeper(skerryLight);
    const at = strand.stages.findIndex(({ label }) => label === 'Amplifier 1');
    const bare = {
      ...strand,
      stages: strand.stages.map((stage, n) =>
        n === at ? { ...stage, noise: null, headroomDb: null } : stage,
      ),
    };
    const [was, is] = [bare, ahead(turned(60), bare)].map(({ stages }) => stages);
    expect(is![at]).toMatchObject({ noise: null, headroomDb: null });
    expect(is![at + 1]!.noise).toBeCloseTo(was![at + 1]!.noise! + 6, 9);
    expect(is![at + 1]!.headroomDb).toBeCloseTo(was![at + 1]!.headroomDb! - 6, 9);
    expect(is![at - 1]).toBe(was![at - 1]);
  });

  it('only the control of that way: a term of another says nothing', () => {
    const strand = keeper(skerryLight);
    const other = (because: object) => ({
      ...strand,
      stages: strand.stages.map((stage) => ({
        ...stage,
        terms: stage.terms.map((term) => (term.because.kind === 'control' ? { ...term, because } : term)),
      })),
    });
    for (const because of [
      { kind: 'control', device: 'mixer', control: 'gain2' },
      { kind: 'control', device: 'other', control: 'gain1' },
      { kind: 'data' },
    ]) {
      const told = other(because) as typeof strand;
      expect(ahead(turned(60), told)).toBe(told);
    }
  });

  it.each([
    [0.3, 13.5],
    [0.2, 13],
    [1.1, 14],
    [-99, 10],
    [99, 20],
  ])('%f dB more from 13 dB, in steps of half a decibel from 10 to 20: %f dB', (db, to) =>
    expect(
      turnedBy({ device: 'd', control: 'c', label: 'l', value: 13, min: 10, max: 20, step: 0.5 }, db),
    ).toBe(to),
  );

  it('steps are counted from its lowest', () =>
    expect(
      turnedBy({ device: 'd', control: 'c', label: 'l', value: 9.25, min: 9.25, max: 20, step: 2 }, 3.2),
    ).toBe(13.25));
});
