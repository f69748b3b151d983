import type { FeedCell } from '@diaphon/core';

/** How a sound stands at a listener, in one word. */
export type FeedLook =
  'arrives' | 'late' | 'too loud' | 'too quiet' | 'missing' | 'unwanted' | 'kept out' | 'quiet';

export const lookOf = ({ state, want, isLate, tooLoudByDb, shortDb }: FeedCell): FeedLook => {
  if (state === 'arrives')
    return tooLoudByDb !== undefined
      ? 'too loud'
      : shortDb !== undefined
        ? 'too quiet'
        : isLate
          ? 'late'
          : 'arrives';
  if (state === 'quiet') return want === 'never' ? 'kept out' : 'quiet';
  return state;
};

/** Whether somebody has to do something about it. */
export const isAmiss = (cell: FeedCell): boolean =>
  ['late', 'too loud', 'too quiet', 'missing', 'unwanted'].includes(lookOf(cell));

export const LOOK_COLOUR: Record<FeedLook, string> = {
  arrives: 'var(--ink)',
  late: 'var(--caution)',
  'too loud': 'var(--caution)',
  'too quiet': 'var(--caution)',
  missing: 'var(--fault)',
  unwanted: 'var(--danger)',
  'kept out': 'var(--faint)',
  quiet: 'var(--faint)',
};

/** The shape of each, round its middle: a disc, an open disc with a tail, a disc in a ring, a small disc under a lid far above it, an empty berth, a struck disc, a bar. @param r its radius */
export const FeedShape = ({ look, x, y, r }: { look: FeedLook; x: number; y: number; r: number }) => {
  const colour = LOOK_COLOUR[look];
  switch (look) {
    case 'arrives':
      return <circle cx={x} cy={y} r={r} fill={colour} />;
    case 'late':
      return (
        <>
          <circle cx={x} cy={y} r={r} fill="none" stroke={colour} strokeWidth="2" />
          <path d={`M${x - r - 5} ${y} H${x - r}`} stroke={colour} strokeWidth="2" />
        </>
      );
    case 'too loud':
      return (
        <>
          <circle cx={x} cy={y} r={r * 0.55} fill={colour} />
          <circle cx={x} cy={y} r={r} fill="none" stroke={colour} strokeWidth="1.6" />
        </>
      );
    case 'too quiet':
      return (
        <>
          <circle cx={x} cy={y} r={r * 0.4} fill={colour} />
          <path
            d={`M${x - r} ${y - r * 0.5} V${y - r} H${x + r} V${y - r * 0.5}`}
            fill="none"
            stroke={colour}
            strokeWidth="1.6"
          />
        </>
      );
    case 'missing':
      return (
        <rect
          x={x - r}
          y={y - r}
          width={2 * r}
          height={2 * r}
          fill="none"
          stroke={colour}
          strokeWidth="1.6"
          strokeDasharray="3 2"
        />
      );
    case 'unwanted':
      return (
        <>
          <circle cx={x} cy={y} r={r} fill="var(--danger-wash)" stroke={colour} strokeWidth="1.8" />
          <path d={`M${x - r} ${y + r} L${x + r} ${y - r}`} stroke={colour} strokeWidth="2.2" />
        </>
      );
    case 'kept out':
      return <path d={`M${x - r} ${y} H${x + r}`} stroke={colour} strokeWidth="1.6" />;
    case 'quiet':
      return null;
  }
};

/** One shape by itself. */
export const FeedMark = ({ look, size = 16 }: { look: FeedLook; size?: number }) => (
  <svg width={size} height={size} viewBox="0 0 16 16" aria-hidden className="shrink-0">
    <FeedShape look={look} x={8} y={8} r={5} />
  </svg>
);
