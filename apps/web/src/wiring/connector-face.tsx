import { connectorById, type ConnectorKind } from '@diaphon/core';

/** A round three-pin face: pins as dots, holes as rings; the key notch on top. */
const RoundFace = ({ kind }: { kind: ConnectorKind }) => (
  <>
    <circle cx="50" cy="50" r="44" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="7" />
    <rect x="43" y="2" width="14" height="11" fill="var(--ink)" />
    {Object.entries(kind.face.contacts).map(([pin, [x, y]]) =>
      ['T', 'R', 'S'].includes(pin) ? null : (
        <circle
          key={pin}
          cx={x}
          cy={y}
          r={kind.pins.length > 3 ? 6 : 9}
          fill={kind.sex === 'plug' ? 'var(--ink)' : 'var(--sheet)'}
          stroke="var(--ink)"
          strokeWidth="5"
        />
      ),
    )}
    {kind.pins.includes('T') && <circle cx="50" cy="52" r="15" fill="var(--ink)" />}
  </>
);

/** A jack plug on its side: sleeve, bands, tip. */
const BarrelFace = ({ kind }: { kind: ConnectorKind }) => (
  <>
    <path
      d="M3 34 H70 L88 38 L97 50 L88 62 L70 66 H3 Z"
      fill="var(--sheet)"
      stroke="var(--ink)"
      strokeWidth="7"
    />
    {kind.pins.slice(1).map((pin, index) => (
      <rect key={pin} x={66 - index * 19} y="31" width="7" height="38" fill="var(--ink)" />
    ))}
  </>
);

/** A jack socket from the front: a ring for the hole, one mark for each contact behind it. */
const JackFace = ({ kind }: { kind: ConnectorKind }) => (
  <>
    <circle cx="50" cy="50" r="44" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="7" />
    <circle cx="50" cy="50" r={kind.id.includes('635') ? 21 : 14} fill="var(--ink)" />
    {kind.pins.map((pin, index) => {
      const turn = ((index - (kind.pins.length - 1) / 2) * 42 * Math.PI) / 180;
      return (
        <circle
          key={pin}
          cx={50 + 33 * Math.sin(turn)}
          cy={50 + 33 * Math.cos(turn)}
          r="5.5"
          fill="var(--ink)"
        />
      );
    })}
  </>
);

const SLOTS: Record<string, [x: number, y: number, width: number, height: number, radius: number]> = {
  'usb-a': [6, 30, 88, 40, 2],
  'usb-b': [16, 14, 68, 72, 12],
  'usb-c': [8, 34, 84, 32, 16],
};

const SlotFace = ({ kind }: { kind: ConnectorKind }) => {
  const [x, y, width, height, rx] = SLOTS[kind.id.slice(0, 5)] ?? SLOTS['usb-a']!;
  const isA = kind.id.startsWith('usb-a');
  return (
    <>
      <rect
        x={x}
        y={y}
        width={width}
        height={height}
        rx={rx}
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth="7"
      />
      <rect
        x={x + 16}
        y={isA ? y + 8 : y + height / 2 - 6}
        width={width - 32}
        height="12"
        fill="var(--ink)"
      />
    </>
  );
};

const FACES = { round: RoundFace, barrel: BarrelFace, jack: JackFace, slot: SlotFace };

/** A connector drawn as its real face, so that a plug is recognised by sight. */
export const ConnectorFace = ({ id, size = 20 }: { id: string; size?: number }) => {
  const kind = connectorById(id);
  if (!kind) return null;
  const Face = FACES[kind.face.outline];
  return (
    <svg viewBox="0 0 100 100" width={size} height={size} aria-hidden className="shrink-0" data-face={id}>
      <Face kind={kind} />
    </svg>
  );
};
