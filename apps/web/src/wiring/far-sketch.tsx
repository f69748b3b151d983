import type { NodeProps } from '@xyflow/react';
import { memo } from 'react';
import { SEVERITY_COLOUR, SEVERITY_WORDS, SeverityMark } from '../look/severity';
import type { ChartBox } from './chart-model';
import { gravestOf, type ChartState } from './chart-state';
import { Leads } from './lead-layer';
import { pressable } from './press';

export interface SketchData extends Record<string, unknown> {
  state: ChartState;
}

const LETTER = 13.5;
const ROW = 27;
const MARK = 36;

/** A name in as many lines as its box has room for. */
export const nameLines = (name: string, letters: number, rows: number): string[] => {
  const lines: string[] = [''];
  for (const word of name.split(/\s+/)) {
    const last = lines[lines.length - 1]!;
    if (last && last.length + 1 + word.length > letters) lines.push(word);
    else lines[lines.length - 1] = last ? `${last} ${word}` : word;
  }
  const shown = lines.slice(0, rows);
  const isCut = lines.length > rows;
  return shown.map((line, index) => {
    const isLast = isCut && index === shown.length - 1;
    return line.length > letters || isLast ? `${line.slice(0, Math.max(1, letters - 1))}…` : line;
  });
};

const nameOf = (box: ChartBox): string =>
  box.kind === 'place' ? (box.place ?? '') : (box.device?.name ?? box.leadKind?.name ?? '');

const FarBox = ({ state, box }: { state: ChartState; box: ChartBox }) => {
  const at = state.layout.boxes[box.id];
  if (!at) return null;
  const severity =
    box.kind === 'place' ? gravestOf(box.inside ?? [], state.severities) : state.severities.get(box.id);
  const isSelected =
    box.kind === 'knot' ? state.selection.lead === box.lead?.id : state.selection.device === box.id;
  const choose = () => {
    if (box.kind === 'place') state.onShut([...state.places.shut].filter((place) => place !== box.place));
    else state.onSelect(box.lead ? { lead: box.lead.id } : { device: box.id });
  };
  const left = severity ? MARK + 14 : 10;
  const name = nameOf(box);
  const lines = nameLines(
    name,
    Math.floor((box.width - left - 6) / LETTER),
    Math.floor((box.height - 6) / ROW),
  );
  const colour = isSelected ? 'var(--focus)' : severity ? SEVERITY_COLOUR[severity] : 'var(--ink)';
  return (
    <g
      transform={`translate(${at.x} ${at.y})`}
      data-box={box.id}
      className="nopan cursor-pointer"
      {...pressable(
        `${severity ? `${SEVERITY_WORDS[severity]}: ` : ''}${box.kind === 'place' ? 'Open ' : ''}${name}`,
        isSelected,
        choose,
      )}
    >
      <rect
        width={box.width}
        height={box.height}
        fill={box.kind === 'device' ? 'var(--sheet)' : 'var(--deep)'}
        stroke={colour}
        strokeWidth={isSelected ? 6 : severity ? 4 : 2}
        strokeDasharray={box.kind === 'device' ? undefined : '9 6'}
      />
      {severity && (
        <g transform={`translate(8 ${box.height / 2 - MARK / 2})`}>
          <SeverityMark severity={severity} size={MARK} />
        </g>
      )}
      <text
        x={left}
        y={box.height / 2 + 8 - ((lines.length - 1) * ROW) / 2}
        fill="var(--ink)"
        fontSize="24"
        fontWeight="700"
        aria-hidden
      >
        {lines.map((line, row) => (
          <tspan key={row} x={left} dy={row === 0 ? 0 : ROW}>
            {line}
          </tspan>
        ))}
      </text>
    </g>
  );
};

/** The whole chart from afar: names and lines in one drawing, which is dragged as lightly as a sheet of paper. */
export const FarSketch = memo(({ data, width, height }: NodeProps & { data: SketchData }) => {
  const { state } = data;
  const { model, layout } = state;
  return (
    <svg
      width={width}
      height={height}
      className="block overflow-visible"
      // From afar nobody sees a soft edge, and hard ones are drawn in half the time.
      shapeRendering="crispEdges"
      aria-label="Devices and leads from afar"
      role="group"
    >
      {Object.entries(layout.places).map(([place, frame]) => (
        <g key={place}>
          <rect
            {...frame}
            fill="color-mix(in srgb, var(--land) 25%, transparent)"
            stroke="var(--shore)"
            strokeWidth="3"
            strokeDasharray="9 6"
          />
          <text x={frame.x + 12} y={frame.y + 32} fontSize="26" fontWeight="700" fill="var(--ink)">
            {place}
          </text>
        </g>
      ))}
      <Leads state={state} isFar />
      {model.boxes.map((box) => (
        <FarBox key={box.id} state={state} box={box} />
      ))}
    </svg>
  );
});
