import type { Severity } from '@diaphon/core';
import { Handle, Position, useUpdateNodeInternals, type NodeProps } from '@xyflow/react';
import { memo, useEffect, useState } from 'react';
import { SEVERITY_COLOUR, SEVERITY_WORDS, SeverityMark } from '../look/severity';
import { BOX, type ChartBox, type ChartPort } from './chart-model';
import { ConnectorFace } from '../look/connector-face';
import { PortMark } from './port-mark';
import { leftWidth } from './port-widths';

export interface BoxData extends Record<string, unknown> {
  box: ChartBox;
  isSelected: boolean;
  /** Gravest finding at this device or lead, and at its ports. */
  severity: Severity | undefined;
  /** Many boxes: what is not needed yet is not built yet. */
  isLazy: boolean;
  onSelect: () => void;
  onPort: (port: ChartPort) => void;
}

interface PortButtonProps {
  port: ChartPort;
  /** Id of its box. */
  box: string;
  /** How much of the box its side has, px. */
  width: number;
  deviceName: string;
  /** On a large chart a socket becomes one to drag from only when the pointer comes near. */
  isLazy: boolean;
  onPort: () => void;
}

const RING = {
  width: 12,
  height: 12,
  borderRadius: 6,
  background: 'var(--sheet)',
  border: '2px solid var(--ink)',
};

const PortButton = ({ port, box, width, deviceName, isLazy, onPort }: PortButtonProps) => {
  const isLeft = port.side === 'left';
  const [isNear, setIsNear] = useState(!isLazy);
  const come = () => setIsNear(true);
  const update = useUpdateNodeInternals();
  // The chart must hear of a socket that was not there when the box was measured.
  useEffect(() => {
    if (isLazy && isNear) update(box);
  }, [isLazy, isNear, update, box]);
  return (
    <>
      {isNear ? (
        <Handle
          id={port.id}
          type="source"
          position={isLeft ? Position.Left : Position.Right}
          // Above the button beside it: half of the ring lies on it.
          style={{ ...RING, top: port.y, zIndex: 2 }}
          aria-hidden
        />
      ) : (
        <span
          className="absolute"
          style={{ ...RING, top: port.y - 6, [isLeft ? 'left' : 'right']: -6, zIndex: 2 }}
          onPointerEnter={come}
          aria-hidden
        />
      )}
      <button
        className={`nodrag absolute flex items-center gap-1.5 px-2.5 text-[12px] leading-none ${isLeft ? 'left-0 text-left' : 'right-0 flex-row-reverse text-right'}`}
        style={{ top: port.y - BOX.row / 2, height: BOX.row, width }}
        onPointerEnter={come}
        onClick={(event) => {
          event.stopPropagation();
          onPort();
        }}
        aria-label={`${port.label} of ${deviceName}, ${port.lead ? 'in use: show its lead' : 'free: connect it'}`}
      >
        <ConnectorFace id={port.connector} size={19} />
        <span className="line-clamp-2">{port.label}</span>
      </button>
    </>
  );
};

/** A device on the chart: its name, and its sockets with their faces, what comes in on the left. */
export const DeviceBox = memo(({ data }: NodeProps & { data: BoxData }) => {
  const { box, isSelected, severity, onSelect, onPort } = data;
  const device = box.device!;
  const colour = severity ? SEVERITY_COLOUR[severity] : 'var(--ink)';
  const left = leftWidth(box.ports, box.width);
  return (
    <div
      className={`relative bg-sheet ${severity === 'danger' ? 'hatched' : ''}`}
      style={{
        width: box.width,
        height: box.height,
        border: `${isSelected ? 3 : severity ? 2 : 1.2}px solid ${isSelected ? 'var(--focus)' : colour}`,
      }}
    >
      <button
        data-box={box.id}
        className="nodrag flex w-full items-center gap-1.5 border-b border-hair bg-sheet px-2.5 text-left"
        style={{ height: BOX.head - 4 }}
        onClick={(event) => {
          event.stopPropagation();
          onSelect();
        }}
        aria-pressed={isSelected}
        title={device.name}
      >
        {severity && <SeverityMark severity={severity} label={`${SEVERITY_WORDS[severity]}:`} />}
        <span className="min-w-0 flex-1">
          <span className="block truncate leading-tight font-bold">{device.name}</span>
          {box.model!.name !== device.name && (
            <span className="block truncate text-[11.5px] leading-tight text-faint">{box.model!.name}</span>
          )}
        </span>
      </button>
      {box.ports.map((port) => (
        <PortButton
          key={port.id}
          port={port}
          box={box.id}
          width={port.side === 'left' ? left : box.width - left}
          deviceName={device.name}
          isLazy={data.isLazy}
          onPort={() => onPort(port)}
        />
      ))}
    </div>
  );
});

/** A lead that is more than a line: an adapter in a chain, a splitter, an end that hangs free. */
export const LeadKnot = memo(({ data }: NodeProps & { data: BoxData }) => {
  const { box, isSelected, severity, onSelect } = data;
  const colour = severity ? SEVERITY_COLOUR[severity] : 'var(--line)';
  return (
    <div
      className="relative bg-deep"
      style={{
        width: box.width,
        height: box.height,
        border: `${isSelected ? 3 : 1.5}px dashed ${isSelected ? 'var(--focus)' : colour}`,
      }}
    >
      <button
        data-box={box.id}
        className="nodrag flex w-full items-center gap-1 px-2 pt-1 text-left text-[12px] font-bold"
        onClick={(event) => {
          event.stopPropagation();
          onSelect();
        }}
        aria-pressed={isSelected}
        title={box.leadKind!.name}
      >
        {severity && <SeverityMark severity={severity} size={13} label={`${SEVERITY_WORDS[severity]}:`} />}
        <span className="truncate">{box.leadKind!.name}</span>
      </button>
      {box.ports.map((port) => (
        <div key={port.id}>
          <PortMark port={port} />
          <span
            className={`absolute flex items-center gap-1 px-2 text-[11.5px] text-faint ${port.side === 'left' ? 'left-0' : 'right-0 flex-row-reverse'}`}
            style={{ top: port.y - 9, height: 18 }}
          >
            <ConnectorFace id={port.connector} size={14} />
            {port.label}
          </span>
        </div>
      ))}
    </div>
  );
});
