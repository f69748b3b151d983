import { groupBy, maxBy, minBy } from 'es-toolkit';
import { leastLevelAt, listed } from '../feeds';
import { wayOf } from '../gain';
import { severityOfAmount } from './amount';
import { capital } from './meant';
import { byPost, cellsOf, type Cell } from './cells';
import {
  figureText,
  finding,
  SEVERITIES,
  type Check,
  type Found,
  type Severity,
  type Solved,
} from './finding';
import { upToMark } from './fixes/back-to-mark';
import { turnUpAlong } from './fixes/turn-up';
import { together } from './fixes/together';

/** Turned up by a little more than is missing, dB: at the least that is wanted nothing is comfortable. */
const COMFORT_DB = 6;

/** The milder of two. */
const milder = (a: Severity, b: Severity): Severity =>
  SEVERITIES.indexOf(a) > SEVERITIES.indexOf(b) ? a : b;

/** How bad it is that a sound is so quiet; never worse than its absence would be. */
const severityOf = ({ feed }: Cell): Severity | undefined => {
  const byAmount = severityOfAmount(feed.shortDb!);
  if (byAmount === undefined) return undefined;
  return feed.want === 'must' ? milder(byAmount, feed.grade) : milder(byAmount, 'caution');
};

const foundOf = (solved: Solved, cells: readonly Cell[]): Found[] => {
  const judged = cells.flatMap((cell) => {
    const severity = severityOf(cell);
    return severity ? [{ cell, severity }] : [];
  });
  const [first] = judged;
  if (!first) return [];
  const worst = maxBy(judged, ({ cell }) => cell.feed.shortDb!)!;
  const gravest = minBy(judged, ({ severity }) => SEVERITIES.indexOf(severity))!.severity;
  const { speaker, post, feed } = worst.cell;
  const asked = leastLevelAt(
    speaker.sound,
    post.listener,
    feed.intent !== undefined && feed.want === 'must',
  )!;
  const speakers = [...new Set(judged.map(({ cell }) => cell.speaker))];
  const posts = [...new Set(judged.map(({ cell }) => cell.post))];
  const names = listed(speakers.map(({ inSentence }) => inSentence));
  const where = listed(posts.map(({ inSentence }) => inSentence));
  const level = `${figureText(feed.arrival!.level)} ${feed.unit}`;
  return [
    finding({
      code: 'too-quiet',
      severity: gravest,
      title: `${capital(names)} ${speakers.length > 1 ? 'are' : 'is'} too quiet ${posts.every(({ kind }) => kind === 'ears') ? 'in' : 'at'} ${where}: ${level}`,
      why: `${speaker.name} comes to ${post.inSentence} at ${level}, ${figureText(feed.shortDb!)} dB under the least that is of use there (${asked.words}). It is there, and nobody makes anything of it. Turn it up where it was turned down.`,
      places: [
        ...posts.flatMap(({ devices }) => devices.map((device) => ({ device }))),
        ...('person' in speaker.ref ? [{ person: speaker.ref.person }] : []),
      ],
      about: [{ control: speakers.length > 1 ? `all→${post.id}` : speaker.id }],
      figures: [
        {
          label: 'It comes at',
          value: feed.arrival!.level,
          unit: feed.unit!,
          from: 'arrivals, all ways together',
        },
        {
          label: 'Least of use',
          value: asked.least,
          unit: feed.unit!,
          from: `${asked.words} (common practice)`,
        },
      ],
      propose: () => {
        const each = judged.map(({ cell }) =>
          turnUpAlong(solved, wayOf(solved.heard, cell.feed.arrival!), cell.feed.shortDb! + COMFORT_DB),
        );
        const way = wayOf(solved.heard, feed.arrival!);
        return [
          // What was pulled down is put back first.
          ...upToMark(solved, way, feed.shortDb! + COMFORT_DB, COMFORT_DB),
          ...turnUpAlong(solved, way, feed.shortDb! + COMFORT_DB),
          ...together(each),
        ];
      },
    }),
  ];
};

/** What comes to listeners, and so quietly that nobody makes anything of it: all at one listener as one, else each sound wherever it is so. */
export const tooQuiet: Check = (solved) => {
  const alone: Cell[] = [];
  const found = byPost(cellsOf(solved).filter(({ feed }) => feed.arrival)).flatMap((cells) => {
    const short = cells.filter(({ feed }) => feed.shortDb !== undefined);
    if (short.length > 1 && short.length === cells.length) return foundOf(solved, short);
    alone.push(...short);
    return [];
  });
  return [
    ...found,
    ...Object.values(groupBy(alone, ({ speaker }) => speaker.id)).flatMap((own) => foundOf(solved, own)),
  ];
};
