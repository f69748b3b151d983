import { controlsOf } from '../catalogue';
import { explainStage } from '../gain';
import { fixesFor, solveRig, tuned } from '../offers';
import { applyEdit, lookup, setControl, type Rig } from '../rig';
import { after } from '../rig/testing';
import { ordinaryDesks } from './desks.testing';

/** Gates and compressors on desks: what the voice, its peaks, the noise and the findings make of them. */

const STRIP = /^strip\.ch\d+\.(gate|compressor)$/;

/** The same desk with every gate, or compressor, or both, of its microphone strips switched on; undefined where it has none. */
const switchedOn = (rig: Rig, kinds: readonly string[]): Rig | undefined => {
  const all = rig.devices.flatMap(({ id, model }) =>
    controlsOf(rig.models.find((one) => one.id === model)!)
      .filter((control) => kinds.includes(STRIP.exec(control.id)?.[1] ?? ''))
      .map((control) => [id, control.id] as const),
  );
  if (all.length === 0) return undefined;
  return all.reduce(
    (now, [device, control]) => after(now, (is) => setControl(is, device, control, true)),
    rig,
  );
};

const DESKS = ordinaryDesks().filter(([, rig]) => switchedOn(rig, ['gate']));
const KINDS = [['gate'], ['compressor'], ['gate', 'compressor']];
const titles = (rig: Rig) => solveRig(rig).findings.map(({ title }) => title);
/** A voice where the mix is recorded or sent: behind its strip. */
const inMix = (rig: Rig) => {
  const strands = solveRig(rig).strands.filter(({ person, arrives }) => person && arrives);
  return strands.find(({ stages }) => stages.some(({ node }) => node.includes('ch1')))!;
};
const endOf = (rig: Rig) => inMix(rig).stages.at(-1)!;

const MIXED = DESKS.filter(([, rig]) => inMix(rig));
const [, RECORDED] = MIXED.find(([name]) => name.includes('main mix recorded'))!;
const gainOf = (rig: Rig) => Number(rig.devices.find(({ id }) => id === 'desk')!.settings['gain1']);
const turned = (rig: Rig, byDb: number) =>
  after(rig, (is) => setControl(is, 'desk', 'gain1', gainOf(rig) + byDb));

describe('with voices where they belong', () => {
  it.each(
    DESKS.flatMap(([name, rig]) => KINDS.map((kinds) => [kinds.join(' and '), name, rig, kinds] as const)),
  )('%s on, %s: nothing is said', (_kinds, _name, rig, kinds) => {
    expect(titles(switchedOn(rig, kinds)!)).toEqual(titles(rig));
  });

  it.each(MIXED)(
    '%s: a compressor lets peaks through as it stands at the level, and gives noise back between words',
    (_name, rig) => {
      const [plain, pressed] = [endOf(rig), endOf(switchedOn(rig, ['compressor'])!)];
      expect(plain.betweenWordsDb).toBeUndefined();
      // Its threshold is −24, its ratio 3, its make-up 6; before its fader the voice is as it comes to the compressor.
      const strip = inMix(rig).stages.find(({ node }) => node.includes('/ch1:in'))!;
      const over = Math.max(0, strip.typical + 24);
      expect(pressed.peak - plain.peak).toBeCloseTo(6 - (over * 2) / 3, 1);
      // While someone speaks it takes the noise down as it takes the voice down (common practice).
      expect(Math.abs(pressed.signalToNoiseDb! - plain.signalToNoiseDb!)).toBeLessThan(0.3);
      // What it takes off the voice, make-up aside, it does not take off the floor alone.
      expect(pressed.betweenWordsDb!).toBeCloseTo(6 - (pressed.typical - plain.typical), 1);
    },
  );

  it.each(MIXED)('%s: a gate leaves the voice, and shuts by its range between words', (_name, rig) => {
    const [plain, gated] = [endOf(rig), endOf(switchedOn(rig, ['gate'])!)];
    expect(gated.typical).toBeCloseTo(plain.typical, 1);
    expect(gated.signalToNoiseDb).toBeCloseTo(plain.signalToNoiseDb!, 1);
    expect(gated.betweenWordsDb).toBeCloseTo(-20, 1);
  });
});

describe('as the voice gets louder and fainter', () => {
  const pressed = switchedOn(RECORDED, ['compressor'])!;
  const gated = switchedOn(RECORDED, ['gate'])!;

  it.each([3, 6])('%i dB more gain are less than that behind a compressor, and more than a third', (byDb) => {
    const more = endOf(turned(pressed, byDb)).typical - endOf(pressed).typical;
    expect(more).toBeLessThan(byDb * 0.8);
    expect(more).toBeGreaterThan(byDb / 3);
  });

  it('the gains are solved with it: what is off its aim is brought there', () => {
    const off = turned(pressed, -14);
    expect(titles(off).some((title) => title.includes('too quiet'))).toBe(true);
    expect(titles(tuned(off))).toEqual([]);
  });

  it.each([-40, -44, -48])(
    'a gate that shuts on the voice makes it too quiet, and shutting it off is offered (%i dB)',
    (byDb) => {
      const faint = turned(gated, byDb);
      const [alone, withGate] = [endOf(turned(RECORDED, byDb)), endOf(faint)];
      expect(withGate.typical).toBeLessThan(alone.typical - 1);
      const finding = solveRig(faint).findings.find(({ code }) => code === 'gain-short')!;
      const fixes = fixesFor(faint, finding.id);
      expect(fixes.map(({ label }) => label).join('; ')).toMatch(/Gain 1|gate/);
      for (const { edit } of fixes) {
        const codes = solveRig(applyEdit(faint, edit).rig).findings.map(({ code }) => code);
        expect(codes).not.toContain('gain-short');
      }
    },
  );
});

describe('where its figures come from', () => {
  const rig = switchedOn(RECORDED, ['gate', 'compressor'])!;
  const strand = inMix(rig);
  const rows = strand.stages.flatMap((_, index) => explainStage(lookup(rig), strand, index));

  it('says what it is set to, and that a gate is taken as usual where its model does not say', () => {
    const words = rows.map(({ from }) => from).join(' ');
    expect(words).toContain('over −24 dBFS, 3 to 1, 6 dB of make-up');
    expect(words).toContain('under −50 dBFS, 4 to 1, 20 dB at most (usual; its model does not say)');
  });

  it('the noise between words is a row of its own, behind it only', () => {
    const own = rows.filter(({ label }) => label === 'Noise between words');
    expect(own.length).toBeGreaterThan(0);
    expect(own.length).toBeLessThan(strand.stages.length);
  });
});
