import { modelById, NOMINAL_OUTPUT_DBU } from '../catalogue';
import { USUAL_ANSWERS, type Answers } from './answers';
import { adapterTopic } from './adapter-lead';
import { callsTopic } from './calls';
import { cameraTopic } from './camera-feed';
import { connectionTopic } from './connection';
import { chooseDesk, deskTopic } from './desk';
import { layOut } from './set-up';
import type { Topic } from './topic';

/** What is said depends on what was answered. */

const answered = (change: Partial<Answers>): Answers => ({ ...USUAL_ANSWERS, ...change });
const held = ({ schools }: Topic) => schools.map(({ holds }) => holds);
const figure = ({ figures }: Topic, label: string) => figures.find((one) => one.label === label)!.value;

describe('callers', () => {
  const said = (change: Partial<Answers>) => callsTopic(answered(change), layOut(answered(change)))!;

  it('one joins the recording computer, several one call', () => {
    expect(said({ callers: 1 }).recommendation).toMatch(/^The call in the recording computer/);
    expect(said({ callers: 3 }).recommendation).toMatch(/^All 3 callers in one call/);
  });

  it('a second port is told of where the desk has one', () => {
    const [one, two] = [said({ callers: 1, handsOn: true }), said({ callers: 1, streams: true })];
    expect([figure(one, 'USB ports of this desk'), figure(two, 'USB ports of this desk')]).toEqual([1, 2]);
    expect(
      [one, two].map(({ reasons }) => reasons.some((words) => words.includes('second USB port'))),
    ).toEqual([false, true]);
  });

  it('whether they are kept on a track, and where nothing the desk sends has them', () => {
    expect(said({ callers: 1 }).reasons.at(-1)).toMatch(/on the track “Everyone with Call”/);
    expect(said({ callers: 1, people: 6 }).reasons.at(-1)).toMatch(/^Nothing this desk sends has the caller/);
  });
});

it('a camera at the computer: both join there; one that records for itself: a clap', () => {
  const [computer, own] = (['computer', 'own-file'] as const).map((camera) =>
    cameraTopic(answered({ camera }))!,
  );
  expect([held(computer!), held(own!)]).toEqual([
    [true, false, false],
    [false, true, false],
  ]);
  expect(computer!.recommendation).toContain('USB sound');
  expect(own!.recommendation).toContain('clap once');
  expect(computer!.reasons.join()).not.toBe(own!.reasons.join());
  // The camera takes one leg of the two that leave the desk's left output: half, 6 dB.
  const left = modelById(chooseDesk(answered({})).model).elements.find(({ id }) => id === 'lineL');
  const leaves = left?.kind === 'output' ? (left.nominalDbu ?? NOMINAL_OUTPUT_DBU[left.signal]) : NaN;
  const taken = leaves - figure(own!, 'Would arrive at the camera');
  expect(taken).toBeCloseTo(6, 0);
});

it('one input, or two', () => {
  const inputs = (change: Partial<Answers>) => connectionTopic(answered(change)).recommendation;
  expect(inputs({ people: 1, grows: true })).toBe('XLR microphones: 1 input at once.');
  expect(inputs({ people: 2 })).toBe('XLR microphones: 2 inputs at once.');
});

it('a mixer or an interface: the reasons are its own, and that school holds', () => {
  const [mixer, other] = [deskTopic(answered({ events: true, handsOn: true })), deskTopic(answered({}))];
  expect([held(mixer), held(other)]).toEqual([
    [true, false],
    [false, true],
  ]);
  expect(mixer.reasons.join()).toContain('gain and mutes under your fingers');
  // Nobody calls.
  expect(mixer.reasons.join()).not.toContain('Calls:');
  expect(other.reasons.join()).toContain('one knob for each input is enough');
});

it('an adapter lead: how near the voice is said in centimetres', () =>
  expect(adapterTopic(answered({ people: 1, mouthM: 0.1 })).reasons.join()).toContain(' at 10 cm '));
