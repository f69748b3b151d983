import type { ControlValue } from '../../catalogue';
import type { FlowEdge } from '../../flow';
import { plainGraph, type PlainEdge } from '../../flow/graph.testing';
import { solve } from '../../offers';
import { after, rigOf } from '../../rig/testing';
import { openTo, shutBetween, shutBy, shutOnly } from './routing';

/** Ways of a small mixer between places made up, each by controls of it as they stand. */

const solvedWith = (settings: Record<string, ControlValue>, edges: PlainEdge[]) => {
  const solved = solve(rigOf({ devices: [{ id: 'desk', model: 'mixer-4-usb', settings }] }));
  const places = [...new Set(edges.flatMap(({ from, to }) => [from, to]))];
  return { ...solved, graph: plainGraph(places, edges) };
};
/** A way that a control keeps shut. */
const shut = (from: string, to: string, ...controls: string[]): PlainEdge => ({
  from,
  to,
  gain: 0,
  terms: controls.map((control) => ({
    db: -Infinity,
    because: { kind: 'control', device: 'desk', control },
  })),
});
/** An open one, with controls on it. */
const open = (from: string, to: string, ...controls: string[]): PlainEdge => ({
  from,
  to,
  gain: 1,
  controls: controls.map((control) => ({ device: 'desk', control })),
});
const labels = (fixes: { label: string }[]) => fixes.map(({ label }) => label);
const [MUTE, SOLO, GOES, FADER, PAN] = ['mute', 'solo', 'goes', 'fader', 'pan'].map(
  (one) => `strip.ch1.${one}`,
) as [string, string, string, string, string];

describe('opening', () => {
  const opened = (settings: Record<string, ControlValue>, edges: PlainEdge[], to = 'z') =>
    openTo(solvedWith(settings, edges), new Set(['a']), new Set([to]));
  const via = (settings: Record<string, ControlValue>, ...edges: PlainEdge[]) =>
    labels(opened(settings, edges));

  it.each<[string, ControlValue, string[]]>([
    [MUTE, true, ['Switch Channel 1 mute off']],
    [FADER, 'off', ['Set Channel 1 fader to 0 dB']],
    [PAN, 100, ['Set Channel 1 pan to middle']],
    [GOES, 'headphones only', ['Set Channel 1 destination to all mixes']],
    ['gain1', 0, []],
    ['ghost', true, []],
  ])('%s at %s: %j', (control, value, expected) => {
    const found = via({ [control]: value }, shut('a', 'z', control));
    if (control === GOES)
      expect(found).toEqual(
        expect.arrayContaining([expect.stringMatching(/^Set Channel 1 destination to /)]),
      );
    else expect(found).toEqual(expected);
  });

  it('one after the other where several keep it shut, up to three places, nearest first', () => {
    const chain = (n: number) =>
      Array.from({ length: n }, (_, at) =>
        shut(at === 0 ? 'a' : `p${at}`, at === n - 1 ? 'z' : `p${at + 1}`, [MUTE, FADER, PAN, SOLO][at]!),
      );
    const set = { [MUTE]: true, [FADER]: 'off', [PAN]: 100 };
    expect(via(set, ...chain(2))).toEqual(['Switch Channel 1 mute off, Set Channel 1 fader to 0 dB']);
    expect(via(set, ...chain(3))).toHaveLength(1);
    expect(via(set, ...chain(4))).toEqual([]);
  });

  it('on by what is open in between, and no further than needed', () => {
    expect(via({ [MUTE]: true }, shut('a', 'b', MUTE), open('b', 'c'), open('c', 'z'))).toEqual([
      'Switch Channel 1 mute off',
    ]);
    expect(
      via(
        { [MUTE]: true, [FADER]: 'off' },
        shut('a', 'z', MUTE),
        shut('a', 'b', FADER),
        shut('b', 'z', SOLO),
      ),
    ).toEqual(['Switch Channel 1 mute off']);
    expect(via({ [MUTE]: true }, shut('a', 'b', MUTE), shut('x', 'z', FADER))).toEqual([]);
  });

  it('both controls on one place', () =>
    expect(via({ [MUTE]: true, [FADER]: 'off' }, shut('a', 'z', MUTE, FADER))).toEqual([
      'Switch Channel 1 mute off, Set Channel 1 fader to 0 dB',
    ]));

  it('a fader comes to where its maker leaves it, to 0 dB where that is off or where it stands', () => {
    const solved = solvedWith({ [FADER]: -20 }, [shut('a', 'z', FADER)]);
    const [fix] = openTo(solved, new Set(['a']), new Set(['z']));
    expect(after(solved.rig, fix!.edit).devices[0]!.settings[FADER]).toBe(0);
  });

  it('what keeps it shut is named once', () => {
    const by = (...edges: PlainEdge[]) =>
      shutBy(solvedWith({ [MUTE]: true, [FADER]: 'off' }, edges), new Set(['a']), new Set(['z']));
    expect(by(shut('a', 'b', MUTE), shut('b', 'z', MUTE, FADER))).toEqual([
      'Channel 1 mute',
      'Channel 1 fader',
    ]);
    expect(by(open('a', 'z'))).toEqual([]);
    expect(by(shut('a', 'z', 'gain1'))).toEqual([]);
  });
});

describe('shutting', () => {
  const between = (settings: Record<string, ControlValue>, ...edges: PlainEdge[]) =>
    labels(shutBetween(solvedWith(settings, edges), 'a', 'z'));

  it('what is nearest the listener first, each control once, no pad and no gain', () => {
    expect(
      between({}, open('a', 'b', 'pad1', 'gain1', MUTE), open('b', 'c', FADER), open('c', 'z', FADER, SOLO)),
    ).toEqual(['Switch Channel 1 fader off', 'Switch Channel 1 solo on', 'Switch Channel 1 mute on']);
  });

  it('not what is on, or off, already', () =>
    expect(
      between({ [MUTE]: true, [FADER]: 'off', [SOLO]: true }, open('a', 'z', MUTE, FADER, SOLO)),
    ).toEqual([]));

  it('a choice: every other place', () => {
    const found = between({}, open('a', 'z', GOES));
    expect(found.length).toBeGreaterThan(0);
    for (const label of found) expect(label).toMatch(/^Set Channel 1 destination to /);
  });

  it('nothing where no way leads', () =>
    expect(between({}, open('a', 'b', MUTE), open('x', 'z'))).toEqual([]));

  it('one way and not another: by what is on that one alone', () => {
    const edge = (...controls: string[]) => ({
      edges: [{ controls: controls.map((control) => ({ device: 'desk', control })) } as unknown as FlowEdge],
    });
    const solved = solvedWith({}, [open('a', 'z')]);
    expect(labels(shutOnly(solved, edge(MUTE, FADER), edge(MUTE)))).toEqual(['Switch Channel 1 fader off']);
    expect(labels(shutOnly(solved, edge(MUTE), edge()))).toEqual(['Switch Channel 1 mute on']);
    expect(shutOnly(solved, edge(MUTE), edge(MUTE))).toEqual([]);
  });
});
