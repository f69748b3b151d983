import { slug } from './slug';

describe('a name as it may stand in an address', () => {
  it.each([
    ['Skerry Light oral history', 'skerry-light-oral-history'],
    ['  Óur ribbon, №2  ', 'our-ribbon-no2'],
    ['../../etc/passwd', 'etc-passwd'],
    ['<script>', 'script'],
    ['дом', 'rig'],
    ['', 'rig'],
    ['---', 'rig'],
  ])('%s → %s', (name, expected) => expect(slug(name, 'rig')).toBe(expected));

  it('is cut to the letters asked for', () => expect(slug('a'.repeat(200), 'rig', 40)).toHaveLength(40));

  it.each(['Äpfel & Öl', 'Tab\tand\nline', 'UPPER_case.json', '🎙 show'])(
    '%s: only letters, digits and dashes',
    (name) => expect(slug(name, 'rig')).toMatch(/^[a-z0-9-]+$/),
  );
});
