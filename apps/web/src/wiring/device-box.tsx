import type { Severity } from '@diaphon/core';
import { Handle, Position, type NodeProps } from '@xyflow/react';
import { memo } from 'react';
import { SEVERITY_COLOUR, SEVERITY_WORDS, SeverityMark } from '../look/severity';
import { BOX, type ChartBox, type ChartPort } from './chart-model';
import { ConnectorFace } from './connector-face';
import { useIsFar } from './use-is-far';

export interface BoxData extends Record<string, unknown> {
  box: ChartBox;
  isSelected: boolean;
  /** Gravest finding at this device or lead, and at its ports. */
  severity: Severity | undefined;
  onSelect: () => void;
  onPort: (port: ChartPort) => void;
}

interface PortButtonProps {
  port: ChartPort;
  /** No sockets on the other side: the whole width is its own. */
  isAlone: boolean;
  /** Only the ring for the lead is drawn. */
  isFar: boolean;
  deviceName: string;
  onPort: () => void;
}

/** From far away a box is its name, as large as it goes. */
const FarName = ({
  name,
  severity,
  isSelected,
  onSelect,
}: Pick<BoxData, 'severity' | 'isSelected' | 'onSelect'> & { name: string }) => (
  <button
    className="nodrag flex h-full w-full items-center gap-2 px-2 text-left text-[25px] leading-[1.05] font-bold"
    aria-pressed={isSelected}
    onClick={(event) => {
      event.stopPropagation();
      onSelect();
    }}
  >
    {severity && <SeverityMark severity={severity} size={40} label={`${SEVERITY_WORDS[severity]}:`} />}
    <span className="line-clamp-3">{name}</span>
  </button>
);

const PortButton = ({ port, isAlone, isFar, deviceName, onPort }: PortButtonProps) => {
  const isLeft = port.side === 'left';
  return (
    <>
      <Handle
        id={port.id}
        type="source"
        position={isLeft ? Position.Left : Position.Right}
        style={{
          top: port.y,
          // Above the button beside it: half of the ring lies on it.
          zIndex: 2,
          width: 12,
          height: 12,
          borderRadius: 6,
          background: 'var(--sheet)',
          border: '2px solid var(--ink)',
        }}
        aria-hidden
      />
      {!isFar && (
        <button
          className={`nodrag absolute flex ${isAlone ? 'w-full' : 'w-1/2'} items-center gap-1.5 px-2.5 text-[12px] leading-none ${isLeft ? 'left-0 text-left' : 'right-0 flex-row-reverse text-right'}`}
          style={{ top: port.y - BOX.row / 2, height: BOX.row }}
          onClick={(event) => {
            event.stopPropagation();
            onPort();
          }}
          aria-label={`${port.label} of ${deviceName}, ${port.lead ? 'in use: show its lead' : 'free: connect it'}`}
        >
          <ConnectorFace id={port.connector} size={19} />
          <span className="line-clamp-2">{port.label}</span>
        </button>
      )}
    </>
  );
};

/** A device on the chart: its name, and its sockets with their faces, what comes in on the left. */
export const DeviceBox = memo(({ data }: NodeProps & { data: BoxData }) => {
  const { box, isSelected, severity, onSelect, onPort } = data;
  const isFar = useIsFar();
  const device = box.device!;
  const colour = severity ? SEVERITY_COLOUR[severity] : 'var(--ink)';
  return (
    <div
      className={`relative bg-sheet ${severity === 'danger' ? 'hatched' : ''}`}
      style={{
        width: box.width,
        height: box.height,
        border: `${isSelected ? 3 : severity ? 2 : 1.2}px solid ${isSelected ? 'var(--focus)' : colour}`,
      }}
    >
      {isFar && (
        <FarName name={device.name} severity={severity} isSelected={isSelected} onSelect={onSelect} />
      )}
      <button
        className={`nodrag flex w-full items-center gap-1.5 border-b border-hair bg-sheet px-2.5 text-left ${isFar ? 'hidden' : ''}`}
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
          <span className="block truncate text-[11.5px] leading-tight text-faint">{box.model!.name}</span>
        </span>
      </button>
      {box.ports.map((port) => (
        <PortButton
          key={port.id}
          port={port}
          isFar={isFar}
          isAlone={box.ports.every(({ side }) => side === port.side)}
          deviceName={device.name}
          onPort={() => onPort(port)}
        />
      ))}
    </div>
  );
});

/** A lead that is more than a line: an adapter in a chain, a splitter, an end that hangs free. */
export const LeadKnot = memo(({ data }: NodeProps & { data: BoxData }) => {
  const { box, isSelected, severity, onSelect } = data;
  const isFar = useIsFar();
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
        className="nodrag block w-full truncate px-2 pt-1 text-left text-[12px] font-bold"
        onClick={(event) => {
          event.stopPropagation();
          onSelect();
        }}
        aria-pressed={isSelected}
        title={box.leadKind!.name}
      >
        {severity && <SeverityMark severity={severity} size={13} label={`${SEVERITY_WORDS[severity]}:`} />}{' '}
        {box.leadKind!.name}
      </button>
      {box.ports.map((port) => (
        <div key={port.id}>
          <Handle
            id={port.id}
            type="source"
            isConnectable={false}
            position={port.side === 'left' ? Position.Left : Position.Right}
            style={{ top: port.y, width: 8, height: 8, background: 'var(--ink)', border: 'none' }}
            aria-hidden
          />
          {!isFar && (
            <span
              className={`absolute flex items-center gap-1 px-2 text-[11.5px] text-faint ${port.side === 'left' ? 'left-0' : 'right-0 flex-row-reverse'}`}
              style={{ top: port.y - 9, height: 18 }}
            >
              <ConnectorFace id={port.connector} size={14} />
              {port.label}
            </span>
          )}
        </div>
      ))}
    </div>
  );
});
