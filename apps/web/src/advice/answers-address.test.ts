import { USUAL_ANSWERS, type Answers } from '@diaphon/core';
import * as fc from 'fast-check';
import { addressOf, answersFrom, RANGES } from './answers-address';

const answers = fc.record({
  people: fc.integer(RANGES.people),
  distanceM: fc.integer({ min: 1, max: 60 }),
  callers: fc.integer(RANGES.callers),
  streams: fc.boolean(),
  camera: fc.constantFrom('none', 'computer', 'own-file'),
  instruments: fc.integer(RANGES.instruments),
  events: fc.boolean(),
  grows: fc.boolean(),
  handsOn: fc.boolean(),
  microphone: fc.constantFrom('hand-held', 'broadcast', 'condenser'),
  effort: fc.constantFrom('normal', 'raised', 'loud', 'shouted'),
  mouthM: fc.constantFrom(0.05, 0.1, 0.5),
  roomNoiseSpl: fc.integer(RANGES.roomNoiseSpl),
  owned: fc.array(fc.constantFrom('laptop-c', 'interface-2'), { maxLength: 4 }),
}) as fc.Arbitrary<Answers>;

describe('answers in the address', () => {
  it('come back as they went', () => {
    fc.assert(fc.property(answers, (given) => expect(answersFrom(addressOf(given))).toEqual(given)));
  });

  it('the usual ones need no words', () => expect(addressOf(USUAL_ANSWERS).toString()).toBe(''));

  it.each([
    ['people=900', { people: 8 }],
    ['people=-3', { people: 1 }],
    ['people=many', { people: USUAL_ANSWERS.people }],
    ['camera=none;drop', { camera: 'none' }],
    ['streams=1', { streams: false }],
    ['owned=../x,laptop-c', { owned: ['laptop-c'] }],
  ])('%s, typed by anybody, is taken as far as it makes sense', (text, expected) =>
    expect(answersFrom(new URLSearchParams(text))).toMatchObject(expected),
  );
});
