import { wishForColumn, wishForRow, wishLike, type Edit, type FeedsPage, type Rig } from '@diaphon/core';
import { Button } from '../look/button';
import { useEdit } from '../store/use-edit';

type Wish = 'arrives' | 'never' | null;

const WISHES: { want: Wish; label: string }[] = [
  { want: 'arrives', label: 'Must come' },
  { want: 'never', label: 'Never' },
  { want: null, label: 'As usual' },
];

const Wishes = ({ label, wish }: { label: string; wish: (now: Rig, want: Wish) => Edit }) => {
  const edit = useEdit();
  return (
    <div role="group" aria-label={label}>
      <p className="text-[13px]">{label}</p>
      <div className="flex flex-wrap gap-1.5">
        {WISHES.map(({ want, label: words }) => (
          <Button key={words} onClick={() => edit((now) => wish(now, want), { announce: true })}>
            {words}
          </Button>
        ))}
      </div>
    </div>
  );
};

/** One listener whole: what it hears, in sentences, and what is meant of all of it at once. */
export const WholeColumn = ({ page, at }: { page: FeedsPage; at: number }) => {
  const edit = useEdit();
  const post = page.posts[at]!;
  return (
    <section aria-label="The listener that is chosen" className="space-y-3">
      <h3 className="leading-tight font-bold">What {post.inSentence} hears</h3>
      <ul className="space-y-1">
        {post.sentences.map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
      <Wishes
        label={`Everything at ${post.inSentence}`}
        wish={(now, want) => wishForColumn(now, page, at, want)}
      />
      <label className="block">
        <span className="text-[13px]">Is to hear the same as</span>
        <select
          className="field mt-0.5 block w-full"
          value=""
          onChange={(event) => {
            const other = Number(event.target.value);
            edit((now) => wishLike(now, page, at, other), { announce: true });
          }}
        >
          <option value="">Choose another listener</option>
          {page.posts.map(({ id, name }, other) =>
            other === at ? null : (
              <option key={id} value={other}>
                {name}
              </option>
            ),
          )}
        </select>
      </label>
      <p className="text-faint">
        What is said here is what is meant; what has to be turned for it, “Propose what puts it right” works
        out.
      </p>
    </section>
  );
};

/** One sound whole: where it is heard, and what is meant of it everywhere at once. */
export const WholeRow = ({ page, row }: { page: FeedsPage; row: number }) => {
  const speaker = page.speakers[row]!;
  const heard = page.posts.filter((_, at) => page.rows[row]![at]!.level !== undefined);
  return (
    <section aria-label="The sound that is chosen" className="space-y-3">
      <h3 className="leading-tight font-bold">Where {speaker.inSentence} is heard</h3>
      <p>{heard.length > 0 ? heard.map(({ name }) => name).join(', ') : 'Nowhere.'}</p>
      <Wishes
        label={`${speaker.name} at every listener`}
        wish={(now, want) => wishForRow(now, page, row, want)}
      />
    </section>
  );
};
