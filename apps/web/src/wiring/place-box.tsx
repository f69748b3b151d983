import type { Severity } from '@diaphon/core';
import type { NodeProps } from '@xyflow/react';
import { FoldVertical, UnfoldVertical } from 'lucide-react';
import { memo } from 'react';
import { SEVERITY_COLOUR, SEVERITY_WORDS, SeverityMark } from '../look/severity';
import { BOX, type ChartBox } from './chart-model';
import { ConnectorFace } from '../look/connector-face';
import { PortMark } from './port-mark';

export interface FrameData extends Record<string, unknown> {
  place: string;
  onShut: () => void;
}

/** The shore of a place: a dashed line round what stands there, its name, and a way to shut it. */
export const PlaceFrame = memo(({ data, width, height }: NodeProps & { data: FrameData }) => {
  return (
    <div
      className="pointer-events-none border-[1.5px] border-dashed border-shore bg-land/25"
      style={{ width, height }}
    >
      <button
        className="nodrag nopan pointer-events-auto flex max-w-full items-center gap-1.5 px-3 py-1.5 font-bold"
        onClick={data.onShut}
        aria-label={`Shut ${data.place}`}
        title={`Draw everything in ${data.place} as one box`}
      >
        <FoldVertical size={15} aria-hidden />
        <span className="truncate">{data.place}</span>
      </button>
    </div>
  );
});

export interface PlaceBoxData extends Record<string, unknown> {
  box: ChartBox;
  severity: Severity | undefined;
  onOpen: () => void;
}

/** Everything in one place as one box: a socket for each lead that leaves it. */
export const PlaceBox = memo(({ data }: NodeProps & { data: PlaceBoxData }) => {
  const { box, severity, onOpen } = data;
  const count = box.inside!.filter((id) => !id.startsWith('lead/')).length;
  return (
    <div
      className="relative border-[1.5px] border-dashed bg-land/40"
      style={{
        width: box.width,
        height: box.height,
        borderColor: severity ? SEVERITY_COLOUR[severity] : 'var(--shore)',
      }}
    >
      <button
        data-box={box.id}
        className="nodrag nopan flex w-full items-center gap-1.5 border-b border-hair px-2.5 text-left"
        style={{ height: BOX.head - 4 }}
        onClick={onOpen}
        aria-label={`Open ${box.place}${severity ? `, ${SEVERITY_WORDS[severity].toLowerCase()} inside` : ''}`}
      >
        {severity && <SeverityMark severity={severity} />}
        <span className="min-w-0 flex-1">
          <span className="block truncate leading-tight font-bold">{box.place}</span>
          <span className="block text-[11.5px] leading-tight text-faint">
            {count} {count === 1 ? 'device' : 'devices'}, shut
          </span>
        </span>
        <UnfoldVertical size={15} aria-hidden />
      </button>
      {box.ports.map((port) => (
        <div key={port.id}>
          <PortMark port={port} />
          <span
            className={`absolute flex ${box.ports.every(({ side }) => side === port.side) ? 'w-full' : 'w-1/2'} items-center gap-1.5 px-2.5 text-[12px] leading-none ${port.side === 'left' ? 'left-0' : 'right-0 flex-row-reverse text-right'}`}
            style={{ top: port.y - BOX.row / 2, height: BOX.row }}
          >
            <ConnectorFace id={port.connector} size={17} />
            <span className="line-clamp-2">{port.label}</span>
          </span>
        </div>
      ))}
    </div>
  );
});
