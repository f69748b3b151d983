import { uniqWith } from 'es-toolkit';
import { deepEqual, setProcessing } from '../../rig';
import { isTakenOut, type Post, type Speaker } from '../../feeds';
import { asFix, type Fix, type Solved } from '../finding';
import { chooseElsewhere, takeIt } from './listening';
import { leadsOn } from './missing-leads';
import { openTo, shutBetween } from './routing';
import { MOST_TRIED } from './trial';

/** Settings, then leads, that let a sound through to a listener, or keep it out. */

/** Every place a sound gets to. */
const reachedBy = ({ heard }: Solved, { indexes }: Speaker): Set<string> =>
  new Set([...heard.everywhere].flatMap(([id, by]) => (indexes.some((index) => by.has(index)) ? [id] : [])));

const isHere = ({ kind }: Post): boolean => kind === 'ears' || kind === 'room';

/** What could bring a sound to a listener that it does not come to. */
export const letThrough = (solved: Solved, speaker: Speaker, post: Post): Fix[] => {
  const { find } = solved;
  const listener = find.app(post.app ?? '');
  const player = 'app' in speaker.ref ? find.app(speaker.ref.app) : undefined;
  return [
    ...(listener && isTakenOut(solved.heard, speaker, post)
      ? [asFix(setProcessing(solved.rig, listener, 'noise', false))]
      : []),
    ...openTo(solved, reachedBy(solved, speaker), new Set(post.nodes)),
    ...(player && isHere(post) ? chooseElsewhere(solved, player, 'output') : []),
    ...(post.track !== undefined && 'person' in speaker.ref ? takeIt(solved, speaker.ref.person) : []),
    ...(listener && listener.kind !== 'recorder' ? chooseElsewhere(solved, listener, 'input') : []),
    ...(player ? leadsOn(solved, player.computer) : []),
  ].slice(0, MOST_TRIED);
};

/** What could keep a sound from a listener that it comes to. */
export const keepOut = (solved: Solved, speaker: Speaker, post: Post): Fix[] => {
  const { graph, find } = solved;
  const listener = find.app(post.app ?? '');
  const shut = speaker.indexes.flatMap((index) => {
    const start = graph.sources[index]!.node;
    return post.nodes.flatMap((node) => shutBetween(solved, start, node));
  });
  return [
    // Left and right are mostly shut by the same.
    ...uniqWith(shut, (one, other) => deepEqual(one.edit, other.edit)),
    ...(listener && post.track === undefined ? chooseElsewhere(solved, listener, 'input') : []),
  ].slice(0, MOST_TRIED);
};
