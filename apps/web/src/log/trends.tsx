import type { TrendPoint } from '@diaphon/api';
import { individuals, offByLead, type LeadWithLines } from '@diaphon/core';
import { groupBy, sortBy } from 'es-toolkit';
import { useState } from 'react';
import { CartesianGrid, Line, LineChart, ReferenceArea, Tooltip, XAxis, YAxis } from 'recharts';
import { useWidth } from '../levels/use-width';
import { figure } from '../look/figures';
import { useAsked } from '../store/use-asked';
import { dayWords } from './words';

const TICK = { fontSize: 11, fill: 'var(--faint)' };
const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });

const FIGURES = {
  level: { name: 'Level', unit: 'dBFS', of: ({ levelDbfs }: TrendPoint) => levelDbfs },
  noise: { name: 'Noise', unit: 'dBFS', of: ({ noiseDbfs }: TrendPoint) => noiseDbfs },
  hum: { name: 'Hum', unit: 'dBFS', of: ({ humDbfs }: TrendPoint) => humDbfs },
  faults: { name: 'Faults', unit: '', of: ({ faults }: TrendPoint) => faults },
} as const;
type FigureKey = keyof typeof FIGURES;

/** One channel from sitting to sitting: its level, the plan, and what is usual for it. */
const Channel = ({
  name,
  points,
  width,
  shows,
  isOff = false,
}: {
  name: string;
  points: TrendPoint[];
  width: number;
  shows: FigureKey;
  /** Its level is what it is apart from the plan. */
  isOff?: boolean;
}) => {
  const { of } = FIGURES[shows];
  const unit = isOff && shows === 'level' ? 'dB' : FIGURES[shows].unit;
  const measured = points.filter((point) => of(point) !== null);
  if (measured.length < 2) return null;
  const limits = individuals(measured.map((point) => of(point)!));
  const data = measured.map((point) => ({
    at: Date.parse(point.at),
    level: of(point)!,
    planned: shows === 'level' ? point.plannedDbfs : null,
    verdict: point.verdict,
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
            ? `usually ${figure(limits.lower)} to ${figure(limits.upper)} ${unit}`
            : 'too few sittings to say what is usual'}
        </span>
        {out.length > 0 && (
          <span className="block text-fault">
            Out of the usual:{' '}
            {out.map((point) => `${dayWords(point.at)}, ${figure(of(point))} ${unit}`).join('; ')}
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
                {dayWords(new Date(point.at).toISOString())}: {figure(point.level)} {unit}. {point.verdict}
              </p>
            ) : null;
          }}
        />
      </LineChart>
    </figure>
  );
};

const isOut = (points: readonly TrendPoint[], of: (point: TrendPoint) => number | null): boolean =>
  (individuals(points.flatMap((point) => of(point) ?? []))?.outside.length ?? 0) > 0;

interface TrendLine {
  key: string;
  name: string;
  points: TrendPoint[];
}

const byChannel = (points: readonly TrendPoint[], by: 'channel' | 'person'): TrendLine[] =>
  Object.entries(
    // Somebody on two channels at once (a room's and their own) is told by the first they are named for.
    groupBy(points, ({ channel, who }) => (by === 'channel' ? channel : who.split(', ')[0] || channel)),
  ).map(([key, own]) => ({ key, name: by === 'channel' ? own.at(-1)!.name : key, points: own }));

const worst = (values: readonly (number | null)[]): number | null => {
  const known = values.flatMap((value) => value ?? []);
  return known.length === 0 ? null : Math.max(...known);
};

/** A lead has no level of its own: it is told by what misses the plan over it. */
const byLead = (leads: readonly LeadWithLines[], points: readonly TrendPoint[]): TrendLine[] => {
  const offs = points.flatMap(({ sitting, channel, levelDbfs, plannedDbfs }) =>
    levelDbfs === null || plannedDbfs === null ? [] : [{ sitting, channel, offDb: levelDbfs - plannedDbfs }],
  );
  return leads.map((lead) => {
    const off = offByLead(lead, offs);
    const own = Object.values(
      groupBy(
        points.filter(({ channel }) => lead.lines.includes(channel)),
        ({ sitting }) => sitting,
      ),
    );
    return {
      key: lead.id,
      name: lead.name,
      points: own.map((rows) => ({
        ...rows[0]!,
        levelDbfs: off.get(rows[0]!.sitting) ?? null,
        plannedDbfs: 0,
        noiseDbfs: worst(rows.map(({ noiseDbfs }) => noiseDbfs)),
        humDbfs: worst(rows.map(({ humDbfs }) => humDbfs)),
        faults: rows.reduce((sum, { faults }) => sum + faults, 0),
        verdict: rows.map(({ name, verdict }) => `${name}: ${verdict}`).join(' '),
      })),
    };
  });
};

/** Every channel, everybody or every lead, that was measured at two sittings or more: what is out of the usual first. */
export const Trends = ({ points }: { points: TrendPoint[] }) => {
  const [column, width] = useWidth();
  const [shows, setShows] = useState<FigureKey>('level');
  const [by, setBy] = useState<'channel' | 'person' | 'lead'>('channel');
  const { of } = FIGURES[shows];
  const { answer: leads } = useAsked('leadsWithLines', []);
  const lines = sortBy(by === 'lead' ? byLead(leads ?? [], points) : byChannel(points, by), [
    ({ points: own }) => (isOut(own, of) ? 0 : 1),
  ]);
  const isAny = lines.some(({ points: own }) => own.filter((point) => of(point) !== null).length > 1);
  return (
    <section aria-labelledby="trends" className="space-y-3" ref={column}>
      <div className="flex flex-wrap items-center gap-2">
        <h2 id="trends" className="mr-auto text-[17px] font-bold">
          Over time
        </h2>
        <select
          aria-label="What is drawn"
          className="field"
          value={shows}
          onChange={({ target }) => setShows(target.value as FigureKey)}
        >
          {Object.entries(FIGURES).map(([key, { name }]) => (
            <option key={key} value={key}>
              {name}
            </option>
          ))}
        </select>
        <select
          aria-label="Drawn for each"
          className="field"
          value={by}
          onChange={({ target }) => setBy(target.value as typeof by)}
        >
          <option value="channel">by channel</option>
          <option value="person">by person</option>
          <option value="lead">by lead</option>
        </select>
      </div>
      {!isAny && (
        <p className="text-faint">
          Keep the line check of two sittings, and each channel is drawn here with what is usual for it.
        </p>
      )}
      {by === 'lead' && (
        <p className="text-[13px] text-faint">
          Level: how far what goes over it was from the plan; of several channels the worst, of data the best.
        </p>
      )}
      {lines.map(({ key, name, points: own }) => (
        <Channel key={key} name={name} points={own} width={width} shows={shows} isOff={by === 'lead'} />
      ))}
    </section>
  );
};
