import { deskControlId as is } from '../catalogue';
import { solveRig } from '../offers';
import { type Rig } from '../rig';
import { atInterface, DESKS, encoder, talk, withApp } from './feeds.testing';
import { pressEveryFix } from './pressed.testing';

/** What a recorder plays back of what it records: doubled, late, round and round. Common practice, no published source. */

const OURS = ['double-monitor', 'double-path', 'talker-delay', 'loop-howl'];
const saidOf = (rig: Rig) => solveRig(rig).findings.filter(({ code }) => OURS.includes(code));
const codesOf = (rig: Rig) => saidOf(rig).map(({ code }) => code);

const INTERFACES = ['interface-1', 'interface-2', 'interface-4', 'interface-8', 'interface-18'];

const MIXER = DESKS['mixer, its mix by USB']!;
const PODCAST = DESKS['podcast mixer, its first port']!;
const back = (stream: string, monitorMs = 12) =>
  withApp('recorder', () => ({ output: { device: 'desk', stream }, monitorMs }));

describe('silent', () => {
  it.each(INTERFACES)('%s, direct monitoring alone', (model) => {
    expect(codesOf(atInterface(model, 'mono', undefined))).toEqual([]);
  });

  it.each(INTERFACES)('%s, the recorder alone, 6 ms', (model) => {
    expect(codesOf(atInterface(model, 'off', 6))).toEqual([]);
  });

  it.each(INTERFACES)('%s, nobody monitors', (model) => {
    expect(codesOf(atInterface(model, 'off', undefined))).toEqual([]);
  });

  it('a recorder that plays back into a return nobody has open', () => {
    const rig = talk(MIXER, 'encoder', { [is.fader('usb')]: 'off' }, back('usb-out'));
    expect(codesOf(rig)).toEqual([]);
  });

  it('a recorder that plays back and has nothing to play into', () => {
    expect(
      codesOf(
        talk(
          PODCAST,
          'call',
          {},
          withApp('recorder', () => ({ monitorMs: 12 })),
        ),
      ),
    ).toEqual([]);
  });
});

describe('said, and every fix ends it', () => {
  const bad: [string, Rig, string[]][] = [
    ...INTERFACES.flatMap((model): [string, Rig, string[]][] => [
      [`${model}, direct and 12 ms later`, atInterface(model, 'mono', 12), ['double-monitor']],
      [`${model}, direct and 30 ms later`, atInterface(model, 'mono', 30), ['double-monitor']],
      [`${model}, the recorder alone, 20 ms`, atInterface(model, 'off', 20), ['talker-delay']],
      [`${model}, the recorder alone, 60 ms`, atInterface(model, 'off', 60), ['talker-delay']],
    ]),
    [
      'interface with a loop of its own: the recorder records what it plays',
      atInterface('interface-4', 'off', 12, [], 'usb-mix'),
      ['loop-howl', 'talker-delay'],
    ],
    [
      'the audience hears the desk and the recorder',
      atInterface('interface-4', 'off', 6, [encoder('desk', 'usb-mix')]),
      ['double-path'],
    ],
    [
      'mixer, played back into the mix that is sent',
      talk(MIXER, 'encoder', { [is.kind('usb-mix')]: 'whole mix' }, back('usb-out')),
      ['double-path', 'double-monitor'],
    ],
    [
      'podcast mixer, the same',
      talk(PODCAST, 'encoder', { [is.kind('main')]: 'whole mix' }, back('return')),
      ['double-path', 'double-monitor'],
    ],
  ];
  it.each(bad)('%s', (_name, rig, codes) => {
    expect(codesOf(rig).sort()).toEqual([...codes].sort());
    for (const code of codes)
      // What takes the sound from nobody comes first.
      expect(pressEveryFix(rig, code)[0]).toMatch(/monitoring|buffer|playback/);
  });
});

describe('where a figure crosses its line', () => {
  const late = (monitorMs: number) => codesOf(atInterface('interface-2', 'off', monitorMs));
  const own = solveRig(atInterface('interface-2', 'off', 0)).arrivals.find(({ sink }) =>
    sink.includes('ears'),
  )!.lateMs;

  it.each([
    [10 - 0.01, []],
    [10 + 0.01, ['talker-delay']],
  ])('%f ms in the headphones', (whole, codes) => {
    expect(late(whole - own)).toEqual(codes);
  });

  it('the notch of the doubled voice is half a turn of what lies between', () => {
    const [found] = saidOf(atInterface('interface-2', 'mono', 12));
    const figure = (label: string) => found!.figures.find((one) => one.label === label)!.value;
    expect(figure('First notch')).toBeCloseTo(500 / figure('Apart by'), 6);
    // The program's 12 ms, and both converters once more.
    expect(figure('Apart by')).toBeGreaterThan(12);
    expect(figure('Apart by')).toBeLessThan(15);
  });

  it('a loop of the recorder and its own interface goes round in its buffers and rings by arithmetic', () => {
    const found = saidOf(atInterface('interface-4', 'off', 12, [], 'usb-mix')).find(
      ({ code }) => code === 'loop-howl',
    )!;
    const figure = (label: string) => found.figures.find((one) => one.label === label)!.value;
    const roundMs = figure('Round in');
    expect(roundMs).toBeGreaterThanOrEqual(12);
    const turns = (figure('Rings first near') * roundMs) / 1000;
    expect(turns).toBeCloseTo(Math.round(turns), 6);
  });
});
