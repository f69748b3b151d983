import { readFileSync, writeFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { CARDS } from './cards.testing';

/**
 * What an operator reads on each card, every word and figure: `npm run findings` writes it anew, and whoever does so reads what has
 * changed. The figures of a book are not proofs; those are in the tests of each check.
 */

const BOOK = resolve(__dirname, '../../../../docs/findings.md');
const HEAD = `# What Diaphon finds

Each finding on a small desk where it is right, word for word, and what each cure that is tried changes: those that do not end it,
or bring something graver, are not offered. Written by \`npm run findings\`.
`;

const BETWEEN = '\n\nTried:\n\n';

if (process.env['WRITE_FINDINGS'])
  writeFileSync(
    BOOK,
    [
      HEAD,
      ...CARDS.map(({ heading, said, pressed }) => `## ${heading}\n\n${said()}${BETWEEN}${pressed()}\n`),
    ].join('\n'),
  );

const sections = new Map(
  readFileSync(BOOK, 'utf8')
    .split(/^## /m)
    .slice(1)
    .map((section): [string, string[]] => {
      const [heading, ...rest] = section.split('\n');
      return [heading!, rest.join('\n').trim().split(BETWEEN)];
    }),
);

it.each(CARDS)('$heading', ({ heading, said }) => expect(said()).toBe(sections.get(heading)?.[0]));

it.each(CARDS)('$heading, and what each cure does', ({ heading, pressed }) =>
  expect(pressed()).toBe(sections.get(heading)?.[1]),
);

it('has nothing that is not there any more', () =>
  expect([...sections.keys()]).toEqual(CARDS.map(({ heading }) => heading)));
