import { solve } from '../offers';
import type { Rig } from '../rig';
import { holdBook } from '../book.testing';
import { untunedDesks } from './desks.testing';
import { spoilings } from './spoilings.testing';
import { meantOf, runChecks, toDoOf } from '.';

/** What is said of ordinary desks on which nobody has turned a gain yet, and of the same with one thing spoiled. */

const judged = (rig: Rig): string => {
  const solved = solve(rig);
  return [
    ...runChecks(solved).map(({ severity, title }) => `- ${severity}: ${title}`),
    ...toDoOf(solved).map(({ words }) => `- to do: ${words}`),
    ...meantOf(solved).flatMap(({ sentence, isMet }) => (isMet ? [] : [`- not met: ${sentence}`])),
  ].join('\n');
};

holdBook(
  'judged-desks.md',
  `# What Diaphon says of ordinary desks, and of what is spoiled on them

The desks of the checks' tests, gains as they come out of the box; then one lead taken out, one wire broken, one fader shut at a time.
Written by \`npm run books\`: whoever changes a check reads here what it changes.
`,
  untunedDesks().flatMap(([name, rig]) =>
    [['as it is', rig] as const, ...spoilings(rig)].map(([what, spoiled]) => ({
      heading: `${name}: ${what}`,
      parts: [{ text: () => judged(spoiled) || 'Nothing.' }],
    })),
  ),
);
