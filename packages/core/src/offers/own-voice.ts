import type { Solved } from '../checks';
import { mayBeOwnEars } from '../feeds';
import { waysBetween, type Way } from '../flow';

/** How late someone hears themselves where they listen: straight through the gear, and by a program. */
export interface OwnVoice {
  /** "Keeper". */
  who: string;
  /** "Keeper's headphones". */
  where: string;
  /** Milliseconds; absent: not by this way. */
  straightMs?: number;
  byProgramMs?: number;
}

const goesByProgram = ({ graph }: Solved, { edges }: Way): boolean =>
  edges.some(({ from }) => graph.nodes.get(from)?.app !== undefined);

/** Everyone who hears their own voice in headphones, by each way that comes there. */
export const ownVoices = (solved: Solved): OwnVoice[] => {
  const { speakers, posts, rows } = solved.feeds;
  return speakers.flatMap((speaker, row) =>
    posts.flatMap((post, at): OwnVoice[] => {
      const { arrival } = rows[row]![at]!;
      if (!arrival || !mayBeOwnEars(solved.find, speaker, post)) return [];
      const ways = waysBetween(solved.graph, arrival.source, arrival.sink);
      const soonest = (byProgram: boolean) =>
        Math.min(
          ...ways.filter((way) => goesByProgram(solved, way) === byProgram).map(({ lateMs }) => lateMs),
        );
      const [straightMs, byProgramMs] = [soonest(false), soonest(true)];
      return [
        {
          who: speaker.name,
          where: post.name,
          ...(Number.isFinite(straightMs) ? { straightMs } : {}),
          ...(Number.isFinite(byProgramMs) ? { byProgramMs } : {}),
        },
      ];
    }),
  );
};
