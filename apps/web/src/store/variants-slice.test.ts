import { skerryLight } from '@diaphon/core';
import { freeLetter, variantsActions, variantsReducer, type VariantsState } from './variants-slice';

const { dropped, found, kept, shown } = variantsActions;
const one = (label: string) => ({ label, document: skerryLight });
const after = (...actions: Parameters<typeof variantsReducer>[1][]): VariantsState =>
  actions.reduce<VariantsState>(variantsReducer, { rig: null, list: [] });
const letters = ({ list }: VariantsState) => list.map(({ letter, label }) => `${letter} ${label}`);

describe('variants of the rig that is shown', () => {
  it('get the first free letter, four at most; the document is kept as it is', () => {
    const four = after(
      shown('a'),
      ...['one', 'two', 'three', 'four', 'five'].map((label) => kept(one(label))),
    );
    expect(letters(four)).toEqual(['A one', 'B two', 'C three', 'D four']);
    expect(freeLetter(four.list)).toBeUndefined();
    expect(four.list[0]!.document).toBe(skerryLight);
  });

  it('a dropped letter is given out again, in its place', () => {
    const three = after(shown('a'), kept(one('one')), kept(one('two')), dropped('A'), kept(one('three')));
    expect(letters(three)).toEqual(['A three', 'B two']);
  });

  it('go with their rig; what was kept of it comes back under its letters', () => {
    expect(after(shown('a'), kept(one('one')), shown('b')).list).toEqual([]);
    const list = [{ letter: 'C' as const, ...one('three') }];
    expect(letters(after(shown('a'), found({ rig: 'a', list })))).toEqual(['C three']);
    expect(letters(after(shown('b'), found({ rig: 'a', list })))).toEqual([]);
  });

  it('one that was kept before the old ones came is not lost', () => {
    const list = [{ letter: 'A' as const, ...one('old') }];
    expect(letters(after(shown('a'), kept(one('quick')), found({ rig: 'a', list })))).toEqual([
      'A old',
      'B quick',
    ]);
  });
});
