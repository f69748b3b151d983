import { NARROW_HEADROOM_DB, type Aim, type Strand, type StrandRow, type Turned } from '@diaphon/core';
import { useMemo } from 'react';
import { figure, quantity } from '../look/figures';
import { levelText, levelWords, type Shown } from './level-words';
import { useGrip } from './use-grip';
import { channelOf, drawnStages, isSilent, onScale, overLine } from './channel-scale';
import { useWidth } from './use-width';
import { LINE_DASHES, LetterMark } from './variant-mark';
import type { SolvedVariant } from './use-variants';

interface ChannelChartProps {
  strand: Strand;
  aim: Aim | null;
  height: number;
  shown: Shown;
  chosen: number | null;
  onChoose: (stage: number) => void;
  /** What can be turned at a stage, if anything. */
  turnable: (stage: number) => Turned | undefined;
  onTurn: (turnable: Turned, value: number) => void;
  deviceName: (id: string | null) => string;
  /** Other states of the same strand, drawn over it. */
  variants: readonly Pick<SolvedVariant, 'letter' | 'strand'>[];
}

const TOP = 58;
const BOTTOM = 62;

/**
 * The channel chart: the stages of one strand from left to right, the ceiling as land above, the noise as the bed
 * below, and the voice passing between them as a line with peak whiskers.
 */
export const ChannelChart = ({
  strand,
  aim,
  height,
  shown,
  chosen,
  onChoose,
  turnable,
  onTurn,
  deviceName,
  variants,
}: ChannelChartProps) => {
  const [ref, width] = useWidth();
  const { stages } = strand;
  const channel = useMemo(
    () =>
      channelOf(
        strand.stages,
        aim,
        { width, height, top: TOP, bottom: BOTTOM },
        variants.flatMap((variant) => variant.strand?.stages ?? []),
      ),
    [strand, aim, width, height, variants],
  );
  const { x, y, step, paths, tightest } = channel;
  const over = variants.flatMap(({ letter, strand: other }) =>
    other ? [{ letter, ...overLine(channel, stages, other.stages) }] : [],
  );
  const { grip, isHeld } = useGrip(channel, turnable, onTurn);
  const voiceColour = strand.arrives ? 'var(--ink)' : 'var(--fault)';

  return (
    <div ref={ref} className="card relative overflow-hidden" style={{ height }}>
      <svg width={width} height={height} aria-hidden className="absolute inset-0">
        <rect width={width} height={height} fill="var(--deep)" />
        <path d={paths.ceiling} fill="var(--land)" />
        <path d={paths.bed} fill="var(--land)" />
        <path d={paths.shore} fill="none" stroke="var(--shore)" strokeWidth="1.6" />
        <path d={paths.bedShore} fill="none" stroke="var(--shore)" strokeWidth="1.6" strokeDasharray="5 3" />
        <path d={paths.band} fill="var(--shoal)" />
        {channel.aim && (
          <g>
            <rect
              x={channel.aim.x - step * 0.36}
              y={channel.aim.top}
              width={step * 0.72}
              height={channel.aim.bottom - channel.aim.top}
              fill="none"
              stroke="var(--good)"
              strokeWidth="2"
              strokeDasharray="6 3"
            />
          </g>
        )}
        {over.map(({ letter, path }) => (
          <path
            key={letter}
            d={path}
            fill="none"
            stroke="var(--focus)"
            strokeWidth="2"
            strokeDasharray={LINE_DASHES[letter]}
          />
        ))}
        <path d={paths.voice} fill="none" stroke={voiceColour} strokeWidth="2.4" strokeLinejoin="round" />
        {over.map(({ letter, points }, index) => {
          // Each at another stage: two that run alike are both read.
          const [atX, atY] = points[Math.max(0, points.length - 1 - index)]!;
          return <LetterMark key={letter} letter={letter} x={atX + 17} y={atY} />;
        })}
        {stages.map((stage, index) => {
          const at = x(index);
          const level = y(onScale(stage, stage.typical));
          const peak = y(onScale(stage, stage.peak));
          const isOver = (stage.headroomDb ?? 1) < 0;
          return (
            <g
              key={stage.node}
              stroke={isOver ? 'var(--danger)' : voiceColour}
              strokeWidth={isOver ? 3 : 1.6}
            >
              <path d={`M${at} ${level}V${peak}M${at - 6} ${peak}h12`} />
              <circle cx={at} cy={level} r="4.2" fill="var(--sheet)" />
              {turnable(index) && (
                <path
                  d={`M${at - 19} ${level - 3}l4 -5l4 5M${at - 19} ${level + 3}l4 5l4 -5`}
                  fill="none"
                  stroke="var(--focus)"
                  strokeWidth="2"
                />
              )}
            </g>
          );
        })}
        {stages.map((stage, index) => {
          if (stage.headroomDb === null || stage.ceiling === null || isSilent(stage)) return null;
          const gap = y(onScale(stage, stage.peak)) - y(onScale(stage, stage.ceiling));
          const isNarrow = index === tightest && stage.headroomDb < NARROW_HEADROOM_DB;
          const middle = y(onScale(stage, stage.ceiling)) + Math.max(13, gap / 2 + 4);
          return (
            <text
              key={stage.node}
              x={x(index) + 9}
              y={middle}
              fontSize="12.5"
              fontWeight={isNarrow ? 700 : 400}
              fill={stage.headroomDb < 0 ? 'var(--danger)' : isNarrow ? 'var(--caution)' : 'var(--faint)'}
            >
              {stage.headroomDb < 0 ? `over by ${figure(-stage.headroomDb)}` : figure(stage.headroomDb)}
            </text>
          );
        })}
      </svg>
      <ol aria-label={`Stages of ${strand.sourceName}`} className="absolute inset-0 flex">
        {stages.map((stage, index) => (
          <li key={stage.node} style={{ width: step }} className="min-w-0">
            <button
              {...grip(index)}
              onClick={() => !isHeld() && onChoose(index)}
              aria-pressed={chosen === index}
              aria-label={`${stage.label}: level ${levelText(stage.typical, stage.unit, shown)}, peaks ${levelText(stage.peak, stage.unit, shown)}, noise ${levelText(stage.noise, stage.unit, shown)}, ceiling ${levelText(stage.ceiling, stage.unit, shown)}, room ${isSilent(stage) ? '–' : quantity(stage.headroomDb, 'dB')}${turnable(index) ? `. Arrow up and down turn ${turnable(index)!.label}` : ''}`}
              className={`${turnable(index) ? 'cursor-ns-resize touch-none' : ''} flex h-full w-full flex-col justify-between px-1 py-1 text-center -outline-offset-2 ${chosen === index ? 'bg-focus/10 shadow-[inset_0_-4px_0_var(--focus)]' : 'hover:bg-focus/5'}`}
            >
              <span className="block text-[12px] leading-[1.2]">
                <span className="line-clamp-2 font-bold">{stage.label}</span>
                <span className="block truncate text-[11.5px] text-ink">{deviceName(stage.device)}</span>
              </span>
              <span className="block text-[12px] leading-[1.25]">
                <span className={`block font-bold ${index === stages.length - 1 ? 'text-[14px]' : ''}`}>
                  {levelWords(stage.typical, stage.unit, shown)[0]}
                </span>
                <span className="block text-[11.5px] text-ink">
                  {levelWords(stage.typical, stage.unit, shown)[1]}
                </span>
              </span>
            </button>
          </li>
        ))}
      </ol>
    </div>
  );
};

/** The same channel small, for choosing one among many. */
export const ChannelThumb = ({ strand, aim }: { strand: StrandRow; aim: Aim | null }) => {
  const size = { width: 218, height: 44, top: 4, bottom: 4 };
  const { paths } = useMemo(
    () =>
      channelOf(drawnStages(strand.outline, strand.end.unit), aim, {
        width: 218,
        height: 44,
        top: 4,
        bottom: 4,
      }),
    [strand, aim],
  );
  return (
    <svg
      viewBox={`0 0 ${size.width} ${size.height}`}
      aria-hidden
      className="block h-[44px] w-full"
      preserveAspectRatio="none"
    >
      <rect width={size.width} height={size.height} fill="var(--deep)" />
      <path d={paths.ceiling} fill="var(--land)" />
      <path d={paths.bed} fill="var(--land)" />
      <path d={paths.band} fill="var(--shoal)" />
      <path
        d={paths.voice}
        fill="none"
        stroke={strand.arrives ? 'var(--ink)' : 'var(--fault)'}
        strokeWidth="1.5"
      />
    </svg>
  );
};
