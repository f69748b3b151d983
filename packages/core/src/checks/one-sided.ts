import { isSaid, listed, type Post, type Speaker } from '../feeds';
import { meantPlaces } from '../flow';
import { levelAt } from '../gain';
import { putApp, hasAudience } from '../rig';
import type { Db } from '../units';
import { byPost, cellsOf } from './cells';
import { figureText, finding, type Check, type Fix, type Found, type Solved } from './finding';
import { mendBroken } from './fixes/let-through';
import { chooseElsewhere } from './fixes/listening';
import { plugIn } from './fixes/missing-leads';
import { devicesBefore } from './hears-nothing';
import { openTo } from './fixes/routing';
import { together } from './fixes/together';
import { capital } from './meant';

/** So much weaker on one side, a voice is on the other alone, dB. Common practice, no published source. */
const ONE_SIDE_DB: Db = 20;

interface Sided {
  speaker: Speaker;
  post: Post;
  /** Where it is, and where it is not. */
  side: 'left' | 'right';
  silent: string;
  apartDb: Db;
}

/** Whoever speaks is in the middle of a room: people, far ends, who is on a telephone line. What plays may be wherever it was mixed to. */
const isVoice = ({ sound }: Speaker): boolean => isSaid(sound);

/**
 * The side a place is on: a program's by which of its two it is, an ear by the contact its coil hangs on, or by which of two channels it
 * gets by radio.
 */
const sideOf = ({ graph, find }: Solved, id: string): 'left' | 'right' | undefined => {
  const { side, device = '', point } = graph.nodes.get(id)!;
  if (side) return side;
  const { paths = [], elements = [], ports = [] } = find.modelOf(device) ?? {};
  const from = new Set(paths.flatMap((path) => (path.to === point ? [path.from] : [])));
  const wired = elements.flatMap((one) => (one.kind === 'input' && from.has(one.id) ? (one.side ?? []) : []));
  const byRadio = ports.flatMap(({ digital }) => {
    const [left, right, ...more] = digital?.receives ?? [];
    if (left === undefined || right === undefined || more.length > 0) return [];
    return from.has(left) ? ['left' as const] : from.has(right) ? ['right' as const] : [];
  });
  return wired[0] ?? byRadio[0];
};

/** Left and right of one listener; undefined where it hears one channel, several rooms, or nobody says which side is which. */
const sidesOf = (solved: Solved, { kind, nodes }: Post): [string, string] | undefined => {
  if ((kind !== 'ears' && kind !== 'stream') || nodes.length !== 2) return undefined;
  const at = (side: 'left' | 'right') => nodes.find((node) => sideOf(solved, node) === side);
  const [left, right] = [at('left'), at('right')];
  return left !== undefined && right !== undefined ? [left, right] : undefined;
};

const sidedAt = (solved: Solved, speaker: Speaker, post: Post): Sided[] => {
  const sides = sidesOf(solved, post);
  if (!sides) return [];
  const { heard, graph } = solved;
  const [left, right] = sides.map((node) =>
    Math.max(
      ...speaker.indexes.map((index) => levelAt(heard, graph.sources[index]!, index, node) ?? -Infinity),
    ),
  ) as [number, number];
  const apartDb = Math.abs(left - right);
  if (!(apartDb > ONE_SIDE_DB)) return [];
  // Stryker disable next-line EqualityOperator: they are far apart
  const [side, silent] = left > right ? (['left', sides[1]] as const) : (['right', sides[0]] as const);
  return [{ speaker, post, side, silent, apartDb }];
};

/** What brings a voice to the side where it is not: its pan in the middle, every input to both ears. */
const opening = (solved: Solved, { speaker, silent }: Sided): Fix[] => {
  const { graph } = solved;
  const starts = speaker.indexes.map((index) => graph.sources[index]!.node);
  return openTo(solved, meantPlaces(graph, starts), new Set([silent]));
};

/** What puts all of them on both sides. */
const toBoth = (solved: Solved, post: Post, all: readonly Sided[]): Fix[] => {
  const { rig, find } = solved;
  const app = find.app(post.app ?? '');
  const label = `Let ${app?.name} make one channel of two`;
  const each = all.map((one) => opening(solved, one));
  return [
    ...mendBroken(solved),
    ...together(each),
    ...each.flat(),
    ...(app && hasAudience(app.kind) && !app.isMono
      ? [{ label, edit: { ...putApp(rig, { ...app, isMono: true }), label } }]
      : []),
    ...(app ? chooseElsewhere(solved, app, 'input') : []),
    ...(post.kind === 'ears' ? devicesBefore(solved, post).flatMap((device) => plugIn(solved, device)) : []),
  ];
};

/** A voice on one side of an audience, or of a pair of headphones, alone. */
export const oneSided: Check = (solved) => {
  const heard = cellsOf(solved).filter(({ speaker, feed }) => isVoice(speaker) && feed.state === 'arrives');
  return byPost(heard).flatMap((cells): Found[] => {
    const { post } = cells[0]!;
    const all = cells.flatMap(({ speaker }) => sidedAt(solved, speaker, post));
    const [first] = all;
    if (!first) return [];
    const names = all.map(({ speaker, side }) => `${speaker.inSentence} on the ${side}`);
    const least = Math.min(...all.map(({ apartDb }) => apartDb));
    return [
      finding({
        code: 'one-sided',
        severity: 'caution',
        title: `${post.name} ${post.kind === 'ears' ? 'have' : 'has'} ${listed(names)} alone`,
        why: `${capital(first.speaker.inSentence)} comes to one side of ${post.inSentence} only; on the other it is ${Number.isFinite(least) ? `${figureText(least, 0)} dB weaker` : 'not there'}. Whoever listens with one ear, or by one loudspeaker, hears nothing of it. A voice belongs in the middle.`,
        places: [
          ...post.devices.map((device) => ({ device })),
          ...('person' in first.speaker.ref ? [{ person: first.speaker.ref.person }] : []),
        ],
        about: [{ control: post.id }],
        figures: [
          {
            label: 'One side against the other',
            value: Math.min(least, 160),
            unit: 'dB',
            from: 'arrivals at both; from 20 dB on it is one side alone (common practice)',
          },
        ],
        propose: () => toBoth(solved, post, all),
      }),
    ];
  });
};
