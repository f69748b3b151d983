import type { Severity } from '@diaphon/core';
import { BaseEdge, EdgeLabelRenderer, type EdgeProps } from '@xyflow/react';
import { memo } from 'react';
import { SEVERITY_COLOUR, SEVERITY_WORDS, SeverityMark } from '../look/severity';
import { markPoint, roundedPath } from './lead-path';
import { useIsFar } from './use-is-far';

export interface LineData extends Record<string, unknown> {
  points: { x: number; y: number }[];
  isUsb: boolean;
  isSelected: boolean;
  severity: Severity | undefined;
  name: string;
  onSelect: () => void;
}

/** A lead as a thin line; data over USB is dotted, as a cable on the sea bed is on a chart. */
export const LeadLine = memo(({ id, data }: EdgeProps & { data?: LineData }) => {
  const isFar = useIsFar();
  if (!data) return null;
  const { points, isUsb, isSelected, severity, name, onSelect } = data;
  const colour = severity ? SEVERITY_COLOUR[severity] : isSelected ? 'var(--focus)' : 'var(--ink)';
  const middle = markPoint(points);
  return (
    <>
      <BaseEdge
        id={id}
        path={roundedPath(points)}
        interactionWidth={16}
        style={{
          stroke: colour,
          strokeWidth: isSelected ? 4 : severity ? 3 : 1.6,
          strokeDasharray: isUsb ? '2 5' : undefined,
          strokeLinecap: 'round',
        }}
      />
      {(!isFar || severity || isSelected) && (
        <EdgeLabelRenderer>
          <button
            className={`nodrag nopan pointer-events-auto absolute flex items-center gap-1 border bg-paper px-1 text-[11.5px] ${isSelected ? 'border-focus font-bold' : severity ? 'border-transparent' : 'border-transparent opacity-0 hover:opacity-100 focus-visible:opacity-100'}`}
            style={{
              transform: `translate(-50%, ${severity ? -50 : -115}%) translate(${middle.x}px, ${middle.y}px)`,
            }}
            onClick={onSelect}
            aria-pressed={isSelected}
            aria-label={`Lead: ${name}${severity ? `, ${SEVERITY_WORDS[severity].toLowerCase()}` : ''}`}
          >
            {severity && <SeverityMark severity={severity} size={17} />}
            {!severity && <span className="block max-w-[190px] truncate">{name}</span>}
          </button>
        </EdgeLabelRenderer>
      )}
    </>
  );
});
