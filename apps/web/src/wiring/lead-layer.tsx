import type { NodeProps } from '@xyflow/react';
import { memo, useState } from 'react';
import { SEVERITY_COLOUR, SEVERITY_WORDS, SeverityMark } from '../look/severity';
import type { ChartLine } from './chart-model';
import type { ChartState } from './chart-state';
import { markPoint, roundedPath } from './lead-path';
import { pressable } from './press';

const MARK = 18;
const LETTER = 6.6;

/** Widths of lines, by how far away the chart is looked at. */
const WIDTHS = {
  near: { plain: 1.6, found: 3, selected: 4, reach: 16 },
  far: { plain: 2.5, found: 7, selected: 9, reach: 22 },
};

interface LeadProps {
  state: ChartState;
  line: ChartLine;
  isFar: boolean;
  isNamed: boolean;
  onPoint: (line: string | null) => void;
}

/** A lead as a thin line; data over USB is dotted, as a cable on the sea bed is on a chart. */
const Lead = ({ state, line, isFar, isNamed, onPoint }: LeadProps) => {
  const points = state.layout.lines[line.id] ?? [];
  const severity = state.severities.get(`lead/${line.lead}`);
  const isSelected = state.selection.lead === line.lead;
  const width = WIDTHS[isFar ? 'far' : 'near'];
  const path = roundedPath(points);
  const middle = markPoint(points);
  const choose = () => state.onSelect({ lead: line.lead });
  const nameWidth = line.name.length * LETTER + 10;
  return (
    <g
      className="lead nopan pointer-events-auto cursor-pointer"
      {...pressable(
        `Lead: ${line.name}${severity ? `, ${SEVERITY_WORDS[severity].toLowerCase()}` : ''}`,
        isSelected,
        choose,
      )}
      onPointerEnter={() => onPoint(line.id)}
      onPointerLeave={() => onPoint(null)}
      onFocus={() => onPoint(line.id)}
      onBlur={() => onPoint(null)}
    >
      {/* Unpainted, but wide enough to be met by a pointer. */}
      <path d={path} fill="none" stroke="none" strokeWidth={width.reach} pointerEvents="stroke" />
      <path
        d={path}
        fill="none"
        stroke={
          severity
            ? SEVERITY_COLOUR[severity]
            : isSelected
              ? 'var(--focus)'
              : line.isUsb && isFar
                ? 'var(--faint)'
                : 'var(--ink)'
        }
        strokeWidth={isSelected ? width.selected : severity ? width.found : width.plain}
        // Dots that small are only a burden from afar: data is drawn faint there.
        strokeDasharray={line.isUsb && !isFar ? '2 5' : undefined}
        strokeLinecap={isFar ? undefined : 'round'}
      />
      {severity && !isFar && (
        <g transform={`translate(${middle.x - MARK / 2} ${middle.y - MARK / 2})`}>
          <rect
            x="-3"
            y="-2"
            width={MARK + 6}
            height={MARK + 4}
            fill="var(--paper)"
            stroke={isSelected ? 'var(--focus)' : 'none'}
          />
          <SeverityMark severity={severity} size={MARK} />
        </g>
      )}
      {isNamed && !isFar && !severity && (
        <g transform={`translate(${middle.x} ${middle.y - 17})`} aria-hidden>
          <rect
            x={-nameWidth / 2}
            y="-9"
            width={nameWidth}
            height="19"
            fill="var(--paper)"
            stroke={isSelected ? 'var(--focus)' : 'var(--line)'}
          />
          <text
            textAnchor="middle"
            y="4.5"
            fontSize="11.5"
            fill="var(--ink)"
            fontWeight={isSelected ? 700 : 400}
          >
            {line.name}
          </text>
        </g>
      )}
    </g>
  );
};

/** Every lead of the chart. One drawing for all of them: a drawing each would make dragging a large chart heavy. */
export const Leads = ({ state, isFar }: { state: ChartState; isFar: boolean }) => {
  const [pointed, setPointed] = useState<string | null>(null);
  return (
    <>
      {state.model.lines.map((line) => (
        <Lead
          key={line.id}
          state={state}
          line={line}
          isFar={isFar}
          isNamed={pointed === line.id || state.selection.lead === line.lead}
          onPoint={setPointed}
        />
      ))}
    </>
  );
};

export interface LeadLayerData extends Record<string, unknown> {
  state: ChartState;
}

/** The leads under the boxes of the chart. */
export const LeadLayer = memo(({ data, width, height }: NodeProps & { data: LeadLayerData }) => (
  <svg
    width={width}
    height={height}
    className="pointer-events-none block overflow-visible"
    role="group"
    aria-label="Leads"
  >
    <Leads state={data.state} isFar={false} />
  </svg>
));
