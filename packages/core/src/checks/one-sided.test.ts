import { deskControlId as is, leadKindById, modelById } from '../catalogue';
import { solve, solveRig } from '../offers';
import { addDevice, connect, setControl, type Rig } from '../rig';
import { after } from '../rig/testing';
import { oneSided } from './one-sided';
import { atInterface, DESKS, encoder, talk, withApp } from './feeds.testing';
import { pressEveryFix } from './pressed.testing';

/** A voice on one side alone. Common practice, no published source: a voice belongs in the middle. */

const sidedIn = (rig: Rig) => solveRig(rig).findings.filter(({ code }) => code === 'one-sided');

const PODCAST = DESKS['podcast mixer, its first port']!;
const MIXER = DESKS['mixer, its mix by USB']!;
const TWO_INPUTS = ['interface-2', 'interface-4', 'interface-8', 'interface-18'];
const show = (model: string, isMono?: true) =>
  atInterface(model, 'mono', undefined, [{ ...encoder('desk', 'usb-in'), ...(isMono ? { isMono } : {}) }]);
const pan = (strip: string, at: number, kind: 'encoder' | 'call' = 'encoder') =>
  after(talk(MIXER, kind), (now) => setControl(now, 'desk', is.pan(strip), at));

describe('silent', () => {
  it.each(TWO_INPUTS)('%s, its inputs streamed as one channel', (model) => {
    expect(sidedIn(show(model, true))).toEqual([]);
  });

  it.each([-60, -30, 30, 60])('a voice panned by %i', (at) => {
    expect(sidedIn(pan('ch1', at))).toEqual([]);
  });

  it('a return, or a programme, on one side', () => {
    expect(sidedIn(pan('usb', -100))).toEqual([]);
  });

  it('both voices in the middle of a podcast mixer', () => {
    expect(sidedIn(talk(PODCAST, 'encoder'))).toEqual([]);
  });
});

describe('said, and every fix ends it', () => {
  const bad: [string, Rig, RegExp][] = [
    ...TWO_INPUTS.map((model): [string, Rig, RegExp] => [
      `${model}, its first input streamed as left`,
      show(model),
      /^Audience of Show has ANN on the left alone$/u,
    ]),
    ...TWO_INPUTS.slice(0, 3).map((model): [string, Rig, RegExp] => [
      `${model}, each input to its own ear`,
      atInterface(model, 'split', undefined),
      /^Headphones have ANN on the left alone$/u,
    ]),
    ...(['encoder', 'call'] as const).flatMap((kind) =>
      ([-100, 100] as const).flatMap((at) =>
        (['ch1', 'ch2'] as const).map((strip): [string, Rig, RegExp] => [
          `${strip} panned by ${at}, ${kind}`,
          pan(strip, at, kind),
          new RegExp(
            `^Headphones have ${strip === 'ch1' ? 'ANN' : 'BOB'} on the ${at < 0 ? 'left' : 'right'}`,
            'u',
          ),
        ]),
      ),
    ),
    [
      'the two of a talk to two sides',
      after(pan('ch1', -100), (now) => setControl(now, 'desk', is.pan('ch2'), 100)),
      /ANN on the left and BOB on the right alone$/u,
    ],
    [
      'tracks of a mixer streamed as they are',
      talk(
        MIXER,
        'encoder',
        {},
        withApp('show', () => ({ input: { device: 'desk', stream: 'usb-in' } })),
      ),
      /^Audience of Show has ANN on the left and BOB on the right alone$/u,
    ],
  ];

  it.each(bad)('%s', (_name, rig, title) => {
    const found = sidedIn(rig);
    expect(found.some((one) => title.test(one.title))).toBe(true);
    pressEveryFix(rig, 'one-sided');
  });
});

describe('what is offered for several', () => {
  const both = after(pan('ch1', -100), (now) => setControl(now, 'desk', is.pan('ch2'), 100));
  const found = oneSided(solve(both));

  it('all of them into the middle at once comes first, and ends it', () => {
    const [fix, ...more] = found[0]!.propose();
    expect(fix!.label.split(', ')).toHaveLength(2);
    expect(oneSided(solve(after(both, fix!.edit)))).toEqual([]);
    expect(more.length).toBeGreaterThan(1);
  });

  it('one alone is no more than what puts it there', () => {
    const [one] = oneSided(solve(pan('ch1', -100)));
    for (const { label } of one!.propose()) expect(label).not.toContain(', ');
  });
});

describe('which side it is follows from the contact, whatever a model calls its ears', () => {
  /** The same headphones with their ears in another order and under other names. */
  const renamed = (labels: readonly [string, string], isTurned: boolean): Rig => {
    const rig = pan('ch1', -100);
    return {
      ...rig,
      models: rig.models.map((model) => {
        if (model.kind !== 'headphones') return model;
        const points = model.points.map((point, at) => ({ ...point, label: labels[at]! }));
        return { ...model, points: isTurned ? points.reverse() : points };
      }),
    };
  };

  it.each([
    [['Cup A', 'Cup B'], false],
    [['Cup A', 'Cup B'], true],
    [['Right away', 'The other'], false],
    [['L', 'R'], true],
  ] as const)('%p, turned: %p', (labels, isTurned) => {
    expect(sidedIn(renamed(labels, isTurned)).map(({ title }) => title)).toContain(
      'Headphones have ANN on the left alone',
    );
  });

  it.each([
    [-100, 'left'],
    [100, 'right'],
  ] as const)('by radio, panned by %i: %s', (at, side) => {
    const rig = after(
      talk(PODCAST, 'encoder', { [is.pan('ch1')]: at }),
      (now) => addDevice(now, modelById('headphones-bluetooth'), { id: 'radio-ears', name: 'Wireless' }),
      (now) =>
        connect(now, leadKindById('bluetooth'), [
          { device: 'desk', port: 'radio' },
          { device: 'radio-ears', port: 'radio' },
        ]),
    );
    expect(sidedIn(rig).map(({ title }) => title)).toContain(`Wireless have ANN on the ${side} alone`);
  });
});
