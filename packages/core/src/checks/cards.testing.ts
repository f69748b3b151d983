import { runChecks, type Found, type Place } from '.';
import { solve } from '../offers';
import { figureText } from './finding';
import { ROWS } from './rows.testing';

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

const cardText = ({ id, severity, title, why, places, figures, propose }: Found): string =>
  [
    `**${severity}: ${title}.** ${why}`,
    '',
    `- At: ${places.map(placeText).join('; ')}`,
    ...figures.map(({ label, value, unit, from }) => `- ${label}: ${valueText(value)} ${unit} (${from})`),
    `- Tries: ${propose()
      .map(({ label }) => label)
      .join('; ')}`,
    `- Known as: \`${id}\``,
  ].join('\n');

/** A heading for each row, and what stands under it. */
export const CARDS = ROWS.map(([code, what, bad]): [string, () => string] => [
  `${code}: ${what.replace(' | ', ', not ')}`,
  () =>
    runChecks(solve(bad))
      .filter((found) => found.code === code)
      .map(cardText)
      .join('\n\n'),
]);
