import {
  applyEdit,
  generateRig,
  pageReadings,
  setControl,
  skerryLight,
  solveRig,
  solverOf,
  type Progress,
} from '@diaphon/core';
import loadHighs from 'highs';
import { changeBetween, withChange } from './changes';
import { makeEngine } from './jobs';

const tools = { solver: async () => solverOf(await loadHighs()) };
const engine = () => makeEngine(() => Promise.resolve(), tools);

describe('rigs the engine holds', () => {
  it('two at once, each answered by itself', async () => {
    const two = engine();
    two.open('a', 1, skerryLight);
    two.open('b', 1, generateRig(10));
    const [a, b] = await Promise.all([two.ask(1, 'a', 'levels', []), two.ask(2, 'b', 'levels', [])]);
    expect(a.kind === 'done' && a.answer.chosen!.sourceName).toBe('Keeper');
    expect(b.kind === 'done' && b.answer.chosen!.sourceName).toBe('Talker 1');
  });

  it('an answer says on which state of the document; one that is not open says so', async () => {
    const one = engine();
    one.open('a', 7, skerryLight);
    expect(await one.ask(1, 'a', 'levels', [])).toMatchObject({ kind: 'done', stamp: 7 });
    one.apply('a', 8, setControl(skerryLight, 'mixer', 'gain1', 50));
    expect(await one.ask(2, 'a', 'levels', [])).toMatchObject({ kind: 'done', stamp: 8 });
    one.close('a');
    expect(await one.ask(3, 'a', 'levels', [])).toEqual({ kind: 'not-open' });
    expect(() => one.apply('a', 9, setControl(skerryLight, 'mixer', 'gain1', 51))).toThrow(/not open/);
  });
});

describe('what follows from an edit', () => {
  it('is said when a fader that is dragged has gone far enough from where it was taken hold of, and waits', () => {
    const one = engine();
    let now = skerryLight;
    const turn = (control: string, value: number | boolean, stamp: number) => {
      const edit = setControl(now, 'mixer', control, value);
      now = applyEdit(now, edit).rig;
      return one.apply('a', stamp, edit).rest.follows;
    };
    one.open('a', 1, skerryLight);
    // No step takes much; all of them together do.
    const said = [44, 36, 28].map((value, n) => turn('gain1', value, n + 2));
    expect(said.at(-1)).toMatch(/^Keeper: \d+ dB less at Track Keeper/);
    // Something else that takes nothing from anyone leaves it standing.
    expect(turn('gain2', 45, 9)).toBeUndefined();
  });
});

describe('long jobs', () => {
  const [danger] = solveRig(skerryLight).findings;

  it('say how far they are', async () => {
    const one = engine();
    one.open('a', 1, skerryLight);
    const seen: Progress[] = [];
    const outcome = await one.ask(1, 'a', 'fixes', [danger!.id], (now) => seen.push(now));
    expect(outcome).toMatchObject({ kind: 'done' });
    expect(seen.map(({ done }) => done)).toEqual(seen.map((_, index) => index));
    expect(seen.length).toBe(seen[0]!.of);
    expect(seen.length).toBeGreaterThan(2);
  });

  it('are stopped between two steps', async () => {
    let steps = 0;
    const one = makeEngine(async () => {
      steps += 1;
      if (steps === 2) one.cancel(1);
    }, tools);
    one.open('a', 1, skerryLight);
    expect(await one.ask(1, 'a', 'fixes', [danger!.id])).toEqual({ kind: 'cancelled' });
    expect(steps).toBe(2);
    expect(one.running()).toBe(0);
    // A card shut after its answer came leaves nothing behind; the next job is another one.
    one.cancel(1);
    expect(one.running()).toBe(0);
    expect(await one.ask(2, 'a', 'fixes', [danger!.id])).toMatchObject({ kind: 'done' });
  });
});

describe('gains', () => {
  it('are solved with what is loaded for it, and say how far they are', async () => {
    const one = engine();
    one.open('a', 1, skerryLight);
    const seen: Progress[] = [];
    const outcome = await one.ask(1, 'a', 'gains', [], (now) => seen.push(now));
    expect(outcome.kind === 'done' && outcome.answer.proof.isProven).toBe(true);
    expect(seen.length).toBeGreaterThan(1);
    expect(one.running()).toBe(0);
  });

  it('asked while the solver is still being loaded, and stopped, they are not answered', async () => {
    const one = makeEngine(() => Promise.resolve(), tools);
    one.open('a', 1, skerryLight);
    const asked = one.ask(1, 'a', 'gains', []);
    one.cancel(1);
    expect(await asked).toEqual({ kind: 'cancelled' });
  });
});

describe('what crosses', () => {
  const before = pageReadings(solveRig(skerryLight));
  const edited = engine();
  edited.open('a', 1, skerryLight);
  const change = edited.apply('a', 2, setControl(skerryLight, 'mixer', 'gain1', 53));

  it('the whole at first', () => {
    const whole = changeBetween(undefined, before);
    expect(withChange(undefined, whole)).toEqual(before);
  });

  it('afterwards only what has changed, and the page puts it together', () => {
    expect(change.findings).toEqual([]);
    expect(change.rest).toEqual({});
    expect(JSON.stringify(change).length).toBeLessThan(500);
    const after = pageReadings(solveRig({ ...skerryLight, devices: skerryLight.devices }));
    expect(withChange(before, change).findings.map(({ id }) => id)).toEqual(
      after.findings.map(({ id }) => id),
    );
  });

  it('a finding that is gone goes, one that is new or says another figure comes whole', () => {
    const off = setControl(skerryLight, 'mixer', 'phantom', false);
    const then = edited.open('b', 1, skerryLight) && edited.apply('b', 2, off);
    const page = withChange(before, then);
    expect(page.findings.map(({ code }) => code)).not.toContain('phantom-into-output');
    expect(then.findings.map(({ code }) => code)).toContain('no-phantom');
    expect(then.findings.length).toBeLessThan(then.order.length + 1);
  });
});
