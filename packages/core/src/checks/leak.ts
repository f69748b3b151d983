import { maxBy } from 'es-toolkit';
import { isOwnPost, sinkRefOf, type Post, type Speaker } from '../feeds';
import type { Arrival } from '../gain';
import { removeIntent, sayIntent, type Intent } from '../rig';
import { cellsOf } from './cells';
import { figureText, finding, type Check, type Figure, type Fix, type Found, type Solved } from './finding';
import { shutBetween } from './fixes/routing';
import { arrivalsBetween, intentPhrase, intentSentence } from './meant';

/** The loudest of some arrivals, in the unit of its place. */
const loudest = ({ graph }: Solved, arrivals: readonly Pick<Arrival, 'level' | 'sink'>[]): Figure => {
  const first = maxBy(arrivals, ({ level }) => level)!;
  return {
    label: 'Loudest arrival there',
    value: first.level,
    unit: graph.nodes.get(first.sink)!.unit,
    from: 'arrivals, all ways together',
  };
};

const shutAll = (solved: Solved, arrivals: readonly Pick<Arrival, 'source' | 'sink'>[]): Fix[] =>
  arrivals.flatMap(({ source, sink }) => shutBetween(solved, source, sink));

/** What the operator said must never arrive somewhere, and does. */
const against = (solved: Solved, intent: Intent): Found[] => {
  const arrivals = arrivalsBetween(solved, intent.source, intent.sink);
  if (arrivals.length === 0) return [];
  const device = 'device' in intent.sink ? intent.sink.device : solved.find.app(intent.sink.app)?.computer;
  return [
    finding({
      code: 'leak',
      severity: 'fault',
      title: intentPhrase(solved, intent, 'gets through to'),
      why: `This rig says that it never may. ${intentSentence(solved, intent)} Take it out of what is played or sent there.`,
      places: [
        ...(device ? [{ device }] : []),
        ...('person' in intent.source ? [{ person: intent.source.person }] : []),
      ],
      figures: [loudest(solved, arrivals)],
      propose: () => [
        ...shutAll(solved, arrivals),
        {
          label: 'Say that it may after all',
          edit: removeIntent(solved.rig, intent.id),
          isLastResort: true,
        },
      ],
    }),
  ];
};

/** A sound at the far ends of one call that nobody there wants, though nobody has said so. */
interface Unasked {
  speaker: Speaker;
  because: string;
  at: { post: Post; arrival: Arrival }[];
}

const unaskedIn = (solved: Solved): Unasked[] => {
  const by = new Map<string, Unasked>();
  for (const { speaker, post, feed } of cellsOf(solved)) {
    const { state, intent, arrival } = feed;
    if (state !== 'unwanted' || intent !== undefined || isOwnPost(speaker.ref, post)) continue;
    const key = `${speaker.id} ${post.app}`;
    const there = by.get(key) ?? { speaker, because: feed.because, at: [] };
    by.set(key, there);
    there.at.push({ post, arrival: arrival! });
  }
  return [...by.values()];
};

const unasked = (solved: Solved, { speaker, because, at }: Unasked): Found => {
  const { rig } = solved;
  const [{ post }] = at as [Unasked['at'][number]];
  const computer = 'app' in speaker.ref ? solved.find.app(speaker.ref.app)?.computer : undefined;
  const arrivals = at.map(({ arrival }) => arrival);
  const level = loudest(solved, arrivals);
  return finding({
    code: 'leak',
    severity: 'caution',
    title: `${speaker.name} gets through to ${post.inSentence}${at.length > 1 ? ' and others on that call' : ''}`,
    why: `It comes there at ${figureText(level.value)} ${level.unit}: ${because}. Keep it out of what the call takes.`,
    places: [...post.devices, ...(computer ? [computer] : [])].map((device) => ({ device })),
    about: [{ control: `${speaker.id}→${post.app}` }],
    figures: [level],
    propose: () => [
      ...shutAll(solved, arrivals),
      {
        label: `Say that they are to hear ${speaker.name}`,
        edit: sayIntent(rig, speaker.ref, sinkRefOf({ devices: [], app: post.app! }), 'arrives'),
        isLastResort: true,
      },
    ],
  });
};

/** What never may arrive somewhere, and does: the operator has said so, or it goes without saying. */
export const leak: Check = (solved) => [
  ...solved.rig.intents.filter(({ want }) => want === 'never').flatMap((intent) => against(solved, intent)),
  ...unaskedIn(solved).map((one) => unasked(solved, one)),
];
