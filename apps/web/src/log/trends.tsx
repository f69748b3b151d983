import type { TrendPoint } from '@diaphon/api';
import { individuals } from '@diaphon/core';
import { groupBy, sortBy } from 'es-toolkit';
import { CartesianGrid, Line, LineChart, ReferenceArea, Tooltip, XAxis, YAxis } from 'recharts';
import { useWidth } from '../levels/use-width';
import { figure } from '../look/figures';
import { dayWords } from './words';

const TICK = { fontSize: 11, fill: 'var(--faint)' };
const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });

/** One channel from sitting to sitting: its level, the plan, and what is usual for it. */
const Channel = ({ name, points, width }: { name: string; points: TrendPoint[]; width: number }) => {
  const measured = points.filter(({ levelDbfs }) => levelDbfs !== null);
  if (measured.length < 2) return null;
  const limits = individuals(measured.map(({ levelDbfs }) => levelDbfs!));
  const data = measured.map(({ at, levelDbfs, plannedDbfs, verdict, who }) => ({
    at: Date.parse(at),
    level: levelDbfs!,
    planned: plannedDbfs,
    verdict,
    who,
  }));
  const shown = [...data.map(({ level }) => level), ...(limits ? [limits.lower, limits.upper] : [])];
  const [low, high] = [Math.floor(Math.min(...shown)) - 1, Math.ceil(Math.max(...shown)) + 1];
  const out = limits?.outside.map((place) => measured[place]!) ?? [];
  return (
    <figure className="border-t border-hair pt-2">
      <figcaption>
        <b>{name}</b>{' '}
        <span className="text-[13px] text-faint">
          {limits
            ? `usually ${figure(limits.lower)} to ${figure(limits.upper)} dBFS`
            : 'too few sittings to say what is usual'}
        </span>
        {out.length > 0 && (
          <span className="block text-fault">
            Out of the usual:{' '}
            {out.map(({ at, levelDbfs }) => `${dayWords(at)}, ${figure(levelDbfs)} dBFS`).join('; ')}
          </span>
        )}
      </figcaption>
      <LineChart width={width} height={150} data={data} margin={{ top: 8, right: 12, bottom: 0, left: 0 }}>
        <CartesianGrid stroke="var(--hair)" vertical={false} />
        <XAxis
          dataKey="at"
          type="number"
          domain={['dataMin', 'dataMax']}
          tickFormatter={(at: number) => day.format(new Date(at))}
          tick={TICK}
          stroke="var(--faint)"
        />
        <YAxis
          width={40}
          domain={[low, high]}
          allowDataOverflow
          tickFormatter={(value: number) => String(Math.round(value)).replace('-', '−')}
          tick={TICK}
          stroke="var(--faint)"
        />
        {limits && (
          <ReferenceArea y1={limits.lower} y2={limits.upper} fill="var(--shoal)" fillOpacity={0.6} />
        )}
        <Line
          dataKey="planned"
          stroke="var(--faint)"
          strokeDasharray="4 4"
          dot={false}
          isAnimationActive={false}
        />
        <Line
          dataKey="level"
          stroke="var(--ink)"
          strokeWidth={2}
          dot={{ r: 3, fill: 'var(--ink)' }}
          isAnimationActive={false}
        />
        <Tooltip
          isAnimationActive={false}
          content={({ payload }) => {
            const point = payload?.[0]?.payload as (typeof data)[number] | undefined;
            return point ? (
              <p className="max-w-[280px] border border-line bg-sheet p-2 text-[13px]">
                {dayWords(new Date(point.at).toISOString())}: {figure(point.level)} dBFS. {point.verdict}
              </p>
            ) : null;
          }}
        />
      </LineChart>
    </figure>
  );
};

const isOut = (points: readonly TrendPoint[]): boolean =>
  (individuals(points.flatMap(({ levelDbfs }) => levelDbfs ?? []))?.outside.length ?? 0) > 0;

/** Every channel that was measured at two sittings or more. */
export const Trends = ({ points }: { points: TrendPoint[] }) => {
  const [column, width] = useWidth();
  // What is out of the usual is looked at first.
  const channels = sortBy(Object.entries(groupBy(points, ({ channel }) => channel)), [
    ([, own]) => (isOut(own) ? 0 : 1),
  ]);
  const isAny = channels.some(([, own]) => own.filter(({ levelDbfs }) => levelDbfs !== null).length > 1);
  return (
    <section aria-labelledby="trends" className="space-y-3" ref={column}>
      <h2 id="trends" className="text-[17px] font-bold">
        Levels over time
      </h2>
      {!isAny && (
        <p className="text-faint">
          Keep the line check of two sittings, and each channel is drawn here with what is usual for it.
        </p>
      )}
      {channels.map(([channel, own]) => (
        <Channel key={channel} name={own.at(-1)!.name} points={own} width={width} />
      ))}
    </section>
  );
};
