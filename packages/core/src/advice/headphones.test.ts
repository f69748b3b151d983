import { USUAL_ANSWERS, type Answers } from './answers';
import { headphoneSockets, headphoneWords } from './headphones';

const at = (change: Partial<Answers>): Answers => ({ ...USUAL_ANSWERS, events: false, ...change });
const counted = (change: Partial<Answers>, desk: string) => {
  const { own, ofAmplifier } = headphoneSockets(at(change), desk);
  return [own.length, ofAmplifier.length];
};

describe('where headphones for everyone go', () => {
  it.each<[string, Partial<Answers>, string, number[]]>([
    ['one at an interface: its own socket', { people: 1 }, 'interface-2', [1, 0]],
    ['two: an amplifier of four behind its line outputs', { people: 2 }, 'interface-2', [1, 4]],
    ['two, and loudspeakers on those', { people: 2, events: true }, 'interface-2', [1, 0]],
    ['four at a podcast mixer of four', { people: 4 }, 'mixer-podcast', [4, 0]],
    ['six at it: it has no line outputs for an amplifier', { people: 6 }, 'mixer-podcast', [4, 0]],
  ])('%s', (_what, change, desk, sockets) => expect(counted(change, desk)).toEqual(sockets));
});

describe('said where they are too few', () => {
  it('with the number that there are', () => {
    expect(headphoneWords(at({ people: 5 }), 'interface-8')).toEqual([]);
    expect(headphoneWords(at({ people: 7 }), 'interface-8')).toEqual([
      'Headphone sockets for 5 of 7: its own and those of an amplifier are 5. An amplifier with more outputs takes the others.',
    ]);
    expect(headphoneWords(at({ people: 3, events: true }), 'mixer-4-usb')).toEqual([
      'Headphone sockets for 1 of 3: it has 1. An amplifier with more outputs takes the others.',
    ]);
  });
});
