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
