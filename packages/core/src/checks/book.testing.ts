import { readFileSync, writeFileSync } from 'node:fs';
import { resolve } from 'node:path';

/**
 * A document of what the engine says, held against what it says now. `npm run findings` writes it anew, and whoever does so reads what
 * has changed before it is kept: a book proves no figure, it shows every change of judgement. For tests.
 */

/** What stands under a heading: parts, each worked out by itself. */
export interface Section {
  heading: string;
  parts: readonly (() => string)[];
}

const BETWEEN = '\n\nTried:\n\n';

/**
 * One test for each part of each section.
 * @param file in `docs`
 * @param head what stands above the first section
 */
export const holdBook = (file: string, head: string, sections: readonly Section[]): void => {
  const path = resolve(__dirname, '../../../../docs', file);
  if (process.env['WRITE_FINDINGS']) {
    const written = sections.map(
      ({ heading, parts }) => `## ${heading}\n\n${parts.map((part) => part()).join(BETWEEN)}\n`,
    );
    writeFileSync(path, [head, ...written].join('\n'));
  }
  const kept = new Map(
    readFileSync(path, 'utf8')
      .split(/^## /m)
      .slice(1)
      .map((text): [string, string[]] => {
        const [heading, ...rest] = text.split('\n');
        return [heading!, rest.join('\n').trim().split(BETWEEN)];
      }),
  );
  const all = sections.flatMap(({ heading, parts }) =>
    parts.map((part, at) => ({
      name: at > 0 ? `${heading}, and what each cure does` : heading,
      heading,
      part,
      at,
    })),
  );
  it.each(all)('$name', ({ heading, part, at }) => expect(part()).toBe(kept.get(heading)?.[at]));
  it('nothing stands there that is not any more', () =>
    expect([...kept.keys()]).toEqual(sections.map(({ heading }) => heading)));
};
