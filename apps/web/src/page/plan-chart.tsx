import { planOf, type Rig } from '@diaphon/core';
import { useMemo, type SVGProps } from 'react';

const [COLUMN, ROW, WIDTH, HEIGHT, MARGIN] = [168, 44, 136, 30, 8];
/** Letters of a name that fit into a box. */
const LETTERS = 19;

const short = (name: string) => (name.length > LETTERS ? `${name.slice(0, LETTERS - 1)}…` : name);

interface PlanChartProps {
  rig: Rig;
  /** What it shows, for those who hear it. */
  label: string;
  box: (device: string) => SVGProps<SVGRectElement>;
  /** How the leads between two devices are drawn. @param order as sound goes, from 0 */
  line: (leads: readonly string[], order: number) => SVGProps<SVGPathElement>;
}

/** A rig in columns as sound goes: a box for each device, a line for what joins two. */
export const PlanChart = ({ rig, label, box, line }: PlanChartProps) => {
  const { places, joined } = useMemo(() => planOf(rig), [rig]);
  const at = new Map(places.map((place) => [place.id, place]));
  const nameOf = new Map(rig.devices.map(({ id, name }) => [id, name]));
  const x = (id: string) => MARGIN + at.get(id)!.column * COLUMN;
  const y = (id: string) => MARGIN + at.get(id)!.row * ROW;
  const width = Math.max(0, ...places.map(({ column }) => column)) * COLUMN + WIDTH + 2 * MARGIN;
  const height = Math.max(0, ...places.map(({ row }) => row)) * ROW + HEIGHT + 2 * MARGIN;
  const inOrder = [...joined].sort((a, b) => at.get(a.from)!.column - at.get(b.from)!.column);
  return (
    <svg role="img" aria-label={label} viewBox={`0 0 ${width} ${height}`} width={width} height={height}>
      {inOrder.map(({ from, to, leads }, order) => {
        const [x1, y1, x2, y2] = [x(from) + WIDTH, y(from) + HEIGHT / 2, x(to), y(to) + HEIGHT / 2];
        const middle = (x1 + x2) / 2;
        return (
          <path
            key={`${from} ${to} ${leads.join(' ')}`}
            d={`M${x1} ${y1}C${middle} ${y1} ${middle} ${y2} ${x2} ${y2}`}
            fill="none"
            {...line(leads, order)}
          />
        );
      })}
      {places.map(({ id }) => (
        <g key={id}>
          <rect x={x(id)} y={y(id)} width={WIDTH} height={HEIGHT} stroke="var(--ink)" {...box(id)} />
          <text x={x(id) + 8} y={y(id) + HEIGHT / 2 + 4} fontSize={12} fill="var(--ink)">
            {short(nameOf.get(id) ?? id)}
          </text>
        </g>
      ))}
    </svg>
  );
};
