import type { Stage } from '../../gain';
import { solve } from '../../offers';
import { recorder, rigOf, after } from '../../rig/testing';
import type { FlowEdge } from '../../flow';
import { downToMark, isAboveMark, upToMark } from './back-to-mark';
import { turnDownAlong } from './turn-down';

/** A mixer and a recorder; what stands on a way, and how far from its mark, is written down by hand. */
const rig = rigOf({
  devices: [
    {
      id: 'desk',
      model: 'mixer-4-usb',
      name: 'Desk',
      settings: { gain1: 30, 'strip.ch1.fader': -6, 'main-volume': -10 },
    },
    { id: 'pc', model: 'laptop-c', apps: [recorder('desk')] },
  ],
});
const solved = solve(rig);
const control = (id: string, db: number) => ({
  db,
  because: { kind: 'control' as const, device: 'desk', control: id },
});
const input = (db: number) => ({
  db,
  because: { kind: 'app' as const, app: 'recorder', words: '', isInputGain: true as const },
});
const other = (db: number) => ({ db, because: { kind: 'circuit' as const } });
const way = (...terms: Stage['terms']) => terms.map((term) => ({ terms: [term] }) as unknown as Stage);
const labels = (fixes: { label: string }[]) => fixes.map(({ label }) => label);

it('above its mark is what stands over 0 dB: faders, trims and a program’s input, no gain, no wire', () => {
  const isAbove = (...terms: Stage['terms']) => isAboveMark(solved, way(...terms));
  expect(isAbove(control('strip.ch1.fader', 3))).toBe(true);
  expect(isAbove(input(3))).toBe(true);
  expect(isAbove(control('strip.ch1.fader', 0), input(0), control('strip.ch1.fader', -3))).toBe(false);
  expect(isAbove(control('gain1', 30), other(30), control('ghost', 3))).toBe(false);
});

describe('in steps of what is turned', () => {
  const own = {
    id: 'own',
    label: 'Own',
    kind: 'trim',
    initial: 0,
    minDb: -20,
    maxDb: 20,
    stepDb: 0.5,
  } as const;
  const halves = solve({
    ...rig,
    models: rig.models.map((model) => ({ ...model, controls: [...(model.controls ?? []), own] })),
  });
  const set = (missing: number) => {
    const [fix] = upToMark(halves, way(control('own', -6)), missing, 0);
    return after(halves.rig, fix!.edit).devices[0]!.settings['own'];
  };

  it('towards the mark: 2.7 dB under it are 2.5, and 2.4 are 2', () => {
    expect([3, 3.3, 3.6].map(set)).toEqual([-3, -2.5, -2]);
  });
});

describe('back up to the mark', () => {
  const up = (missing: number, slack: number, ...terms: Stage['terms']) =>
    labels(upToMark(solved, way(...terms), missing, slack));

  it('each that is enough by itself, what is nearest the end first, no further than the mark', () => {
    // What stands at its mark has nothing to give.
    expect(up(20, 0, control('strip.ch1.fader', -6), input(0))).toEqual([
      expect.stringMatching(/^Turn (?!.*input gain).* back up to 0 dB$/),
    ]);
    const both = [control('strip.ch1.fader', -6), input(-20)] as const;
    expect(up(4, 0, ...both)).toEqual([
      'Turn the input gain of Recorder back up to −16 dB',
      'Turn Channel 1 fader of Desk back up to −2 dB',
    ]);
    expect(up(8, 0, ...both)).toEqual(['Turn the input gain of Recorder back up to −12 dB']);
    expect(up(20, 0, input(-20))).toEqual(['Turn the input gain of Recorder back up to 0 dB']);
  });

  it('nearly enough is enough, within the slack', () => {
    expect(up(8, 2, control('strip.ch1.fader', -6))).toEqual([
      'Turn Channel 1 fader of Desk back up to 0 dB',
    ]);
    expect(up(8, 2, control('strip.ch1.fader', -6), input(-1))).toEqual([
      'Turn Channel 1 fader of Desk back up to 0 dB',
    ]);
    expect(up(8.1, 2, control('strip.ch1.fader', -6), input(-1))).toEqual([
      'Turn the input gain of Recorder and Channel 1 fader of Desk back up to 0 dB',
    ]);
  });

  it('to a whole step, towards the mark', () =>
    expect(up(3.5, 0, input(-20))).toEqual(['Turn the input gain of Recorder back up to −16 dB']));

  it('nothing where all stands at its mark or over it', () =>
    expect(up(5, 0, control('strip.ch1.fader', 0), input(3))).toEqual([]));

  it('sets what it says', () => {
    const [first] = upToMark(solved, way(control('strip.ch1.fader', -6)), 4, 0);
    expect(after(rig, first!.edit).devices[0]!.settings).toMatchObject({ 'strip.ch1.fader': -2 });
    const [app] = upToMark(solved, way(input(-20)), 4, 0);
    expect(after(rig, app!.edit).apps[0]).toMatchObject({ inputGainDb: -16 });
  });
});

it('down to the mark: what is over comes out of what stands that far above it', () => {
  const down = (over: number, ...terms: Stage['terms']) => labels(downToMark(solved, way(...terms), over));
  expect(down(4, input(6), control('strip.ch1.fader', 3))).toEqual([
    'Turn the input gain of Recorder down to 2 dB',
  ]);
  expect(down(6, input(6))).toEqual(['Turn the input gain of Recorder down to 0 dB']);
  expect(down(6.1, input(6))).toEqual([]);
  expect(down(2.5, input(6))).toEqual(['Turn the input gain of Recorder down to 3 dB']);
});

describe('turned down along a way', () => {
  const edge = (...ids: string[]) =>
    ({ controls: ids.map((id) => ({ device: 'desk', control: id })) }) as unknown as FlowEdge;
  const down = (byDb: number) =>
    labels(
      turnDownAlong(
        solved,
        [edge('gain1'), edge('strip.ch1.fader', 'strip.ch1.mute'), edge('main-volume')],
        byDb,
      ),
    );

  it('what is nearest the end first, to a whole step', () =>
    expect(down(2.5)).toEqual([
      'Turn Main out volume of Desk down to −13 dB',
      'Turn Channel 1 fader of Desk down to −9 dB',
      'Turn Gain 1 of Desk down to 27 dB',
    ]));

  it('not what does not go that far; to the very end it does', () => {
    expect(down(30)).toContain('Turn Gain 1 of Desk down to 0 dB');
    expect(down(31).filter((label) => /Gain 1/.test(label))).toEqual([]);
  });
});
