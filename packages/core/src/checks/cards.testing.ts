import { runChecks, type Found, type Place } from '.';
import { compareRigs, solve } from '../offers';
import { tryEdit, type Rig } from '../rig';
import type { Section } from '../book.testing';
import { figureText, type Fix } from './finding';
import { ROWS } from './rows.testing';
import { VARIANTS } from './variants.testing';

/** Every finding on a desk where it fires, word for word, as `docs/findings.md` keeps it. For tests. */

const placeText = ({ device, port, lead, person, control }: Place): string =>
  [device, port, lead && `lead ${lead}`, person && `person ${person}`, control && `control ${control}`]
    .filter(Boolean)
    .join(' · ');

/** Three digits, as many places behind the point as that takes. */
const valueText = (value: number): string => {
  if (Math.abs(value) < 1e-6) return '0';
  const size = Math.floor(Math.log10(Math.abs(value)));
  return figureText(value, Math.min(6, Math.max(0, 2 - size)));
};

const cardText = ({ id, severity, title, why, places, figures }: Found): string =>
  [
    `**${severity}: ${title}.** ${why}`,
    '',
    `- At: ${places.map(placeText).join('; ')}`,
    ...figures.map(({ label, value, unit, from }) => `- ${label}: ${valueText(value)} ${unit} (${from})`),
    `- Known as: \`${id}\``,
  ].join('\n');

/** What stands under a heading, where the rig before it and the one after it are named so. */
const HEADING: Record<string, string> = {
  'Only in before': 'Taken out',
  'Only in after': 'New',
  'Found only in before': 'Gone',
  'Found only in after': 'Come',
};

/** What is otherwise after a cure that is tried, and what is found then. */
const pressedText = (rig: Rig, { label, edit }: Fix): string => {
  const result = tryEdit(rig, edit);
  const changes = result.ok
    ? compareRigs({ ...rig, name: 'before' }, { ...result.rig, name: 'after' })
    : [{ heading: 'Refused', rows: result.problems.map(({ cure }) => cure) }];
  return [
    `- ${label}`,
    ...changes.map(({ heading, rows }) => `  - ${HEADING[heading] ?? heading}: ${rows.join('; ')}`),
  ].join('\n');
};

/** What is found on a desk, and what each cure that is tried does. */
const cardsOf = (heading: string, rig: Rig, isAbout: (code: string) => boolean): Section => {
  const found = (): Found[] => runChecks(solve(rig)).filter(({ code }) => isAbout(code));
  return {
    heading,
    parts: [
      { text: () => found().map(cardText).join('\n\n') || 'Nothing is found.' },
      {
        title: 'Tried',
        text: () =>
          found()
            .flatMap(({ propose }) => propose())
            .map((fix) => pressedText(rig, fix))
            .join('\n') || 'Nothing.',
      },
    ],
  };
};

/** Of the bad desk of each row what it is there for; of each other desk all. */
export const CARDS: Section[] = [
  ...ROWS.map(([code, what, bad]) =>
    cardsOf(`${code}: ${what.replace(' | ', ', not ')}`, bad, (one) => one === code),
  ),
  ...VARIANTS.map(([what, rig]) => cardsOf(`also: ${what}`, rig, () => true)),
];
