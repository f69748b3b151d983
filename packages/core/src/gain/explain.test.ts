import { skerryLight } from '../demo';
import { solveRig } from '../offers';
import { applyEdit, lookup, setAssumptions } from '../rig';
import { explainStage } from './explain';
import { strandControls } from './strand-controls';
import { AIMS, verdictOf } from './target';

const find = lookup(skerryLight);
const { strands } = solveRig(skerryLight);
const strandOf = (name: string) => strands.find(({ sourceName }) => sourceName.startsWith(name))!;

describe('where every figure comes from', () => {
  it.each(strands.map((strand) => [strand.id, strand] as const))(
    '%s: no figure of any stage is without words',
    (_id, strand) => {
      strand.stages.forEach((stage, index) => {
        const rows = explainStage(find, strand, index);
        expect(rows.map(({ label }) => label)).toEqual([
          'Level',
          'Peaks',
          'Noise',
          ...(stage.noise === null ? [] : ['Noise, A-weighted']),
          'Ceiling',
          'Room over the peaks',
          'Voice over the noise',
          'Late by',
        ]);
        for (const { from } of rows) expect(from.trim().length).toBeGreaterThan(8);
        expect(rows[0]!.value).toBe(stage.typical);
      });
    },
  );

  const levelWords = (name: string, label: string) => {
    const strand = strandOf(name);
    return explainStage(
      find,
      strand,
      strand.stages.findIndex((stage) => stage.label === label),
    )[0]!.from;
  };

  it('a voice by its standard, its distance by the law, a gain by its knob', () => {
    expect(levelWords('Keeper', 'Keeper, 1 m')).toContain('raised voice');
    expect(levelWords('Keeper', 'Keeper, 1 m')).toContain('ANSI S3.5-1997');
    expect(levelWords('Keeper', 'Voice at the microphone')).toContain('5 cm away');
    expect(levelWords('Keeper', 'Amplifier 1')).toContain('Gain 1 at 54 dB');
    expect(levelWords('Keeper', 'Input 1')).toContain('solved circuit');
  });

  it('an assumption is named as one, with its value as it stands', () => {
    expect(levelWords('Far end', 'Far end of Call')).toContain('assumption of this rig: −20 dBFS');
    const strand = strandOf('Keeper');
    const other = applyEdit(
      skerryLight,
      setAssumptions(skerryLight, { ...skerryLight.assumptions, speechCrestDb: 15 }),
    ).rig;
    expect(explainStage(lookup(other), strand, 0)[1]!.from).toContain('15 dB, an assumption');
  });

  it('noise as a weighted meter reads it: IEC 61672 over 20 kHz of white noise, 2.2 dB less, at every stage', () => {
    const strand = strandOf('Keeper');
    strand.stages.forEach(({ noise, unit }, index) => {
      const row = explainStage(find, strand, index).find(({ label }) => label === 'Noise, A-weighted');
      if (noise === null) return expect(row).toBeUndefined();
      expect(row!.unit).toBe(`${unit} (A)`);
      return expect(row!.value).toBeCloseTo(noise - 2.2, 0);
    });
  });

  it('says so when there is no such stage', () => {
    expect(() => explainStage(find, strandOf('Keeper'), 99)).toThrow('none at 99');
  });
});

describe('what a strand answers to', () => {
  const names = (name: string) =>
    strandControls(find, strandOf(name)).map(
      ({ control, isSupply }) => `${control.id}${isSupply ? ' supply' : ''}`,
    );

  it('a microphone: supply, pad and gain of its input, in the order the sound meets them', () => {
    expect(names('Keeper')).toEqual(['phantom supply', 'pad1', 'gain1']);
  });

  it('a player: its own volume', () => {
    expect(names('Effects')).toEqual(['volume']);
  });

  it('the laptop: its volume, then the input it is plugged into', () => {
    expect(names('Far end')).toEqual(['jack-volume', 'phantom supply', 'pad3', 'gain3']);
  });
});

describe('verdicts', () => {
  it('on target, too quiet by so much, not arriving', () => {
    expect(verdictOf(strandOf('Keeper')).kind).toBe('on-target');
    const guest = verdictOf(strandOf('Guest'));
    expect(guest.kind).toBe('too-quiet');
    expect(guest.byDb).toBeCloseTo(1.6, 1);
    expect(verdictOf(strandOf('Far end')).kind).toBe('not-arriving');
  });

  it('live looks at the peaks', () => {
    const keeper = verdictOf({ ...strandOf('Keeper'), aim: AIMS.live });
    expect(keeper.level).toBeCloseTo(-3, 1);
  });
});
