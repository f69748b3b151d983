import { humWords } from './hum-words';

describe('hum in words', () => {
  it.each([
    [58.4, '58 dB under the sound'],
    [-3.2, '−3 dB under the sound'],
    [120, '120 dB under the sound'],
    [198, 'more than 120 dB under the sound'],
  ])('%d dB', (under, words) => expect(humWords(under)).toBe(words));
});
