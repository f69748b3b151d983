import { maxBy, minBy } from 'es-toolkit';
import { isSaid } from '../feeds';
import { wayOf } from '../gain';
import { severityOfAmount } from './amount';
import { byPost, cellsOf, type Cell } from './cells';
import { figureText, finding, type Check, type Found, type Place, type Solved } from './finding';
import { turnDownAlong } from './fixes/turn-down';
import { turnUpAlong } from './fixes/turn-up';

/** Of two who talk to one another the quieter is still followed beside the louder this far apart, dB. Common practice, no published source. */
const BESIDE_DB = 10;
/** Two pairs of headphones further apart than this are not a matter of taste, dB. Common practice, no published source. */
const TASTE_DB = 12;

type Way = ReturnType<typeof wayOf>;

const levelOf = ({ feed }: Cell) => feed.arrival!.level;
const loudestOf = (cells: readonly Cell[]): Cell => maxBy([...cells], levelOf)!;

const placesOf = (...cells: readonly Cell[]): Place[] => [
  ...cells[0]!.post.devices.map((device) => ({ device })),
  ...cells.flatMap(({ speaker: { ref } }) => ('person' in ref ? [{ person: ref.person }] : [])),
];

const figuresOf = (loud: Cell, quiet: Cell, names: readonly [string, string], apartDb: number) => [
  { label: names[0], value: levelOf(loud), unit: loud.feed.unit!, from: 'arrivals, all ways together' },
  { label: names[1], value: levelOf(quiet), unit: quiet.feed.unit!, from: 'arrivals, all ways together' },
  { label: 'At most apart', value: apartDb, unit: 'dB', from: 'common practice, no published source' },
];

/** Two who talk to one another, one of them drowned by the other in the same ears. */
const besideOne = (solved: Solved, cells: readonly Cell[]): Found[] => {
  const [loud, quiet] = [loudestOf(cells), minBy([...cells], levelOf)!];
  const overDb = levelOf(loud) - levelOf(quiet) - BESIDE_DB;
  // What is too quiet for any ears is told as that.
  if (cells.some(({ feed }) => feed.shortDb !== undefined)) return [];
  const severity = severityOfAmount(overDb);
  if (!severity) return [];
  const { post } = quiet;
  return [
    finding({
      code: 'uneven-ears',
      severity: severity === 'fault' ? 'caution' : severity,
      title: `${quiet.speaker.name} is ${figureText(overDb + BESIDE_DB, 0)} dB quieter than ${loud.speaker.inSentence} in ${post.inSentence}`,
      why: `Whoever listens there turns down for ${loud.speaker.inSentence}, and loses ${quiet.speaker.inSentence}. Who talk to one another belong within ${BESIDE_DB} dB.`,
      places: placesOf(quiet, loud),
      about: [{ control: post.id }],
      figures: figuresOf(loud, quiet, [loud.speaker.name, quiet.speaker.name], BESIDE_DB),
      propose: () => {
        const [down, up] = [loud, quiet].map(({ feed }) => wayOf(solved.heard, feed.arrival!)) as [Way, Way];
        const byDb = overDb + BESIDE_DB / 2;
        // What both pass turns both.
        const apart = (way: Way, other: Way) => way.filter((edge) => !other.includes(edge));
        return [
          ...turnDownAlong(solved, apart(down, up), byDb),
          ...turnUpAlong(solved, apart(up, down), byDb),
        ];
      },
    }),
  ];
};

/** One pair of headphones that hears the same talk far below another. */
const besideOthers = (solved: Solved, ears: readonly (readonly Cell[])[]): Found[] => {
  const loudest = maxBy(ears.map(loudestOf), levelOf);
  return ears.flatMap((cells): Found[] => {
    const here = loudestOf(cells);
    const apartDb = loudest ? levelOf(loudest) - levelOf(here) : 0;
    if (apartDb <= TASTE_DB || cells.some(({ feed }) => feed.shortDb !== undefined)) return [];
    return [
      finding({
        code: 'uneven-ears',
        severity: 'advice',
        title: `${here.post.name} hear everything ${figureText(apartDb, 0)} dB lower than ${loudest!.post.inSentence}`,
        why: `One of the two is too quiet, or the other too loud: ${figureText(levelOf(loudest!), 0)} against ${figureText(levelOf(here), 0)} ${here.feed.unit}. Turn the quieter one up slowly, with the headphones on the table first.`,
        places: [...placesOf(here), ...placesOf(loudest!)],
        about: [{ control: here.post.id }],
        figures: figuresOf(loudest!, here, [loudest!.post.name, here.post.name], TASTE_DB),
        propose: () => turnUpAlong(solved, wayOf(solved.heard, here.feed.arrival!), apartDb),
      }),
    ];
  });
};

/** Ears in which one of a talk drowns the other, and ears that hear it far below what others hear. */
export const unevenEars: Check = (solved) => {
  const ears = byPost(
    cellsOf(solved).filter(
      ({ speaker, post, feed }) =>
        post.kind === 'ears' &&
        isSaid(speaker.sound) &&
        feed.arrival &&
        // What is to be quieter by the operator’s own word is.
        feed.quieterByDb === undefined,
    ),
  );
  return [...ears.flatMap((cells) => besideOne(solved, cells)), ...besideOthers(solved, ears)];
};
