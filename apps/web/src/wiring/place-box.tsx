import type { Severity } from '@diaphon/core';
import { Handle, Position, type NodeProps } from '@xyflow/react';
import { FoldVertical, UnfoldVertical } from 'lucide-react';
import { memo } from 'react';
import { SEVERITY_COLOUR, SEVERITY_WORDS, SeverityMark } from '../look/severity';
import { BOX, type ChartBox } from './chart-model';
import { ConnectorFace } from './connector-face';
import { useIsFar } from './use-is-far';

export interface FrameData extends Record<string, unknown> {
  place: string;
  onShut: () => void;
}

/** The shore of a place: a dashed line round what stands there, its name, and a way to shut it. */
export const PlaceFrame = memo(({ data, width, height }: NodeProps & { data: FrameData }) => {
  const isFar = useIsFar();
  return (
    <div
      className="pointer-events-none border-[1.5px] border-dashed border-shore bg-land/25"
      style={{ width, height }}
    >
      <button
        className={`nodrag nopan pointer-events-auto flex max-w-full items-center gap-1.5 px-3 py-1.5 font-bold ${isFar ? 'text-[26px]' : ''}`}
        onClick={data.onShut}
        aria-label={`Shut ${data.place}`}
        title={`Draw everything in ${data.place} as one box`}
      >
        <FoldVertical size={isFar ? 26 : 15} aria-hidden />
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
  const isFar = useIsFar();
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
        className={`nodrag nopan flex w-full items-center gap-1.5 px-2.5 text-left ${isFar ? 'h-full text-[25px] font-bold' : 'border-b border-hair'}`}
        style={isFar ? undefined : { height: BOX.head - 4 }}
        onClick={onOpen}
        aria-label={`Open ${box.place}${severity ? `, ${SEVERITY_WORDS[severity].toLowerCase()} inside` : ''}`}
      >
        {severity && <SeverityMark severity={severity} size={isFar ? 40 : undefined} />}
        <span className="min-w-0 flex-1">
          <span className="block truncate leading-tight font-bold">{box.place}</span>
          {!isFar && (
            <span className="block text-[11.5px] leading-tight text-faint">
              {count} {count === 1 ? 'device' : 'devices'}, shut
            </span>
          )}
        </span>
        {!isFar && <UnfoldVertical size={15} aria-hidden />}
      </button>
      {box.ports.map((port) => (
        <div key={port.id}>
          <Handle
            id={port.id}
            type="source"
            isConnectable={false}
            position={port.side === 'left' ? Position.Left : Position.Right}
            style={{ top: port.y, width: 9, height: 9, background: 'var(--ink)', border: 'none' }}
            aria-hidden
          />
          {!isFar && (
            <span
              className={`absolute flex ${box.ports.every(({ side }) => side === port.side) ? 'w-full' : 'w-1/2'} items-center gap-1.5 px-2.5 text-[12px] leading-none ${port.side === 'left' ? 'left-0' : 'right-0 flex-row-reverse text-right'}`}
              style={{ top: port.y - BOX.row / 2, height: BOX.row }}
            >
              <ConnectorFace id={port.connector} size={17} />
              <span className="line-clamp-2">{port.label}</span>
            </span>
          )}
        </div>
      ))}
    </div>
  );
});
