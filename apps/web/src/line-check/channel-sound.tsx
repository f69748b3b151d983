import type { Measured, MeasuredChannel } from '@diaphon/core';
import { Area, AreaChart, Bar, BarChart, Line, LineChart, ReferenceLine, XAxis, YAxis } from 'recharts';
import { quantity } from '../look/figures';

/** What one channel sounded like, drawn: its shape with what is broken in it, its spectrum with hum named, its loudness. */

/** What is drawn of the file a channel is in. */
type Heard = Pick<Measured, 'sampleRateHz' | 'shortTermLufs' | 'loudness'>;

const HEIGHT = 110;
const FLOOR = -110;
const TICK = { fontSize: 11, fill: 'var(--faint)' };
const MARGIN = { top: 8, right: 10, bottom: 0, left: 0 };
/** So many places of each fault are drawn: more would be one block. */
const MOST_MARKS = 60;

const minutes = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;
const signed = (value: number): string => String(value).replace('-', '−');

const TIME_AXIS = {
  dataKey: 'time',
  type: 'number',
  domain: [0, 'dataMax'],
  tickFormatter: minutes,
  tick: TICK,
  stroke: 'var(--faint)',
} as const;

const HERTZ: Record<number, string> = { 63: '63', 250: '250', 1000: '1 k', 4000: '4 k', 15849: '16 k' };

const Shape = ({ channel, rateHz, width }: { channel: MeasuredChannel; rateHz: number; width: number }) => {
  const { overview, clips, clicksAt, dropoutsAt } = channel;
  const data = overview.low.map((low, at) => ({
    time: at * overview.secondsEach,
    span: [low, overview.high[at]!],
  }));
  // A quiet sound is drawn as large as a loud one: how loud it is stands above.
  const most = Math.max(1e-4, ...overview.low.map((one) => -one), ...overview.high);
  const marks = [...clips.map(({ at }) => at), ...clicksAt, ...dropoutsAt].slice(0, MOST_MARKS);
  return (
    <figure style={{ width }}>
      <figcaption className="text-[13px] text-faint">
        {marks.length > 0 ? 'Shape; where it is cut off, jumps or is missing, a stroke' : 'Shape'}
      </figcaption>
      <AreaChart width={width} height={HEIGHT} data={data} margin={MARGIN}>
        <XAxis {...TIME_AXIS} />
        <YAxis
          width={34}
          domain={[-most, most]}
          ticks={[0]}
          tickFormatter={() => ''}
          tick={TICK}
          stroke="var(--faint)"
        />
        {marks.map((at) => (
          <ReferenceLine key={at} x={at / rateHz} stroke="var(--fault)" />
        ))}
        <Area dataKey="span" stroke="none" fill="var(--advice)" fillOpacity={1} isAnimationActive={false} />
      </AreaChart>
    </figure>
  );
};

const Spectrum = ({ channel, width }: { channel: MeasuredChannel; width: number }) => {
  const { bands, pauses } = channel;
  const data = bands.map(({ hertz, dbfs }) => ({
    hertz: String(Math.round(hertz)),
    over: Math.max(0, (dbfs ?? FLOOR) - FLOOR),
  }));
  const named = [
    ...(pauses?.hum ? [`hum of ${pauses.hum.hertz} Hz at ${quantity(pauses.hum.dbfs, 'dBFS')}`] : []),
    ...(pauses?.whines ?? [])
      .slice(0, 2)
      .map(({ hertz, dbfs }) => `a tone of ${Math.round(hertz)} Hz at ${quantity(dbfs, 'dBFS')}`),
  ];
  return (
    <figure style={{ width }}>
      <figcaption className="text-[13px] text-faint">
        Third octaves{named.length > 0 && `; in its pauses ${named.join(', ')}`}
      </figcaption>
      <BarChart width={width} height={HEIGHT} data={data} margin={MARGIN} barCategoryGap={1}>
        <XAxis
          dataKey="hertz"
          tickFormatter={(hertz: string) => HERTZ[Number(hertz)] ?? ''}
          interval={0}
          tickLine={false}
          tick={TICK}
          stroke="var(--faint)"
        />
        <YAxis
          width={34}
          domain={[0, -FLOOR]}
          ticks={[10, 50, 90]}
          tickFormatter={(over: number) => signed(over + FLOOR)}
          tick={TICK}
          stroke="var(--faint)"
        />
        <Bar dataKey="over" fill="var(--advice)" isAnimationActive={false} />
      </BarChart>
    </figure>
  );
};

const Loudness = ({ file, width }: { file: Heard; width: number }) => {
  const { shortTermLufs, loudness } = file;
  const data = shortTermLufs.map((lufs, at) => ({ time: at + 3, lufs: lufs === null ? -70 : lufs }));
  return (
    <figure style={{ width }}>
      <figcaption className="text-[13px] text-faint">
        Loudness of the file, three seconds at a time: in all {quantity(loudness.integratedLufs, 'LUFS')}
        {loudness.rangeLu !== undefined && `, range ${quantity(loudness.rangeLu, 'LU')}`}
      </figcaption>
      <LineChart width={width} height={HEIGHT} data={data} margin={MARGIN}>
        <XAxis {...TIME_AXIS} />
        <YAxis
          width={34}
          domain={[-70, 0]}
          ticks={[-60, -40, -20]}
          tickFormatter={signed}
          tick={TICK}
          stroke="var(--faint)"
        />
        <Line dataKey="lufs" stroke="var(--ink)" strokeWidth={1.5} dot={false} isAnimationActive={false} />
      </LineChart>
    </figure>
  );
};

const ChannelSound = ({ channel, file, label }: { channel: MeasuredChannel; file: Heard; label: string }) => {
  const width = Math.min(380, window.innerWidth - 40);
  return (
    <div
      role="group"
      aria-label={`The sound of ${label}`}
      className="flex flex-wrap gap-x-4 gap-y-2 pt-1 pb-2"
    >
      <Shape channel={channel} rateHz={file.sampleRateHz} width={width} />
      <Spectrum channel={channel} width={width} />
      {file.shortTermLufs.length > 1 && <Loudness file={file} width={width} />}
    </div>
  );
};

export default ChannelSound;
