import { holdBook } from '../book.testing';
import { CARDS } from './cards.testing';

/** What an operator reads on each card, every word and figure; the figures are proven in the tests of each check. */
holdBook(
  'findings.md',
  `# What Diaphon finds

Each finding on a small desk where it is right, word for word, and what each cure that is tried changes: those that do not end it,
or bring something graver, are not offered. Written by \`npm run books\`.
`,
  CARDS,
);
