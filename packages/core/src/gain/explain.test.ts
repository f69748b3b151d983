import { skerryLight } from '../demo';
import { solveRig } from '../offers';
import { applyEdit, lookup, setAssumptions } from '../rig';
import { explainStage } from './explain';
import { controlsOf, DEVICE_MODELS } from '../catalogue';
import type { Because } from '../flow';
import { rigOf } from '../rig/testing';
import { strandControls } from './strand-controls';
import { turnedAt } from './turned';
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
    expect(guest.byDb).toBeCloseTo(1.86, 1);
    expect(verdictOf(strandOf('Far end')).kind).toBe('not-arriving');
  });

  it('live looks at the peaks', () => {
    const keeper = verdictOf({ ...strandOf('Keeper'), aim: AIMS.live });
    expect(keeper.level).toBeCloseTo(-3, 1);
  });
});

/** The Keeper’s strand with one stage as given. */
const withStage = (index: number, change: object) => {
  const strand = strandOf('Keeper');
  return {
    ...strand,
    stages: strand.stages.map((stage, at) => (at === index ? { ...stage, ...change } : stage)),
  };
};
const rowsAt = (index: number, change: object) => explainStage(find, withStage(index, change), index);
const because = (...all: Because[]) => ({ terms: all.map((one) => ({ db: 1, because: one })) });

describe('why a level is what it is, datum by datum', () => {
  const placement = skerryLight.placements.find(({ person }) => person === 'keeper')!.id;
  const words = (...all: Because[]) => rowsAt(3, because(...all))[0]!.from.replace(/^“.*?” /, '');

  it.each([
    [{ kind: 'model', device: 'mixer' }, `device model of ${find.device('mixer')!.name}`],
    [{ kind: 'model', device: 'nobody' }, 'device model of the source'],
    [{ kind: 'control', device: 'mixer', control: 'gain1' }, 'Gain 1 at 54 dB'],
    [{ kind: 'control', device: 'mixer', control: 'nothing' }, 'nothing'],
    [{ kind: 'control', device: 'nobody', control: 'gain1' }, 'gain1'],
    [{ kind: 'desk', device: 'mixer', words: 'panned to the left' }, 'panned to the left'],
    [{ kind: 'air', words: 'round the table' }, 'round the table'],
    [{ kind: 'distance', placement }, '5 cm away (inverse-square law)'],
    [{ kind: 'distance', placement: 'none' }, '100 cm away (inverse-square law)'],
    [{ kind: 'direction', placement: 'none' }, '0° off axis'],
    [{ kind: 'mouth', placement: 'none' }, '0° beside the mouth'],
    [{ kind: 'app', app: 'nobody', words: 'sums both' }, 'the program sums both'],
    [{ kind: 'data' }, 'arrives as it left: as numbers'],
  ] as [Because, string][])('%j', (one, expected) =>
    expect(words(one)).toMatch(new RegExp(`: ${expected.replace(/[()]/g, '\\$&')}$`)),
  );

  it('a direction, to either side, and a mouth that looks elsewhere, from where someone sits', () => {
    const turned = (offAxisDeg: number, bearingDeg: number) => ({
      ...skerryLight,
      placements: skerryLight.placements.map((one) =>
        one.id === placement ? { ...one, offAxisDeg, bearingDeg } : one,
      ),
    });
    const at = (deg: number, bearing: number, one: Because) =>
      explainStage(lookup(turned(deg, bearing)), withStage(3, because(one)), 3)[0]!.from;
    expect(at(30, 0, { kind: 'direction', placement })).toContain(' 30° off axis');
    expect(at(-30, 0, { kind: 'direction', placement })).toContain(' 30° off axis');
    expect(at(0, -45, { kind: 'mouth', placement })).toContain(' 45° beside the mouth');
  });

  it('a program by its name', () => {
    const { id, name } = skerryLight.apps[0]!;
    expect(words({ kind: 'app', app: id, words: 'plays it' })).toContain(`${name} plays it`);
  });

  it('what is turned comes first, what is built in after it, nothing twice; nothing said of nothing', () => {
    const knob: Because = { kind: 'control', device: 'mixer', control: 'gain1' };
    expect(words({ kind: 'data' }, knob, { kind: 'data' })).toMatch(
      /: Gain 1 at 54 dB; arrives as it left: as numbers$/,
    );
    expect(words()).toMatch(/nothing on the way changes it$/);
  });

  it.each([
    [3, '+ 3.0 dB'],
    [-3, '− 3.0 dB'],
    [0, '+ 0.0 dB'],
  ])('%f dB against the stage before: %s', (gainDb, said) =>
    expect(rowsAt(3, { gainDb })[0]!.from).toContain(`” ${said}:`),
  );
});

describe('where a sound starts', () => {
  const start = (change: object, person: string | null = null, rig = skerryLight) =>
    explainStage(lookup(rig), { ...withStage(0, change), person }, 0);

  it('a voice as it is set, louder or softer than others where that is said', () => {
    expect(start({}, 'keeper')[0]!.from).toMatch(/^raised voice, .*\(ANSI S3.5-1997\)$/);
    const [keeper] = skerryLight.people.filter(({ id }) => id === 'keeper');
    const soft = {
      ...skerryLight,
      people: skerryLight.people.map((one) => (one === keeper ? { ...one, againstUsualDb: -4 } : one)),
    };
    expect(start({}, 'keeper', soft)[0]!.from).toMatch(/4 dB .*, as set$/);
    expect(start({}, 'nobody')[0]!.from).toMatch(/^ voice/);
  });

  it('a program and a far end by the assumption, a player by its model', () => {
    expect(start({ role: 'app' })[0]!.from).toContain('assumption of this rig: −20 dBFS');
    expect(start({ role: 'far-end' })[0]!.from).toContain('assumption of this rig: −20 dBFS');
    expect(start({ role: 'programme', device: 'mixer' })[0]!.from).toBe(
      `device model of ${find.device('mixer')!.name}`,
    );
    expect(start({ role: 'programme', device: null })[0]!.from).toBe('device model of the source');
  });

  it('peaks by the assumption for speech, for a call, or by the programme’s own', () => {
    const { speechCrestDb, callCrestDb } = skerryLight.assumptions;
    expect(start({}, 'keeper')[1]!.from).toContain(
      `level + ${speechCrestDb} dB, an assumption of this rig (ANSI`,
    );
    expect(start({ role: 'app' })[1]!.from).toBe(`level + ${callCrestDb} dB, an assumption of this rig`);
    expect(start({ role: 'programme' })[1]!.from).toContain('the programme’s own peaks');
  });
});

describe('what a stage has or has not', () => {
  const from = (label: string, change: object) => rowsAt(3, change).find((row) => row.label === label);
  const stage = strandOf('Keeper').stages[3]!;

  it.each([
    [0, false],
    [0.04, false],
    [-0.04, false],
    [0.06, true],
    [-3, true],
  ])('peaks %f dB other than they started: said %s', (by, isSaid) => {
    const { from: words } = from('Peaks', { peak: stage.peak + by })!;
    expect(words.includes('by the gate or compressor')).toBe(isSaid);
    if (isSaid) expect(words).toContain(`; ${by < 0 ? '−' : '+'} ${Math.abs(by).toFixed(1)} dB by`);
  });

  it('by five hundredths it is said', () => {
    const strand = withStage(0, { typical: 0, peak: 0 });
    const stages = strand.stages.map((one, at) => (at === 3 ? { ...one, typical: 0, peak: 0.05 } : one));
    expect(explainStage(find, { ...strand, stages }, 3)[1]!.from).toContain('by the gate or compressor');
  });

  it('noise, and noise between words where a gate is on the way', () => {
    expect(from('Noise', { noise: null })!.from).toContain('no noise is stated');
    expect(from('Noise', { noise: -80 })!.from).toContain('powers added');
    expect(from('Noise between words', { noise: -80 })).toBeUndefined();
    expect(from('Noise between words', { noise: -80, betweenWordsDb: -12 })!.value).toBe(-92);
    expect(from('Noise between words', { noise: null, betweenWordsDb: -12 })).toBeUndefined();
  });

  it('a ceiling: none, full scale, or that of a device', () => {
    expect(from('Ceiling', { ceiling: null })!.from).toContain('no ceiling');
    expect(from('Ceiling', { ceiling: 0, unit: 'dBFS' })!.from).toBe('digital full scale');
    expect(from('Ceiling', { ceiling: 20, unit: 'dBu', device: 'mixer' })!.from).toBe(
      `device model of ${find.device('mixer')!.name}`,
    );
    expect(from('Ceiling', { ceiling: 20, unit: 'dBu', device: null })!.from).toBe('device model of ');
  });
});

describe('controls a strand answers to, and what is turned there', () => {
  const controls = (change: object) =>
    strandControls(find, withStage(3, change)).map(({ control }) => control.id);

  it('none where there is no such control; the supply only at an input of a device', () => {
    const input = strandOf('Keeper').stages.findIndex(({ role }) => role === 'input');
    const at = (change: object) =>
      strandControls(find, withStage(input, change)).filter(({ isSupply }) => isSupply).length;
    expect(at({})).toBe(1);
    expect(at({ role: 'stage' })).toBe(0);
    expect(at({ device: null })).toBe(0);
    expect(at({ device: 'nobody' })).toBe(0);
    expect(at({ node: 'mixer:none' })).toBe(0);
    expect(controls({ controls: [{ device: 'mixer', control: 'none' }] })).not.toContain('none');
  });

  it('turned in dB are gains, trims and faders, not switches, not what is off', () => {
    const turned = (...all: [device: string, control: string][]) =>
      turnedAt(find, { controls: all.map(([device, control]) => ({ device, control })) }).map(
        ({ control }) => control,
      );
    expect(
      turned(
        ['mixer', 'gain1'],
        ['mixer', 'pad1'],
        ['mixer', 'phantom'],
        ['mixer', 'none'],
        ['nobody', 'gain1'],
      ),
    ).toEqual(['gain1']);
  });

  it.each(['gain', 'trim', 'fader'] as const)(
    'a %s is turned in dB, from its lowest to its highest',
    (kind) => {
      const all = DEVICE_MODELS.flatMap((model) => controlsOf(model).map((control) => ({ model, control })));
      const { model, control } = all.find((one) => one.control.kind === kind)!;
      if (control.kind !== 'gain' && control.kind !== 'trim' && control.kind !== 'fader')
        throw new Error(kind);
      const at = (value: number | 'off') =>
        turnedAt(
          lookup(rigOf({ devices: [{ id: 'x', model: model.id, settings: { [control.id]: value } }] })),
          { controls: [{ device: 'x', control: control.id }] },
        );
      const { minDb: min, maxDb: max, stepDb: step } = control;
      expect(at(min)).toMatchObject([{ device: 'x', value: min, min, max, step }]);
      if (kind === 'fader') expect(at('off')).toEqual([]);
    },
  );
});
