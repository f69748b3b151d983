import type { Rig, RunStep } from '@diaphon/core';
import { planOf } from '@diaphon/core';
import { useMemo } from 'react';

const [COLUMN, ROW, WIDTH, HEIGHT, MARGIN] = [168, 44, 136, 30, 8];
/** Letters of a name that fit into a box. */
const LETTERS = 19;

const short = (name: string) => (name.length > LETTERS ? `${name.slice(0, LETTERS - 1)}…` : name);

/** What a step brings to stand: the leads and devices of those that are not done are not there yet. */
const BRINGS: readonly RunStep['kind'][] = ['plug', 'usb', 'power-on', 'stand'];

/** The rig as it stands after what is signed: drawn through what is there, broken what is not, heavy what the step is about. */
export const StandingChart = ({
  rig,
  steps,
  isDone,
  current,
}: {
  rig: Rig;
  steps: readonly RunStep[];
  isDone: (key: string) => boolean;
  current: RunStep | undefined;
}) => {
  const { places, joined } = useMemo(() => planOf(rig), [rig]);
  const missing = new Set(
    steps.filter(({ kind, key }) => BRINGS.includes(kind) && !isDone(key)).map(({ of }) => of),
  );
  const isThere = (leads: readonly string[]) => leads.every((id) => !missing.has(id));
  const standing = new Set(
    joined.filter(({ leads }) => isThere(leads)).flatMap(({ from, to }) => [from, to]),
  );
  const at = new Map(places.map((place) => [place.id, place]));
  const nameOf = new Map(rig.devices.map(({ id, name }) => [id, name]));
  const x = (id: string) => MARGIN + at.get(id)!.column * COLUMN;
  const y = (id: string) => MARGIN + at.get(id)!.row * ROW;
  const width = Math.max(...places.map(({ column }) => column)) * COLUMN + WIDTH + 2 * MARGIN;
  const height = Math.max(...places.map(({ row }) => row)) * ROW + HEIGHT + 2 * MARGIN;
  const isAbout = (leads: readonly string[]) => current !== undefined && leads.includes(current.of);
  const count = places.filter(({ id }) => standing.has(id)).length;
  return (
    <div
      className="overflow-auto border-t border-line bg-sheet p-2 max-[820px]:hidden"
      tabIndex={0}
      role="region"
      aria-label="What stands"
    >
      <svg
        role="img"
        aria-label={`${count} of ${places.length} devices stand`}
        viewBox={`0 0 ${width} ${height}`}
        width={width}
        height={height}
        className="max-w-full"
      >
        {joined.map(({ from, to, leads }) => {
          const [x1, y1, x2, y2] = [x(from) + WIDTH, y(from) + HEIGHT / 2, x(to), y(to) + HEIGHT / 2];
          const middle = (x1 + x2) / 2;
          return (
            <path
              key={`${from} ${to} ${leads.join(' ')}`}
              d={`M${x1} ${y1}C${middle} ${y1} ${middle} ${y2} ${x2} ${y2}`}
              fill="none"
              stroke={isAbout(leads) ? 'var(--focus)' : 'var(--ink)'}
              strokeWidth={isAbout(leads) ? 4 : 1.3}
              strokeDasharray={isThere(leads) ? undefined : '2 5'}
            />
          );
        })}
        {places.map(({ id }) => {
          const isIt = current?.of === id;
          return (
            <g key={id}>
              <rect
                x={x(id)}
                y={y(id)}
                width={WIDTH}
                height={HEIGHT}
                fill={standing.has(id) ? 'var(--shoal)' : 'var(--paper)'}
                stroke={isIt ? 'var(--focus)' : 'var(--ink)'}
                strokeWidth={isIt ? 4 : 1}
                strokeDasharray={standing.has(id) ? undefined : '2 4'}
              />
              <text x={x(id) + 8} y={y(id) + HEIGHT / 2 + 4} fontSize={12} fill="var(--ink)">
                {short(nameOf.get(id) ?? id)}
              </text>
            </g>
          );
        })}
      </svg>
    </div>
  );
};
