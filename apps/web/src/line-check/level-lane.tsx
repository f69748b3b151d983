import { lineLevel, VOICE_TOLERANCE_DB, type MeasuredChannel, type PlannedLine } from '@diaphon/core';

const [LOW, HIGH] = [-90, 0];
const WIDTH = 320;
const HEIGHT = 30;
const MARKS = [-80, -60, -40, -20];

const at = (dbfs: number): number => (WIDTH * (Math.min(HIGH, Math.max(LOW, dbfs)) - LOW)) / (HIGH - LOW);

/** A channel on one scale: where the plan has it, hollow; what came, solid, from its noise up to its speech; its highest peak. */
export const LevelLane = ({
  planned,
  measured,
}: {
  planned: PlannedLine;
  measured: MeasuredChannel | null;
}) => {
  const level = measured && lineLevel(measured);
  const noise = measured?.pauses?.noiseDbfs ?? LOW;
  const { levelDbfs } = planned;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="block h-[30px] w-full"
      preserveAspectRatio="none"
      aria-hidden
    >
      <rect width={WIDTH} height={HEIGHT} fill="var(--deep)" />
      {MARKS.map((mark) => (
        <line
          key={mark}
          x1={at(mark)}
          x2={at(mark)}
          y2={HEIGHT}
          stroke="var(--hair)"
          vectorEffect="non-scaling-stroke"
        />
      ))}
      {level !== null && level !== undefined && (
        <rect
          x={at(noise)}
          y={10}
          width={Math.max(1, at(level) - at(noise))}
          height={10}
          fill="var(--advice)"
        />
      )}
      {measured && measured.truePeakDbtp !== null && (
        <line
          x1={at(measured.truePeakDbtp)}
          x2={at(measured.truePeakDbtp)}
          y1={6}
          y2={24}
          stroke={measured.clippedRuns > 0 ? 'var(--fault)' : 'var(--ink)'}
          strokeWidth="2"
          vectorEffect="non-scaling-stroke"
        />
      )}
      {levelDbfs !== null && (
        <rect
          x={at(levelDbfs - VOICE_TOLERANCE_DB)}
          y={3}
          width={at(levelDbfs + VOICE_TOLERANCE_DB) - at(levelDbfs - VOICE_TOLERANCE_DB)}
          height={HEIGHT - 6}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="1.5"
          vectorEffect="non-scaling-stroke"
        />
      )}
    </svg>
  );
};
