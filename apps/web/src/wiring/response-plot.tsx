import { DULL_DB, type ResponseReading } from '@diaphon/core';
import { CartesianGrid, Line, LineChart, ReferenceLine, XAxis, YAxis } from 'recharts';

const WORDS: Record<number, string> = { 100: '100', 1000: '1 k', 10_000: '10 k', 20_000: '20 k' };

/** Level of one sound through a lead over frequency, against its level at 1 kHz. */
const ResponsePlot = ({ reading, width }: { reading: ResponseReading; width: number }) => {
  const data = reading.points.map(({ hertz, db }) => ({ hertz, db: db - reading.at1kDb }));
  const lowest = Math.min(-6, Math.floor(Math.min(...data.map(({ db }) => db)) / 3) * 3);
  return (
    <div role="img" aria-label={`Response: ${reading.at20kDb.toFixed(1)} dB at 20 kHz against 1 kHz`}>
      <LineChart width={width} height={112} data={data} margin={{ top: 6, right: 14, bottom: 0, left: 0 }}>
        <CartesianGrid stroke="var(--hair)" />
        <XAxis
          dataKey="hertz"
          type="number"
          scale="log"
          domain={[100, 20_000]}
          ticks={[100, 1000, 10_000, 20_000]}
          tickFormatter={(hertz: number) => WORDS[hertz] ?? ''}
          interval={0}
          stroke="var(--faint)"
          tick={{ fontSize: 11, fill: 'var(--faint)' }}
        />
        <YAxis
          width={34}
          domain={[lowest, 1]}
          ticks={[lowest, lowest / 2, 0]}
          tickFormatter={(db: number) => String(db).replace('-', '−')}
          stroke="var(--faint)"
          tick={{ fontSize: 11, fill: 'var(--faint)' }}
        />
        <ReferenceLine y={-DULL_DB} stroke="var(--caution)" strokeDasharray="4 4" />
        <Line dataKey="db" stroke="var(--ink)" strokeWidth={2} dot={false} isAnimationActive={false} />
      </LineChart>
    </div>
  );
};

export default ResponsePlot;
