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

interface Slot {
  /** Where the shape's ids start. */
  starts: string;
  outline: string;
  /** Contacts, tongues and lamps, filled. */
  inside: string;
}

const dot = (x: number, y: number, radius: number) =>
  `M${x - radius} ${y}a${radius} ${radius} 0 1 0 ${2 * radius} 0a${radius} ${radius} 0 1 0 ${-2 * radius} 0Z`;
const box = (x: number, y: number, width: number, height: number) =>
  `M${x} ${y}h${width}v${height}h${-width}Z`;
const oval = (x: number, y: number, width: number, height: number) =>
  `M${x + height / 2} ${y}h${width - height}a${height / 2} ${height / 2} 0 0 1 0 ${height}h${height - width}a${height / 2} ${height / 2} 0 0 1 0 ${-height}Z`;

/** Shapes of data and supply connectors from the front, by the standard's outline; the first that fits counts. */
const SLOTS: Slot[] = [
  { starts: 'usb-a', outline: box(6, 30, 88, 40), inside: box(18, 37, 64, 13) },
  { starts: 'usb-b', outline: 'M28 14H72L84 30V86H16V30Z', inside: box(34, 44, 32, 18) },
  { starts: 'usb-c', outline: oval(8, 34, 84, 32), inside: box(26, 45, 48, 10) },
  { starts: 'usb-', outline: 'M14 36H86V52L74 66H26L14 52Z', inside: box(30, 44, 40, 8) },
  { starts: 'ieee1394-9', outline: box(10, 30, 80, 40), inside: box(22, 45, 56, 10) },
  { starts: 'ieee1394', outline: 'M10 30H70L90 42V58L70 70H10Z', inside: box(22, 45, 46, 10) },
  { starts: 'tunnel-c', outline: oval(8, 34, 84, 32), inside: box(26, 45, 48, 10) },
  { starts: 'tunnel', outline: 'M14 34H86V54L70 68H30L14 54Z', inside: box(28, 42, 44, 9) },
  { starts: 'optical', outline: 'M28 14H72L86 28V86H14V28Z', inside: dot(50, 52, 14) },
  { starts: 'mini-optical', outline: dot(50, 50, 34), inside: dot(50, 50, 9) },
  { starts: 'hdmi', outline: 'M8 34H92V52L78 66H22L8 52Z', inside: box(24, 42, 52, 9) },
  {
    starts: 'bnc',
    outline: `${dot(50, 50, 36)}M42 14V4H58V14ZM42 86V96H58V86Z`,
    inside: `${dot(50, 50, 7)}`,
  },
  {
    starts: 'midi',
    outline: dot(50, 50, 43),
    inside: [dot(24, 52, 6), dot(31, 70, 6), dot(50, 77, 6), dot(69, 70, 6), dot(76, 52, 6)].join(''),
  },
  {
    starts: 'bluetooth',
    outline: dot(50, 50, 43),
    inside: `${dot(50, 66, 7)}M30 50a26 26 0 0 1 40 0l-7 6a17 17 0 0 0 -26 0ZM20 40a40 40 0 0 1 60 0l-7 6a31 31 0 0 0 -46 0Z`,
  },
  {
    starts: 'mains-earthed',
    outline: 'M24 12H76L92 34V88H8V34Z',
    inside: [dot(50, 34, 8), dot(29, 64, 8), dot(71, 64, 8)].join(''),
  },
  { starts: 'mains', outline: oval(8, 30, 84, 40), inside: [dot(34, 50, 8), dot(66, 50, 8)].join('') },
  { starts: 'dc', outline: dot(50, 50, 36), inside: dot(50, 50, 11) },
];

const SlotFace = ({ kind }: { kind: ConnectorKind }) => {
  const { outline, inside } = SLOTS.find(({ starts }) => kind.id.startsWith(starts)) ?? SLOTS[0]!;
  return (
    <>
      <path d={outline} fill="var(--sheet)" stroke="var(--ink)" strokeWidth="7" strokeLinejoin="round" />
      <path d={inside} fill="var(--ink)" />
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
