import { solve, type EngineMemory, type Steps } from '../offers';
import { sinkRefOf } from '../feeds';
import { applyEdit, sayIntent, type Rig } from '../rig';
import type { Solver } from '../staging';
import { proposeInSteps, type Proposal } from './proposal';

/**
 * "What must I do for Ann to hear the caller?": the shortest change after which one sound comes to one listener, with all that is meant
 * as it is; undefined where one of them is not there. A rig solved at each step.
 * @param isTimeUp asked before each rig: what was found by then is the answer
 */
export function* askForInSteps(
  rig: Rig,
  speakerId: string,
  postId: string,
  solver: Solver,
  memory: EngineMemory,
  isTimeUp: () => boolean = () => false,
): Steps<Proposal | undefined> {
  const { feeds } = solve(rig, memory);
  const speaker = feeds.speakers.find(({ id }) => id === speakerId);
  const post = feeds.posts.find(({ id }) => id === postId);
  if (!speaker || !post) return undefined;
  const wished = applyEdit(rig, sayIntent(rig, speaker.ref, sinkRefOf(post), 'arrives')).rig;
  return yield* proposeInSteps(wished, solver, memory, isTimeUp);
}
