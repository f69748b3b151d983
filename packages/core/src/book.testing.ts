import { readFileSync, writeFileSync } from 'node:fs';
import { resolve } from 'node:path';

/**
 * A document of what the engine says, held against what it says now. `npm run books` writes it anew, and whoever does so reads what
 * has changed before it is kept: a book proves no figure, it shows every change of judgement. For tests.
 */

/** What stands under a heading, each part worked out by itself; the first needs no title. */
export interface Section {
  heading: string;
  parts: readonly { title?: string; text: () => string }[];
}

const written = ({ heading, parts }: Section): string =>
  [
    `## ${heading}\n`,
    ...parts.map(({ title, text }) => `${title ? `### ${title}\n\n` : ''}${text()}\n`),
  ].join('\n');

/** What a section of a book says under its heading, by title. */
const readSection = (section: string): [heading: string, parts: Map<string, string>] => {
  const [heading, ...rest] = section.split('\n');
  const [first, ...titled] = rest.join('\n').split(/^### /m);
  const parts = titled.map((part): [string, string] => {
    const [title, ...lines] = part.split('\n');
    return [title!, lines.join('\n').trim()];
  });
  return [heading!, new Map([['', first!.trim()], ...parts])];
};

/**
 * One test for each part of each section.
 * @param file in `docs`
 * @param head what stands above the first section
 */
export const holdBook = (file: string, head: string, sections: readonly Section[]): void => {
  const path = resolve(__dirname, '../../../docs', file);
  if (process.env['WRITE_BOOKS']) writeFileSync(path, [head, ...sections.map(written)].join('\n'));
  const kept = new Map(readFileSync(path, 'utf8').split(/^## /m).slice(1).map(readSection));
  const all = sections.flatMap(({ heading, parts }) =>
    parts.map(({ title = '', text }) => ({
      name: title ? `${heading}: ${title}` : heading,
      heading,
      title,
      text,
    })),
  );
  it.each(all)('$name', ({ heading, title, text }) => expect(text()).toBe(kept.get(heading)?.get(title)));
  it('nothing stands there that is not any more', () =>
    expect([...kept.keys()]).toEqual(sections.map(({ heading }) => heading)));
};
