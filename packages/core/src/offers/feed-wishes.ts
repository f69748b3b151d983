import { isOwnPost, sinkRefOf } from '../feeds';
import {
  applyEdit,
  combineEdits,
  sayIntent,
  type Edit,
  type Intent,
  type Rig,
  type SinkRef,
  type SourceRef,
} from '../rig';
import type { FeedsPage } from './feeds-page';

/** What is to be said of one sound at one listener; null: nothing, it goes without saying. */
interface Wish {
  source: SourceRef;
  sink: SinkRef;
  want: Intent['want'] | null;
}

/** Several wishes as one edit. */
const sayAll = (rig: Rig, label: string, wishes: readonly Wish[]): Edit => {
  let now = rig;
  const edits = wishes.map(({ source, sink, want }) => {
    const edit = sayIntent(now, source, sink, want);
    now = applyEdit(now, edit).rig;
    return edit;
  });
  return combineEdits(label, ...edits);
};

/** Says the same of one sound at every listener, but of a far end at itself. @param row which sound */
export const wishForRow = (
  rig: Rig,
  { speakers, posts }: FeedsPage,
  row: number,
  want: Wish['want'],
): Edit => {
  const { ref, name } = speakers[row]!;
  return sayAll(
    rig,
    `Say where ${name} is heard`,
    posts
      .filter((post) => !isOwnPost(ref, post))
      .map((post) => ({ source: ref, sink: sinkRefOf(post), want })),
  );
};

/** Says the same of every sound at one listener, but of a far end at itself. @param at which listener */
export const wishForColumn = (
  rig: Rig,
  { speakers, posts }: FeedsPage,
  at: number,
  want: Wish['want'],
): Edit => {
  const post = posts[at]!;
  return sayAll(
    rig,
    `Say what ${post.name} hears`,
    speakers
      .filter(({ ref }) => !isOwnPost(ref, post))
      .map(({ ref }) => ({ source: ref, sink: sinkRefOf(post), want })),
  );
};

/** Says that one listener is to hear what another does: what comes there must come here, the rest never. */
export const wishLike = (rig: Rig, { speakers, posts, rows }: FeedsPage, at: number, other: number): Edit => {
  const post = posts[at]!;
  return sayAll(
    rig,
    `Let ${post.name} hear what ${posts[other]!.name} hears`,
    speakers.flatMap(({ ref }, row): Wish[] => {
      if (isOwnPost(ref, post)) return [];
      const comes = rows[row]![other]!.level !== undefined;
      // A far end does not hear itself; that says nothing of who else should.
      const isOwnThere = isOwnPost(ref, posts[other]!);
      return [{ source: ref, sink: sinkRefOf(post), want: isOwnThere ? null : comes ? 'arrives' : 'never' }];
    }),
  );
};
