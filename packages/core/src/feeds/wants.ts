import type { Intent } from '../rig';
import { isOwnPost, isPostOf, isSpeakerOf, type Post, type Speaker } from './posts';

/** What is wanted of a sound at a listener, and why. */
export interface Want {
  want: 'must' | 'may' | 'never';
  because: string;
  /** The operator has said so; absent: it is taken for granted from who is there. */
  intent?: string;
  /** It has to be so far under the loudest of the others there, dB. */
  quieterByDb?: number;
}

const MAY: Want = { want: 'may', because: 'nobody has said whether it should' };

/** What goes without saying, from who speaks and who listens. */
const takenForGranted = (speaker: Speaker, post: Post): Want => {
  if (post.kind === 'call') {
    if (isOwnPost(speaker.ref, post))
      return { want: 'never', because: 'nobody can speak against their own voice that comes back late' };
    if (speaker.isGame)
      return { want: 'never', because: 'who calls talks against it, and who plays along hears it twice' };
    if (speaker.kind === 'person')
      return { want: 'must', because: 'who calls talks with everyone who speaks here' };
    if (speaker.kind === 'call')
      return { want: 'must', because: 'callers on lines of their own hear one another only through here' };
  }
  if (post.kind === 'stream') {
    if (speaker.kind === 'person') return { want: 'must', because: 'an audience hears everyone who speaks' };
    if (speaker.kind === 'call')
      return { want: 'must', because: 'an audience that hears one side of a talk only makes nothing of it' };
  }
  return MAY;
};

/**
 * What the operator has said of a sound at a listener, else what goes without saying.
 * @param said the operator's own, the last first: what was said last counts
 */
export const wantOf = (said: readonly Intent[], speaker: Speaker, post: Post): Want => {
  const own = said.find(({ source, sink }) => isSpeakerOf(speaker, source) && isPostOf(post, sink));
  if (own?.want === 'quieter')
    return {
      want: 'may',
      because: `this rig says that it has to be ${own.byDb!} dB under the others there`,
      intent: own.id,
      quieterByDb: own.byDb!,
    };
  return own
    ? {
        want: own.want === 'arrives' ? 'must' : 'never',
        because: own.want === 'arrives' ? 'this rig says that it must' : 'this rig says that it never may',
        intent: own.id,
      }
    : takenForGranted(speaker, post);
};
