import type { Incident, PlannedLine } from '@diaphon/core';
import { SEVERITY_COLOUR } from '../look/severity';

const ROW = 18;
const WIDTH = 1000;

/** The show so far, a row for each channel: where something was wrong, a bar. */
export const Timeline = ({
  lines,
  incidents,
  atS,
}: {
  lines: readonly PlannedLine[];
  incidents: readonly Incident[];
  atS: number;
}) => (
  <div className="mt-2 grid grid-cols-[140px_1fr] gap-x-2 max-[820px]:grid-cols-[90px_1fr]" aria-hidden>
    {lines.map(({ id, track }) => (
      <div key={id} className="contents">
        <span className="truncate text-[13px] leading-[18px] text-faint">{track}</span>
        <svg viewBox={`0 0 ${WIDTH} ${ROW}`} preserveAspectRatio="none" className="block h-[18px] w-full">
          <rect y="7" width={WIDTH} height="4" fill="var(--deep)" />
          {incidents
            .filter(({ line }) => line === id)
            .map(({ kind, sinceS, untilS, severity }) => (
              <rect
                key={`${kind} ${sinceS}`}
                x={(WIDTH * sinceS) / atS}
                y="3"
                width={Math.max(4, (WIDTH * ((untilS ?? atS) - sinceS)) / atS)}
                height="12"
                fill={SEVERITY_COLOUR[severity]}
              />
            ))}
        </svg>
      </div>
    ))}
  </div>
);
