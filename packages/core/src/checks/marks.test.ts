import { fixesFor, solveRig } from '../offers';
import { applyEdit, putApp, setControl, type Rig } from '../rig';
import { after } from '../rig/testing';
import { ordinaryDesks } from './desks.testing';

/** What was moved away from its mark: faders, trims, sends, a program's input gain, the slider of a system. */

const FOUND = ordinaryDesks();
const named = (words: string): Rig => FOUND.find(([name]) => name.includes(words))![1];
const RECORDED = named('its main mix recorded');
const fader = (rig: Rig, db: number) => after(rig, (now) => setControl(now, 'desk', 'strip.ch1.fader', db));
/** The first program that takes a voice, its input gain turned. */
const taking = (rig: Rig) => {
  const { at } = solveRig(rig).strands.find(({ person, arrives, at: end }) => person && arrives && end?.app)!;
  return rig.apps.find(({ id }) => id === at!.app)!;
};
const program = (rig: Rig, inputGainDb: number) =>
  after(rig, (now) => putApp(now, { ...taking(rig), inputGainDb }));
const titles = (rig: Rig) => solveRig(rig).findings.map(({ title }) => title);
/** Its findings of a kind, and every fix offered for the first, pressed. */
const pressed = (rig: Rig, code: string) => {
  const found = solveRig(rig).findings.find((one) => one.code === code);
  const fixes = found ? fixesFor(rig, found.id) : [];
  return {
    found,
    labels: fixes.map(({ label }) => label),
    left: fixes.map(({ edit }) => solveRig(applyEdit(rig, edit).rig).findings.map((one) => one.code)),
  };
};
/** Desks on which a program takes a voice. */
const TAKEN = FOUND.filter(([, rig]) => {
  const { strands } = solveRig(rig);
  return rig.apps.length > 0 && strands.some(({ person, arrives, at }) => person && arrives && at?.app);
});

describe('a fader', () => {
  it.each([-12, -20, -30, -45])('pulled down to %i dB is put back, first of all', (db) => {
    const { found, labels, left } = pressed(fader(RECORDED, db), 'gain-short');
    expect(found).toBeDefined();
    expect(labels[0]).toMatch(/^Turn Microphone 1 fader of .* back up to (0|−\d) dB$/);
    for (const codes of left) expect(codes).not.toContain('gain-short');
  });

  it('pushed up until it clips is turned down, first of all', () => {
    const { found, labels, left } = pressed(fader(RECORDED, 9), 'clip-converter');
    expect(found).toBeDefined();
    expect(labels[0]).toMatch(/^Turn Microphone 1 fader of .* down to \d dB$/);
    for (const codes of left) expect(codes).not.toContain('clip-converter');
  });

  it('two pulled down, neither of which is enough, go up together', () => {
    const both = program(fader(RECORDED, -14), -14);
    const { labels, left } = pressed(both, 'gain-short');
    expect(labels[0]).toMatch(/ and .*back up to 0 dB$/);
    expect(left[0]).toEqual([]);
  });
});

describe('a program’s input gain', () => {
  it('is counted on its tracks and in what it sends, dB for dB', () => {
    const levels = (rig: Rig) =>
      new Map(
        solveRig(rig).strands.map(({ id, at, stages }) => [id, [at?.app, stages.at(-1)!.typical] as const]),
      );
    for (const [, rig] of TAKEN) {
      const { id: turned } = taking(rig);
      const [plain, up] = [levels(rig), levels(program(rig, 3))];
      for (const [id, [app, level]] of plain)
        expect(up.get(id)![1]).toBeCloseTo(level + (app === turned ? 3 : 0), 6);
    }
  });

  it.each(TAKEN)('at nothing, %s: the same as without', (_name, rig) => {
    expect(titles(program(rig, 0))).toEqual(titles(rig));
  });

  it.each(TAKEN)('20 dB down, %s: too quiet, and turned back up', (_name, rig) => {
    const { found, labels, left } = pressed(program(rig, -20), 'gain-short');
    expect(found).toBeDefined();
    expect(labels.join('; ')).toMatch(/Turn the input gain of .* back up to/);
    // Another voice that is short by the same program stays short where only this one's gain is turned.
    const byProgram = left.filter((_, at) => labels[at]!.startsWith('Turn the input gain of'));
    expect(byProgram.length).toBeGreaterThan(0);
    for (const codes of byProgram) expect(codes).not.toContain('gain-short');
  });

  it.each(TAKEN)('25 dB up, %s: it clips there, and is turned down', (_name, rig) => {
    const up = program(rig, 25);
    const { found, labels } = pressed(up, 'clip-converter');
    expect(found?.why).not.toContain('before the gain control');
    expect(labels[0]).toMatch(/^Turn the input gain of .* down to \d+ dB$/);
  });
});
