import type { Feed, Post, Speaker } from '../feeds';
import { cellsOf } from './cells';
import { finding, type Check, type Found, type Place, type Severity, type Solved } from './finding';
import { letThrough } from './fixes/let-through';

/** A sound that a listener should have and has not. */
interface Gap {
  speaker: Speaker;
  post: Post;
  feed: Feed;
}

/** Whether anything at all comes to those who are here: headphones that nothing is plugged to yet are no listener. */
const isHere = ({ kind }: Post): boolean => kind === 'ears' || kind === 'room';

const playsNowhere = ({ find }: Solved, { ref }: Speaker): boolean =>
  'app' in ref && find.app(ref.app)?.output === null;

const gapsOf = (solved: Solved): Gap[] => {
  const cells = cellsOf(solved);
  const arriving = cells.filter(({ feed }) => feed.state === 'arrives');
  // Where no voice comes, it is the stream that is wrong, or nothing is plugged yet.
  const hearsVoices = new Set(arriving.flatMap(({ speaker, at }) => (speaker.kind === 'person' ? [at] : [])));
  // What is kept and sent nowhere is told by itself.
  const isKept = new Set(arriving.flatMap(({ post, row }) => (isHere(post) ? [] : [row])));
  return cells.filter(
    ({ speaker, feed, row, at }) =>
      // What the operator asked for is told as such; a program that plays nowhere yet is still to be set up.
      feed.state === 'missing' &&
      feed.intent === undefined &&
      !playsNowhere(solved, speaker) &&
      hearsVoices.has(at) &&
      (speaker.kind === 'call' || isKept.has(row)),
  );
};

/** Who loses most: a talk that cannot go on is a fault, an audience without the far end a caution. */
const severityOf = ({ speaker, post }: Gap): Severity =>
  speaker.kind === 'call' && !isHere(post) ? 'caution' : 'fault';

const placesOf = ({ rig, find }: Solved, { speaker, post }: Gap): Place[] => {
  const listening = post.devices.map((device): Place => ({ device }));
  if ('person' in speaker.ref) {
    const { person } = speaker.ref;
    const device = rig.placements.find((one) => one.person === person)?.device;
    return [{ person, ...(device ? { device } : {}) }, ...listening];
  }
  const computer = 'app' in speaker.ref ? find.app(speaker.ref.app)?.computer : speaker.ref.device;
  return [...(computer ? [{ device: computer }] : []), ...listening];
};

/** Someone who should be heard somewhere, where others are, and is not. */
export const unheard: Check = (solved) => {
  const { feeds } = solved;
  return gapsOf(solved).map((gap): Found => {
    const { speaker, post, feed } = gap;
    const others = feeds.rows
      .map((row) => row[feeds.posts.indexOf(post)]!)
      .filter(({ state }) => state === 'arrives').length;
    return finding({
      code: 'unheard',
      severity: severityOf(gap),
      title: isHere(post)
        ? `Nobody here hears ${speaker.inSentence}`
        : `${post.name} does not hear ${speaker.inSentence}`,
      why: `${speaker.name} sounds, and nothing of it comes to ${post.inSentence}, where ${others} other ${others === 1 ? 'sound does' : 'sounds do'}: ${feed.because}. Something on the way is shut, or the way is missing.`,
      places: placesOf(solved, gap),
      about: [{ control: `${speaker.id}→${post.id}` }],
      figures: [
        {
          label: `Ways from ${speaker.inSentence} to ${post.inSentence}`,
          value: 0,
          unit: '',
          from: 'arrivals',
        },
        { label: 'Other sounds that come there', value: others, unit: '', from: 'arrivals' },
      ],
      propose: () => letThrough(solved, speaker, post),
    });
  });
};
