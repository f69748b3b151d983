import { deskControlId as is } from '../catalogue';
import { DESKS, talk, withFarEnds } from '../checks/feeds.testing';
import { finish, makeEngineMemory, solve } from '../offers';
import { setControl, wear, type Rig } from '../rig';
import { after } from '../rig/testing';
import { renderInSteps, type Rendered } from './render';

/** A talk in turns: the answer is as late as the network makes it, there and back. */

const callWith = (...ends: { id: string; networkMs?: number }[]): Rig =>
  talk(DESKS['podcast mixer, its first port']!, 'call', {}, withFarEnds(...ends));

/** What is heard in the headphones, or at another place. @param who part of the name of the node that begins */
const heardIn = (rig: Rig, who: string, kind: 'ears' | 'call' = 'ears'): Rendered => {
  const solved = solve(rig, makeEngineMemory());
  const place = solved.feeds.posts.find((post) => post.kind === kind)!.nodes[0]!;
  const source = solved.graph.sources.find(({ node }) => node.includes(who))!.node;
  return finish(renderInSteps(solved, { place, source, hasOthers: false, hasNoise: false, inTurn: true }));
};

const rmsBetween = ({ samples, rateHz }: Rendered, fromS: number, toS: number): number => {
  const part = samples.slice(Math.round(fromS * rateHz), Math.round(toS * rateHz));
  return Math.sqrt(part.reduce((sum, value) => sum + value * value, 0) / part.length);
};

it('one speaks, then nobody, and the answer sets in when it is said to', () => {
  const made = heardIn(callWith({ id: 'ines', networkMs: 200 }), 'ann');
  const [ann, ines] = made.turns!;
  expect([ann!.name, ines!.name]).toEqual(['ANN', 'INES']);
  // Heard there, a pause, and back: the network counts twice before the first word comes.
  expect(ines!.heardS! - ann!.toS).toBeGreaterThan(0.2 + 2 * 0.2);
  expect(ines!.heardS! - ann!.toS).toBeLessThan(0.2 + 2 * 0.2 + 0.1);
  const spoken = rmsBetween(made, 0.05, 1.3);
  const silence = rmsBetween(made, ann!.toS + 0.05, ines!.heardS! - 0.02);
  const answer = rmsBetween(made, ines!.heardS! + 0.05, ines!.heardS! + 1.3);
  expect(spoken).toBeGreaterThan(0);
  expect(silence).toBeLessThan(spoken / 1000);
  expect(answer).toBeGreaterThan(100 * silence);
});

it.each([50, 100, 300])('%i ms more of network on the way are twice as much before the answer', (more) => {
  const [, near] = heardIn(callWith({ id: 'ines', networkMs: 100 }), 'ann').turns!;
  const [, far] = heardIn(callWith({ id: 'ines', networkMs: 100 + more }), 'ann').turns!;
  expect((far!.heardS! - near!.heardS!) * 1000).toBeCloseTo(2 * more, 6);
});

it('a far end begins, and somebody here answers; at the far end that is heard', () => {
  const made = heardIn(callWith({ id: 'ines', networkMs: 150 }), 'ines', 'call');
  const [ines, ann] = made.turns!;
  expect([ines!.name, ann!.name]).toEqual(['INES', 'ANN']);
  // It does not hear itself: nothing at all until the answer.
  expect(ines!.heardS).toBeNull();
  expect(rmsBetween(made, 0, ann!.heardS! - 0.02)).toBeLessThan(1e-6);
  expect(rmsBetween(made, ann!.heardS! + 0.05, ann!.heardS! + 1)).toBeGreaterThan(1e-3);
});

it('of two at the other side the second waits for the first', () => {
  const { turns } = heardIn(callWith({ id: 'ines', networkMs: 20 }, { id: 'jon', networkMs: 20 }), 'ann');
  expect(turns!.map(({ name }) => name)).toEqual(['ANN', 'INES', 'JON']);
  expect(turns![2]!.fromS).toBeGreaterThan(turns![1]!.toS);
});

it('who is not heard gets no answer', () => {
  const rig = after(callWith({ id: 'ines' }), (now) => setControl(now, 'desk', is.mute('ch1'), true));
  expect(heardIn(rig, 'ann').turns!.map(({ name }) => name)).toEqual(['ANN']);
});

it('a caller who hears themselves does so before anyone answers', () => {
  const rig = after(callWith({ id: 'ines', networkMs: 100 }), (now) =>
    setControl(now, 'desk', is.kind('main'), 'whole mix'),
  );
  const made = heardIn(rig, 'ines', 'call');
  expect(made.turns![0]!.heardS! * 1000).toBeGreaterThan(200);
  expect(rmsBetween(made, made.turns![0]!.heardS! + 0.05, 1)).toBeGreaterThan(1e-3);
});

it('what is played is no talk: it sounds as it does alone', () => {
  const rig = talk(DESKS['podcast mixer, its first port']!, 'call');
  const solved = solve(rig, makeEngineMemory());
  const { node } = solved.graph.sources.find(({ node: id }) => id.includes('pads'))!;
  const place = solved.feeds.posts.find(({ kind }) => kind === 'ears')!.nodes[0]!;
  const ask = { place, source: node, hasOthers: false, hasNoise: false };
  const inTurn = finish(renderInSteps(solved, { ...ask, inTurn: true }));
  expect(inTurn.turns).toBeUndefined();
  expect(inTurn.samples).toEqual(finish(renderInSteps(solved, ask)).samples);
  expect(inTurn.levelDb).toBeGreaterThan(0);
});

it('who wears headphones answers what comes to them, not what comes to others', () => {
  const rig = callWith({ id: 'ines', networkMs: 100 });
  const worn = after(rig, (now) => wear(now, 'ears', 'bob'));
  // Nobody has said whose they are: the first answers. Bob wears them: Ann hears nothing.
  expect(heardIn(rig, 'ines', 'call').turns!.map(({ name }) => name)[1]).toBe('ANN');
  expect(heardIn(worn, 'ines', 'call').turns!.map(({ name }) => name)).toEqual(['INES', 'BOB']);
});
