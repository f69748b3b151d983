import type { RigSketch } from '@diaphon/core';
import { SEVERITY_COLOUR } from '../look/severity';

const WIDTH = 132;
const HEIGHT = 56;
const MARGIN = 3;

/** A rig as a small drawing: which boxes, joined how, and where something is wrong (said in words beside it). */
export const RigStamp = ({ sketch }: { sketch: RigSketch }) => {
  const { boxes, lines } = sketch;
  if (boxes.length === 0) return <span className="w-[132px] shrink-0 max-[820px]:hidden" />;
  const columns = Math.max(...boxes.map(({ column }) => column)) + 1;
  const inColumn = (column: number) => boxes.filter((box) => box.column === column).length;
  const tallest = Math.max(...boxes.map(({ column }) => inColumn(column)));
  const [width, height] = [
    Math.min(24, ((WIDTH - 2 * MARGIN) / columns) * 0.6),
    Math.min(11, ((HEIGHT - 2 * MARGIN) / tallest) * 0.66),
  ];
  const placed = boxes.map(({ column, row, severity }) => {
    const step = (HEIGHT - 2 * MARGIN) / inColumn(column);
    const x = columns === 1 ? MARGIN : MARGIN + (column * (WIDTH - 2 * MARGIN - width)) / (columns - 1);
    return { x, y: MARGIN + step * (row + 0.5) - height / 2, severity };
  });
  return (
    <svg
      width={WIDTH}
      height={HEIGHT}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="shrink-0 max-[820px]:hidden"
      aria-hidden
    >
      {lines.map(([from, to, severity]) => {
        const [a, b] = [placed[from]!, placed[to]!];
        const [x1, y1, x2, y2] = [a.x + width, a.y + height / 2, b.x, b.y + height / 2];
        const middle = (x1 + x2) / 2;
        return (
          <path
            key={`${from} ${to}`}
            d={`M${x1} ${y1}C${middle} ${y1} ${middle} ${y2} ${x2} ${y2}`}
            fill="none"
            stroke={severity ? SEVERITY_COLOUR[severity] : 'var(--ink)'}
            strokeWidth={severity ? 3 : 0.8}
            opacity={severity ? 1 : 0.6}
          />
        );
      })}
      {placed.map(({ x, y, severity }, index) => (
        <rect
          key={index}
          x={x}
          y={y}
          width={width}
          height={height}
          fill={severity ? SEVERITY_COLOUR[severity] : 'var(--sheet)'}
          stroke={severity ? SEVERITY_COLOUR[severity] : 'var(--ink)'}
          strokeWidth={severity === 'danger' || severity === 'fault' ? 2 : 1}
        />
      ))}
    </svg>
  );
};
