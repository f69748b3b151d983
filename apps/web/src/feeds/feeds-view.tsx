import type { FeedsPage, Finding } from '@diaphon/core';
import { lazy, Suspense, useRef, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { OwnFindings } from '../findings/own-findings';
import { Button } from '../look/button';
import { ButtonLink } from '../look/button-link';
import { count } from '../look/figures';
import { Waiting } from '../page/waiting';
import { useAppSelector } from '../store/store';
import { useAsked } from '../store/use-asked';
import { FeedDetail, FeedHear } from './feed-detail';
import { FeedMark, isAmiss, type FeedLook } from './feed-mark';
import type { Chosen } from './feed-words';
import { FeedsTable } from './feeds-table';
import { PostCard } from './post-card';
import { TryIt } from './try-it';
import { WholeColumn, WholeRow } from './whole-feeds';

const ProposalDialog = lazy(async () => ({ default: (await import('./proposal-dialog')).ProposalDialog }));

/** Findings about who hears whom. */
const ABOUT_FEEDS: ReadonlySet<string> = new Set([
  'unheard',
  'caller-echo',
  'far-echo',
  'one-sided',
  'too-loud',
  'loop-howl',
  'double-path',
  'double-monitor',
  'talker-delay',
  'leak',
  'not-arriving',
  'wrong-stream',
]);
const LEGEND: FeedLook[] = ['arrives', 'late', 'too loud', 'too quiet', 'missing', 'unwanted', 'kept out'];
/** Who talks and listens first, what only keeps it last. */
const POST_ORDER: FeedsPage['posts'][number]['kind'][] = [
  'call',
  'stream',
  'ears',
  'room',
  'camera',
  'line',
  'track',
];

/** The listeners in the order they matter while a show runs. */
const inOrder = (page: FeedsPage): FeedsPage => {
  const order = page.posts
    .map((_, at) => at)
    .sort((a, b) => POST_ORDER.indexOf(page.posts[a]!.kind) - POST_ORDER.indexOf(page.posts[b]!.kind));
  return {
    ...page,
    posts: order.map((at) => page.posts[at]!),
    rows: page.rows.map((row) => order.map((at) => row[at]!)),
  };
};

/** What is looked at before anyone has chosen: the first that is not as it should be. */
const firstAmiss = (page: FeedsPage): Chosen => {
  const row = page.rows.findIndex((cells) => cells.some(isAmiss));
  const at = page.rows[row]?.findIndex(isAmiss) ?? -1;
  return { speaker: page.speakers[row]?.id ?? '', post: page.posts[at]?.id ?? '' };
};

const Nobody = () => {
  const { id } = useParams();
  return (
    <p className="max-w-[520px] p-6">
      Nothing sounds yet, or nobody listens. Once someone speaks into a microphone and a track, a call or a
      pair of headphones is plugged in{' '}
      <Link className="underline" to={`/rigs/${id}/wiring`}>
        Wiring
      </Link>
      , this page says who hears whom, how loud and how late.
    </p>
  );
};

/** Who hears what: every listener as a post with what reaches it, and all of it in one table. */
export const FeedsView = () => {
  const findings = useAppSelector((state) => state.readings.readings?.findings);
  const { answer } = useAsked('feeds', []);
  const [params, setParams] = useSearchParams();
  const { id } = useParams();
  const [isProposing, setIsProposing] = useState(false);
  const opened = useRef<HTMLElement>(null);
  const top = useRef<HTMLHeadingElement>(null);
  if (!answer) return <Waiting words="Listening everywhere" />;
  const page = inOrder(answer);
  if (page.speakers.length === 0 || page.posts.length === 0)
    return (
      <main className="min-h-0 flex-1 overflow-y-auto">
        <Nobody />
      </main>
    );
  const [speaker, post] = [params.get('sound'), params.get('at')];
  const chosen = speaker !== null && post !== null ? { speaker, post } : firstAmiss(page);
  const choose = (next: Chosen) => {
    setParams({ sound: next.speaker, at: next.post }, { replace: true });
    // On a phone what is opened stands below all listeners.
    const { current } = opened;
    if (current && current.getBoundingClientRect().top >= window.innerHeight)
      current.scrollIntoView({ block: 'start' });
  };
  /** The feed a finding is about, as far as its places tell. */
  const show = ({ places }: Finding) => {
    const listener = page.posts.find(({ devices }) =>
      places.some(({ device }) => device && devices.includes(device)),
    );
    const someone = page.speakers.find(
      ({ ref }) => 'person' in ref && places.some(({ person }) => person === ref.person),
    );
    if (listener && someone) choose({ speaker: someone.id, post: listener.id });
  };
  const row = page.speakers.findIndex(({ id }) => id === chosen.speaker);
  const at = page.posts.findIndex(({ id }) => id === chosen.post);
  const amiss = page.rows.flat().filter(isAmiss).length;
  // What is late has fixes of its own: its finding has them.
  const canPropose = page.rows
    .flat()
    .some(
      ({ state, tooLoudByDb }) => state === 'missing' || state === 'unwanted' || tooLoudByDb !== undefined,
    );
  const own = findings?.filter(({ code }) => ABOUT_FEEDS.has(code)) ?? [];
  return (
    <main className="flex min-h-0 flex-1 max-[820px]:flex-col max-[820px]:overflow-y-auto">
      <div className="min-w-0 flex-1 space-y-4 overflow-y-auto p-3 max-[820px]:flex-none max-[820px]:overflow-visible">
        <header className="flex flex-wrap items-end justify-between gap-x-4 gap-y-1">
          <div>
            <h2 ref={top} className="text-[17px] leading-tight font-bold">
              Who hears what
            </h2>
            {amiss === 0 && own.length > 0 ? (
              <p className="font-bold text-caution">
                Everyone hears whom they should, but not as it should be: see the findings.
              </p>
            ) : amiss === 0 ? (
              <p className="text-good">
                Everyone hears whom they should, and nobody hears what they should not.
              </p>
            ) : (
              <p className="flex flex-wrap items-center gap-x-3 font-bold text-fault">
                {count(amiss, 'feed is', 'feeds are')} not as it should be.
                {canPropose && (
                  <Button kind="main" onClick={() => setIsProposing(true)}>
                    Propose what puts it right
                  </Button>
                )}
              </p>
            )}
          </div>
          <ButtonLink to={`/rigs/${id}/call`}>Test call on paper</ButtonLink>
          <ul aria-label="What the marks mean" className="flex flex-wrap gap-x-3 text-[12.5px]">
            {LEGEND.map((look) => (
              <li key={look} className="flex items-center gap-1">
                <FeedMark look={look} size={14} /> {look}
              </li>
            ))}
            <li>×2 comes twice, the second time where the open disc is</li>
          </ul>
        </header>
        {isProposing && (
          <Suspense>
            <ProposalDialog onClose={() => setIsProposing(false)} />
          </Suspense>
        )}
        <FeedsTable page={page} chosen={chosen} onChoose={choose} />
        <section aria-label="Listening posts">
          <h3 className="font-bold">Listening posts</h3>
          <p className="mb-1.5 text-faint">
            Near the quay is at once, far out is late: lines at 1, 10 and 100 ms. Large is loud.
          </p>
          <div className="grid grid-cols-[repeat(auto-fill,minmax(290px,1fr))] gap-2">
            {page.posts.map((post, index) => (
              <PostCard key={post.id} page={page} at={index} chosen={chosen} onChoose={choose} />
            ))}
          </div>
        </section>
        <TryIt />
      </div>
      <aside
        ref={opened}
        aria-label="What is chosen, and what is found"
        className="w-[330px] shrink-0 space-y-4 overflow-y-auto border-l border-line p-3 max-[820px]:w-full max-[820px]:border-l-0"
      >
        {row >= 0 && at >= 0 ? (
          <FeedDetail page={page} row={row} at={at} />
        ) : at >= 0 ? (
          <WholeColumn page={page} at={at} />
        ) : row >= 0 ? (
          <WholeRow page={page} row={row} />
        ) : (
          <p className="text-faint">
            Choose a cell or a sound at a post: the ways it comes, and what opens or shuts it. A name in the
            table opens the whole row or column.
          </p>
        )}
        <OwnFindings findings={own} onShow={show} />
        {row >= 0 && at >= 0 && <FeedHear page={page} row={row} at={at} />}
        <Button
          className="min-[821px]:hidden"
          onClick={() => top.current?.scrollIntoView({ block: 'start' })}
        >
          Back to who hears what
        </Button>
      </aside>
    </main>
  );
};
