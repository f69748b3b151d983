import { controlOf, deskControlId } from '../../catalogue';
import { pointId } from '../../flow';
import { uniqWith } from 'es-toolkit';
import { changeLead, deepEqual, isRecorder, setProcessing, settingOf } from '../../rig';
import { isHere, isTakenOut, type Post, type Speaker } from '../../feeds';
import { asFix, type Fix, type Solved } from '../finding';
import { chooseElsewhere, takeIt } from './listening';
import { leadsOn } from './missing-leads';
import { openTo, shutBetween } from './routing';
import { turnControl } from './turn-control';
import { MOST_TRIED } from './trial';

/** Settings, then leads, that let a sound through to a listener, or keep it out. */

/** Every place a sound gets to. */
const reachedBy = ({ heard }: Solved, { indexes }: Speaker): Set<string> =>
  new Set([...heard.everywhere].flatMap(([id, by]) => (indexes.some((index) => by.has(index)) ? [id] : [])));

/** Leads that are broken, each used whole. */
export const mendBroken = ({ rig }: Solved): Fix[] =>
  rig.leads
    .filter(({ broken }) => broken.length > 0)
    .map((lead) => ({ label: 'Use an unbroken lead', edit: changeLead(rig, lead.id, { broken: [] }) }));

/** Strips of the desks a sound gets to, each set to take another of its sockets. */
export const takenOtherwise = ({ find, rig, graph }: Solved, reached: ReadonlySet<string>): Fix[] => {
  const devices = new Set([...reached].flatMap((id) => graph.nodes.get(id)?.device ?? []));
  return [...devices].flatMap((id) => {
    const device = find.device(id);
    const strips = find.modelOf(id)?.desk?.strips ?? [];
    return strips
      .filter(({ takes }) => takes.length > 1)
      .flatMap(({ id: strip, takes }) => {
        const control = controlOf(find.modelOf(id), deskControlId.takes(strip));
        const now = device && control && settingOf(device, control);
        return takes
          .filter(
            ({ label, points }) =>
              control && label !== now && points.some((point) => reached.has(pointId(id, point))),
          )
          .map(({ label }) => turnControl(rig, id, control!.id, label));
      });
  });
};

/** What could bring a sound to a listener that it does not come to. */
export const letThrough = (solved: Solved, speaker: Speaker, post: Post): Fix[] => {
  const { find } = solved;
  const reached = reachedBy(solved, speaker);
  const listener = find.app(post.app ?? '');
  const player = 'app' in speaker.ref ? find.app(speaker.ref.app) : undefined;
  return [
    ...(listener && isTakenOut(solved.heard, speaker, post)
      ? [asFix(setProcessing(solved.rig, listener, 'noise', false))]
      : []),
    ...mendBroken(solved),
    ...openTo(solved, reached, new Set(post.nodes)),
    ...takenOtherwise(solved, reached),
    ...(player && isHere(post) ? chooseElsewhere(solved, player, 'output') : []),
    ...(post.track !== undefined && 'person' in speaker.ref ? takeIt(solved, speaker.ref.person) : []),
    ...(listener && !isRecorder(listener.kind) ? chooseElsewhere(solved, listener, 'input') : []),
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
