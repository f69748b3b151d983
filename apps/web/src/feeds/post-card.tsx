import type { FeedsPage } from '@diaphon/core';
import { FeedShape, isAmiss, LOOK_COLOUR, lookOf } from './feed-mark';
import { cellWords, comesWords, type Chosen } from './feed-words';
import { LATE_TICKS_MS, laneRadius, laneShare } from './lane-scale';

const [LANE_WIDTH, LANE_HEIGHT, QUAY] = [118, 22, 4];
const laneX = (lateMs: number): number => QUAY + 8 + laneShare(lateMs) * (LANE_WIDTH - QUAY - 16);

/** What there is of one sound before a listener: the quay at the left, the water to the right of it. */
const Lane = ({ page, row, at, loudest }: { page: FeedsPage; row: number; at: number; loudest: number }) => {
  const cell = page.rows[row]![at]!;
  const look = lookOf(cell);
  const comes = cell.level !== undefined;
  const middle = LANE_HEIGHT / 2;
  return (
    <svg
      viewBox={`0 0 ${LANE_WIDTH} ${LANE_HEIGHT}`}
      width={LANE_WIDTH}
      height={LANE_HEIGHT}
      aria-hidden
      className="shrink-0"
    >
      <rect x={QUAY} width={LANE_WIDTH - QUAY} height={LANE_HEIGHT} fill="var(--deep)" />
      {LATE_TICKS_MS.map((ms) => (
        <path key={ms} d={`M${laneX(ms)} 0 V${LANE_HEIGHT}`} stroke="var(--hair)" />
      ))}
      <path d={`M${QUAY} 0 V${LANE_HEIGHT}`} stroke="var(--ink)" strokeWidth="3" />
      {comes && (
        <path
          d={`M${QUAY + 2} ${middle} H${laneX(Math.max(cell.lateMs!, cell.again?.lateMs ?? 0))}`}
          stroke={LOOK_COLOUR[look]}
          strokeWidth="1"
          strokeDasharray="2 3"
        />
      )}
      {cell.again && (
        <circle
          cx={laneX(cell.again.lateMs)}
          cy={middle}
          r={laneRadius(cell.level! + cell.again.againstDb - loudest)}
          fill="var(--deep)"
          stroke={LOOK_COLOUR[look]}
          strokeWidth="1.6"
        />
      )}
      <FeedShape
        look={look}
        x={comes ? laneX(cell.lateMs!) : QUAY + 10}
        y={middle}
        r={comes ? laneRadius(cell.level! - loudest) : 6}
      />
    </svg>
  );
};

const KIND_WORDS: Record<FeedsPage['posts'][number]['kind'], string> = {
  call: 'far end',
  stream: 'audience',
  ears: 'headphones',
  room: 'in the room',
  track: 'recorded',
  camera: 'camera',
  line: 'line out',
};

/** One listener: what reaches it, how loud and how late, what is missing, what has no business there. */
export const PostCard = ({
  page,
  at,
  chosen,
  onChoose,
}: {
  page: FeedsPage;
  at: number;
  chosen: Chosen | undefined;
  onChoose: (chosen: Chosen) => void;
}) => {
  const { id, name, kind, sentences } = page.posts[at]!;
  const shown = page.speakers
    .map((speaker, row) => ({ speaker, row }))
    .filter(({ row }) => lookOf(page.rows[row]![at]!) !== 'quiet');
  const loudest = Math.max(...page.rows.map((row) => row[at]!.level ?? -Infinity));
  const isWrong = page.rows.some((row) => isAmiss(row[at]!));
  return (
    <section aria-label={name} className={`card p-2.5 ${isWrong ? 'border-fault' : ''}`}>
      <header className="mb-1 flex items-baseline justify-between gap-2">
        <h3 className="min-w-0 truncate font-bold" title={name}>
          {name}
        </h3>
        <span className="small-caps shrink-0">{KIND_WORDS[kind]}</span>
      </header>
      <ul>
        {shown.map(({ speaker, row }) => {
          const cell = page.rows[row]![at]!;
          const look = lookOf(cell);
          const isChosen = chosen?.speaker === speaker.id && chosen.post === id;
          return (
            <li key={speaker.id}>
              <button
                className={`flex w-full items-center gap-2 border px-1 text-left hover:border-line ${isChosen ? 'border-ink' : 'border-transparent'}`}
                aria-label={cellWords(page, row, at)}
                aria-pressed={isChosen}
                onClick={() => onChoose({ speaker: speaker.id, post: id })}
              >
                <Lane page={page} row={row} at={at} loudest={loudest} />
                <span className="min-w-0 flex-1 leading-tight">
                  <span className="block truncate">{speaker.name}</span>
                  <span className="block text-[12px]" style={{ color: LOOK_COLOUR[look] }}>
                    {look === 'arrives'
                      ? comesWords(cell)
                      : `${look}${cell.level === undefined ? '' : `: ${comesWords(cell)}`}`}
                  </span>
                </span>
              </button>
            </li>
          );
        })}
      </ul>
      {shown.length === 0 && <p className="text-faint">{sentences[0]}</p>}
    </section>
  );
};
