import { GLOSSARY, searchGlossary } from './terms';

const first = (text: string) => searchGlossary(text)[0]?.word;

describe('the words of the trade', () => {
  it('stand once each, in sentences', () => {
    expect(new Set(GLOSSARY.map(({ word }) => word)).size).toBe(GLOSSARY.length);
    for (const { means, schools = [] } of GLOSSARY)
      for (const text of [means, ...schools]) expect(text).toMatch(/^[\p{Lu}\d].{15,}[.]$/su);
  });

  it.each([
    ['48', 'Phantom power'],
    ['phantom', 'Phantom power'],
    ['hum', 'Ground loop'],
    ['echo', 'Mix-minus'],
    ['aux', 'Auxiliary send'],
    ['jack', 'TRS and TS'],
    ['hiss', 'Noise'],
    ['aggregate', 'Joined inputs'],
    ['strand', 'Strand'],
  ])('“%s” leads to %s', (text, word) => {
    expect(first(text)).toBe(word);
  });

  it('without words all of them, by the alphabet; nonsense finds none', () => {
    const all = searchGlossary('');
    expect(all).toHaveLength(GLOSSARY.length);
    expect(all[0]!.word.localeCompare(all.at(-1)!.word)).toBeLessThan(0);
    expect(searchGlossary('zzz')).toEqual([]);
  });
});
