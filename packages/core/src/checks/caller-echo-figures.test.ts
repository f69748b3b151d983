import { deskControlId as is } from '../catalogue';
import { solve } from '../offers';
import type { FarEnd } from '../rig';
import { leastEchoLossDb } from '../units';
import { callerEcho } from './caller-echo';
import { DESKS, doing, talk, withFarEnds } from './feeds.testing';

/** A call that gets the whole mix, itself in it. */
const echoing = (...far: (Partial<FarEnd> & { id: string })[]) =>
  talk(
    DESKS['podcast mixer, its first port']!,
    'call',
    { [is.kind('main')]: 'whole mix' },
    withFarEnds(...far),
  );
const said = (...far: Parameters<typeof echoing>) => callerEcho(solve(echoing(...far)));

it('the network counts there and back, beside what is late here', () => {
  const [near] = said({ id: 'far', networkMs: 0 });
  const [found, ...more] = said({ id: 'far', networkMs: 80 });
  expect(more).toEqual([]);
  expect(found!.title).toMatch(/^FAR hears itself \d+ ms late$/);
  const [late, network, weaker, wanted] = found!.figures.map(({ value }) => value);
  expect(network).toBe(160);
  expect(late! - near!.figures[0]!.value).toBeCloseTo(160, 6);
  expect(found!.why).toContain('; 160 ms of that are the network');
  // Its faders stand at unity: it comes back as loud as it came, a decibel or two of the desk aside.
  expect(Math.abs(weaker!)).toBeLessThan(6);
  expect(wanted).toBeCloseTo(leastEchoLossDb(late! / 2), 9);
});

it('of several the one furthest away is told, and both are named', () => {
  for (const order of [
    [30, 70],
    [70, 30],
  ] as const) {
    const [found, ...more] = said({ id: 'ines', networkMs: order[0] }, { id: 'jon', networkMs: order[1] });
    expect(more).toEqual([]);
    expect(found!.title).toMatch(/^INES and JON hear themselves/);
    expect(found!.figures[1]!.value).toBe(140);
  }
});

it('is told at the computer and where its sound comes from', () => {
  expect(said({ id: 'far' })[0]!.places).toEqual([{ device: 'pc' }, { device: 'desk' }]);
});

it('taking it out again is offered last, and ends it', () => {
  const rig = echoing({ id: 'far' });
  const labels = callerEcho(solve(rig))[0]!
    .propose()
    .map(({ label }) => label);
  expect(labels.at(-1)).toBe('Switch the echo canceller of Call on');
  expect(callerEcho(solve(doing(rig, 'echo')))).toEqual([]);
  expect(labels.length).toBeGreaterThan(1);
});

it('nothing where it is left out', () =>
  expect(
    callerEcho(solve(talk(DESKS['podcast mixer, its first port']!, 'call', {}, withFarEnds({ id: 'far' })))),
  ).toEqual([]));
