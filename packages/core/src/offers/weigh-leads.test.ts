import type { Severity } from '../checks';
import { weighed } from './weigh-leads';

interface Offer {
  name: string;
  passesDb: number;
  verdict: 'good' | Severity;
  words: string;
}
const offer = (name: string, passesDb: number, more: Partial<Offer> = {}): Offer => ({
  name,
  passesDb,
  verdict: 'good',
  words: '',
  ...more,
});
const verdicts = (...offers: Offer[]) => weighed(offers).map(({ name, verdict }) => [name, verdict]);

/** Common practice, no published source: 12 dB less than another is too little, under −50 dB is a leak. */
describe('leads between two sockets against one another', () => {
  it('up to 12 dB less than the best is good', () => {
    expect(verdicts(offer('a', -1), offer('b', -13))).toEqual([
      ['a', 'good'],
      ['b', 'good'],
    ]);
    expect(verdicts(offer('a', -13.1), offer('b', -1), offer('c', -2))).toEqual([
      ['b', 'good'],
      ['c', 'good'],
      ['a', 'caution'],
    ]);
  });

  it('says by how much, and against which', () => {
    const [, weak] = weighed([offer('pad', -21), offer('straight', -1)]);
    expect(weak!.words).toBe('Sound passes with −21.0 dB, 20 dB less than by “straight”.');
  });

  it('what only leaks is a fault, also where there is no better', () => {
    expect(verdicts(offer('a', -50))).toEqual([['a', 'good']]);
    const [leak] = weighed([offer('a', -50.1)]);
    expect(leak).toMatchObject({ verdict: 'fault', words: 'Only −50 dB get through: as good as nothing.' });
    expect(verdicts(offer('a', -60), offer('b', -1))).toEqual([
      ['b', 'good'],
      ['a', 'fault'],
    ]);
  });

  it('data, silence and what is wrong already stand as they are, and measure no other', () => {
    const all = [
      offer('data', -Infinity, { words: 'Carries data both ways.' }),
      offer('loud and dangerous', 20, { verdict: 'danger' }),
      offer('quiet', -5),
    ];
    expect(weighed(all)).toEqual([all[0], all[2], all[1]]);
  });

  it('the least harm first, else as they came', () => {
    const graded = (['fault', 'good', 'danger', 'caution', 'good', 'advice'] as const).map((verdict, index) =>
      offer(`${index}`, -1, { verdict }),
    );
    expect(verdicts(...graded).map(([name]) => name)).toEqual(['1', '4', '5', '3', '0', '2']);
  });
});
