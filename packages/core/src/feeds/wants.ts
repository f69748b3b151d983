import type { Intent } from '../rig';
import { MAY, OWED, OWN_VOICE, type Grade, type Owed } from './owed';
import { isOwnPost, isPostOf, isSpeakerOf, type Post, type Speaker } from './posts';

/** What is wanted of a sound at a listener, and why. */
export interface Want {
  want: 'must' | 'may' | 'never';
  because: string;
  /** How bad it is where it is not so. */
  grade: Grade;
  /** The operator has said so; absent: it is taken for granted from who is there. */
  intent?: string;
  /** It has to be so far under the loudest of the others there, dB. */
  quieterByDb?: number;
}

/** What goes without saying, from who speaks and who listens. */
export const owedTo = (speaker: Speaker, post: Post): Owed =>
  isOwnPost(speaker.ref, post) ? OWN_VOICE : (OWED[speaker.sound][post.listener] ?? MAY);

/**
 * What the operator has said of a sound at a listener; undefined where nothing.
 * @param said the operator's own, the last first: what was said last counts
 */
export const saidOf = (said: readonly Intent[], speaker: Speaker, post: Post): Want | undefined => {
  const own = said.find(({ source, sink }) => isSpeakerOf(speaker, source) && isPostOf(post, sink));
  if (own?.want === 'quieter')
    return {
      want: 'may',
      because: `this rig says that it has to be ${own.byDb!} dB under the others there`,
      grade: 'caution',
      intent: own.id,
      quieterByDb: own.byDb!,
    };
  return (
    own && {
      want: own.want === 'arrives' ? 'must' : 'never',
      because: own.want === 'arrives' ? 'this rig says that it must' : 'this rig says that it never may',
      grade: 'fault',
      intent: own.id,
    }
  );
};
