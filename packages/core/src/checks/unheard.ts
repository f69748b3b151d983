import type { Feed, Feeds, Post, Speaker } from '../feeds';
import { finding, type Check, type Found, type Place, type Severity, type Solved } from './finding';
import { letThrough } from './fixes/let-through';

/** A sound that a listener should have and has not. */
interface Gap {
  speaker: Speaker;
  post: Post;
  feed: Feed;
}

/** Whether some other voice comes to a listener: where none does, it is the stream that is wrong, or nothing is plugged yet. */
const hearsAnother = ({ speakers, rows }: Feeds, at: number): boolean =>
  speakers.some(({ kind }, row) => kind === 'person' && rows[row]![at]!.state === 'arrives');

/** Whether anything at all comes to those who are here: headphones that nothing is plugged to yet are no listener. */
const isHere = ({ kind }: Post): boolean => kind === 'ears' || kind === 'room';

/** Whether a sound is kept or sent anywhere: what is not is told by itself. */
const isKept = ({ posts, rows }: Feeds, row: number): boolean =>
  posts.some((post, at) => !isHere(post) && rows[row]![at]!.state === 'arrives');

const playsNowhere = ({ find }: Solved, { ref }: Speaker): boolean =>
  'app' in ref && find.app(ref.app)?.output === null;

const gapsOf = (solved: Solved, feeds: Feeds): Gap[] =>
  feeds.rows.flatMap((row, index) =>
    row.flatMap((feed, at): Gap[] => {
      const [speaker, post] = [feeds.speakers[index]!, feeds.posts[at]!];
      // What the operator asked for is told as such; a program that plays nowhere yet is still to be set up.
      if (feed.state !== 'missing' || feed.intent !== undefined || playsNowhere(solved, speaker)) return [];
      const isTold = hearsAnother(feeds, at) && (speaker.kind === 'call' || isKept(feeds, index));
      return isTold ? [{ speaker, post, feed }] : [];
    }),
  );

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
  return gapsOf(solved, feeds).map((gap): Found => {
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
