import type { NodeProps } from '@xyflow/react';
import { memo } from 'react';
import type { Corner } from './chart-layout';
import { roundedPath } from './lead-path';

export interface RingData extends Record<string, unknown> {
  /** The leads of the ring. */
  lines: Corner[][];
  /** Feet of the devices that stand on the mains earth. */
  feet: Corner[];
  /** Where the earth is drawn. */
  earth: Corner | undefined;
  colour: string;
}

/** A ring of metal that hum flows round in: its leads marked broad, and the mains earth that closes it. */
export const RingOverlay = memo(
  ({ data: { lines, feet, earth, colour } }: NodeProps & { data: RingData }) => (
    <svg width="1" height="1" className="pointer-events-none overflow-visible" data-ring aria-hidden>
      {lines.map((line, index) => (
        <path
          key={index}
          d={roundedPath(line)}
          fill="none"
          stroke={colour}
          strokeWidth="11"
          strokeLinecap="round"
          opacity="0.32"
        />
      ))}
      {earth && (
        <g stroke="var(--caution)" fill="none" strokeWidth="2.5">
          {feet.map((foot, index) => (
            <path
              key={index}
              d={roundedPath([foot, { x: foot.x, y: earth.y }, earth])}
              strokeDasharray="9 5"
            />
          ))}
          {[22, 14, 6].map((half, row) => (
            <path key={half} d={`M${earth.x - half} ${earth.y + 12 + row * 7}H${earth.x + half}`} />
          ))}
          <path d={`M${earth.x} ${earth.y}V${earth.y + 12}`} />
          <text
            x={earth.x + 32}
            y={earth.y + 24}
            fill="var(--caution)"
            stroke="none"
            fontSize="13"
            fontWeight="700"
          >
            mains earth
          </text>
        </g>
      )}
    </svg>
  ),
);
