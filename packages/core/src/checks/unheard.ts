import { groupBy } from 'es-toolkit';
import { isElsewhere, isHere, listed, type Feed, type Post, type Speaker } from '../feeds';
import { hasFarEnd } from '../rig';
import { cellsOf } from './cells';
import { finding, type Check, type Fix, type Found, type Place, type Severity, type Solved } from './finding';
import { addHeadphones } from './fixes/headphones';
import { letThrough } from './fixes/let-through';
import { together } from './fixes/together';
import { plugIn } from './fixes/missing-leads';
import { deafListeners } from './hears-nothing';

/** A sound that a listener should have and has not. */
interface Gap {
  speaker: Speaker;
  post: Post;
  feed: Feed;
}

const playsNowhere = ({ find }: Solved, { ref }: Speaker): boolean =>
  'app' in ref && find.app(ref.app)?.output === null;

const gapsOf = (solved: Solved): Gap[] => {
  const cells = cellsOf(solved);
  const arriving = cells.filter(({ feed }) => feed.state === 'arrives');
  // Where no voice comes to whoever is elsewhere, it is the stream that is wrong, or nothing is plugged yet.
  const hearsVoices = new Set(arriving.flatMap(({ speaker, at }) => (speaker.kind === 'person' ? [at] : [])));
  const isTold = new Set(deafListeners(solved).map(({ post }) => post.id));
  // What is kept and sent nowhere is told by itself, and so is what nobody hears at all.
  const comesAnywhere = new Set(arriving.map(({ row }) => row));
  const isKept = new Set(arriving.flatMap(({ post, row }) => (isHere(post) ? [] : [row])));
  return cells.filter(
    ({ speaker, post, feed, row, at }) =>
      // What the operator asked for is told as such; a program that plays nowhere yet is still to be set up.
      feed.state === 'missing' &&
      feed.intent === undefined &&
      !playsNowhere(solved, speaker) &&
      (isLost(feed, post) ||
        (!isTold.has(post.id) &&
          (isHere(post) ||
            post.kind === 'track' ||
            post.kind === 'line' ||
            post.kind === 'camera' ||
            hearsVoices.has(at)))) &&
      (isElsewhere(speaker.sound) ||
        isKept.has(row) ||
        (speaker.kind === 'programme' && comesAnywhere.has(row))),
  );
};

/** Nobody here hears it at all: told once, not for each pair of headphones. */
const isLost = ({ grade }: Feed, post: Post): boolean => isHere(post) && grade === 'fault';

const placesOf = ({ rig, find }: Solved, speaker: Speaker, posts: readonly Post[]): Place[] => {
  const listening = posts.flatMap((post) => post.devices.map((device): Place => ({ device })));
  if ('person' in speaker.ref) {
    const { person } = speaker.ref;
    const device = rig.placements.find((one) => one.person === person)?.device;
    return [{ person, ...(device ? { device } : {}) }, ...listening];
  }
  const computer = 'app' in speaker.ref ? find.app(speaker.ref.app)?.computer : speaker.ref.device;
  return [...(computer ? [{ device: computer }] : []), ...listening];
};

/** What brings a sound to all that miss it: what does for one and for the others, else the first for each together. */
const toAll = (solved: Solved, speaker: Speaker, posts: readonly Post[]): Fix[] => {
  const each = posts.map((post) => [
    ...letThrough(solved, speaker, post),
    ...(isHere(post) ? post.devices.flatMap((device) => plugIn(solved, device)) : []),
  ]);
  return [...each.flat(), ...together(each)];
};

const gapFound = (solved: Solved, gaps: readonly Gap[]): Found => {
  const [{ speaker, feed }] = gaps as [Gap];
  const posts = gaps.map(({ post }) => post);
  const lost = gaps.every((gap) => isLost(gap.feed, gap.post));
  const where = listed(posts.map(({ inSentence }) => inSentence));
  const names = listed(posts.map(({ name }) => name));
  const { feeds } = solved;
  const others = feeds.rows.filter((row) => row[feeds.posts.indexOf(posts[0]!)]!.state === 'arrives').length;
  const beside = lost ? '' : `, where ${others} other ${others === 1 ? 'sound does' : 'sounds do'}`;
  const isOne = posts.length === 1;
  return finding({
    code: 'unheard',
    severity: feed.grade satisfies Severity,
    title: lost
      ? `Nobody here hears ${speaker.inSentence}`
      : `${names} ${isOne && posts[0]!.kind !== 'ears' ? 'does' : 'do'} not hear ${speaker.inSentence}`,
    why: `${speaker.name} sounds, and nothing of it comes to ${where}${beside}: ${feed.because}. Something on the way is shut, or the way is missing.`,
    places: placesOf(solved, speaker, posts),
    about: [{ control: `${speaker.id}→${lost ? 'here' : feed.grade === 'fault' ? posts[0]!.id : 'others'}` }],
    figures: [
      { label: `Ways from ${speaker.inSentence} to ${where}`, value: 0, unit: '', from: 'arrivals' },
      { label: 'Other sounds that come there', value: others, unit: '', from: 'arrivals' },
    ],
    propose: () => toAll(solved, speaker, posts),
  });
};

/** Callers whom nobody could hear: nothing anyone listens by stands here. */
const withoutEars = (solved: Solved): Found[] => {
  const { feeds, rig, find } = solved;
  if (feeds.posts.some(isHere)) return [];
  return rig.apps
    .filter(
      ({ kind, input, output, computer }) =>
        find.device(computer) && hasFarEnd(kind) && input !== null && output !== null,
    )
    .map(({ id, name, computer, output }) =>
      finding({
        code: 'unheard',
        severity: 'fault',
        title: `Nobody here can hear the far end of ${name}`,
        why: `${name} on ${find.nameOf(computer)} plays what its far end says, and there are neither headphones nor loudspeakers in this rig by which anyone would hear it.`,
        places: [{ device: computer }],
        about: [{ device: computer, control: id }],
        figures: [{ label: 'Headphones and loudspeakers', value: 0, unit: '', from: 'devices of this rig' }],
        propose: () =>
          addHeadphones(solved, [
            ...new Set([...find.streamsOf(output, computer, 'output').map(({ device }) => device), computer]),
          ]),
      }),
    );
};

/** Someone or something that should be heard somewhere, where others are, and is not. */
export const unheard: Check = (solved) => {
  const gaps = gapsOf(solved);
  const grouped = groupBy(gaps, ({ speaker, post, feed }) =>
    isLost(feed, post)
      ? `${speaker.id} here`
      : feed.grade === 'fault'
        ? `${speaker.id} ${post.id}`
        : `${speaker.id} others`,
  );
  return [...Object.values(grouped).map((all) => gapFound(solved, all)), ...withoutEars(solved)];
};
