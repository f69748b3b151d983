import type { DeviceKind } from '@diaphon/core';
import type { ReactNode } from 'react';

const STROKE = { fill: 'var(--sheet)', stroke: 'var(--ink)', strokeWidth: 2 };
const DARK = { fill: 'var(--ink)' };

const box = <rect x="6" y="14" width="52" height="22" {...STROKE} />;
const knobs = (...at: number[]): ReactNode =>
  at.map((x) => <circle key={x} cx={x} cy="25" r="4" {...DARK} />);

/** Each kind of box as it stands on a table, drawn by its outline. */
const PICTURES: Record<DeviceKind, ReactNode> = {
  microphone: (
    <>
      <path d="M24 20 L40 20 L36 46 H28 Z" {...STROKE} />
      <circle cx="32" cy="13" r="10" {...STROKE} />
      <path d="M23 11 H41 M23 16 H41 M32 3 V23" stroke="var(--ink)" strokeWidth="1" />
    </>
  ),
  booster: (
    <>
      <rect x="8" y="18" width="48" height="13" {...STROKE} />
      <path d="M2 24 H8 M56 24 H62" stroke="var(--ink)" strokeWidth="3" />
      <path d="M26 28 L32 20 L38 28" fill="none" stroke="var(--ink)" strokeWidth="2" />
    </>
  ),
  interface: (
    <>
      {box}
      {knobs(40, 51)}
      <circle cx="15" cy="25" r="6" {...STROKE} />
      <circle cx="29" cy="25" r="6" {...STROKE} />
    </>
  ),
  mixer: (
    <>
      <path d="M10 6 H54 L60 42 H4 Z" {...STROKE} />
      {[16, 26, 36, 46].map((x) => (
        <g key={x}>
          <circle cx={x} cy="14" r="3" {...DARK} />
          <path d={`M${x} 22 V38`} stroke="var(--ink)" strokeWidth="1.5" />
          <rect x={x - 3} y="27" width="6" height="5" {...DARK} />
        </g>
      ))}
    </>
  ),
  computer: (
    <>
      <rect x="13" y="6" width="38" height="26" {...STROKE} />
      <path d="M13 32 L5 42 H59 L51 32 Z" {...STROKE} />
    </>
  ),
  hub: (
    <>
      <rect x="8" y="17" width="48" height="15" {...STROKE} />
      {[14, 25, 36, 47].map((x) => (
        <rect key={x} x={x - 2} y="22" width="7" height="5" {...DARK} />
      ))}
    </>
  ),
  isolator: (
    <>
      <rect x="14" y="12" width="36" height="26" {...STROKE} />
      <path
        d="M26 16 C20 20 32 22 26 26 C20 30 32 31 26 35 M38 16 C44 20 32 22 38 26 C44 30 32 31 38 35"
        fill="none"
        stroke="var(--ink)"
        strokeWidth="2"
      />
    </>
  ),
  player: (
    <>
      <rect x="8" y="8" width="48" height="34" {...STROKE} />
      <circle cx="28" cy="25" r="12" {...STROKE} />
      <circle cx="28" cy="25" r="2.5" {...DARK} />
      <path d="M48 14 V28 L38 34" fill="none" stroke="var(--ink)" strokeWidth="2.5" />
    </>
  ),
  loudspeaker: (
    <>
      <rect x="18" y="3" width="28" height="42" {...STROKE} />
      <circle cx="32" cy="13" r="4" {...STROKE} />
      <circle cx="32" cy="30" r="10" {...STROKE} />
      <circle cx="32" cy="30" r="3" {...DARK} />
    </>
  ),
  headphones: (
    <>
      <path d="M14 30 V24 A18 18 0 0 1 50 24 V30" fill="none" stroke="var(--ink)" strokeWidth="3" />
      <rect x="9" y="26" width="11" height="18" {...STROKE} />
      <rect x="44" y="26" width="11" height="18" {...STROKE} />
    </>
  ),
  receiver: (
    <>
      {box}
      {knobs(50)}
      <path d="M14 14 L10 3 M24 14 L28 3" stroke="var(--ink)" strokeWidth="2" />
      <rect x="14" y="20" width="20" height="10" {...STROKE} />
    </>
  ),
  preamp: (
    <>
      {box}
      {knobs(32)}
      <circle cx="15" cy="25" r="6" {...STROKE} />
      <rect x="46" y="20" width="6" height="10" {...DARK} />
    </>
  ),
  instrument: (
    <>
      <circle cx="20" cy="33" r="12" {...STROKE} />
      <circle cx="28" cy="26" r="8" {...STROKE} />
      <path d="M28 26 L58 4" stroke="var(--ink)" strokeWidth="4" />
      <circle cx="24" cy="30" r="3" {...DARK} />
    </>
  ),
  camera: (
    <>
      <rect x="6" y="12" width="38" height="28" {...STROKE} />
      <path d="M44 22 L58 14 V38 L44 30 Z" {...STROKE} />
      <circle cx="25" cy="26" r="9" {...STROKE} />
    </>
  ),
  recorder: (
    <>
      <rect x="20" y="8" width="24" height="37" {...STROKE} />
      <path d="M24 8 L20 2 M40 8 L44 2" stroke="var(--ink)" strokeWidth="4" />
      <rect x="24" y="14" width="16" height="10" {...STROKE} />
      <circle cx="32" cy="34" r="5" {...DARK} />
    </>
  ),
  'headphones-amplifier': (
    <>
      {box}
      {[14, 26, 38, 50].map((x) => (
        <g key={x}>
          <circle cx={x} cy="21" r="3" {...DARK} />
          <circle cx={x} cy="30" r="3" {...STROKE} />
        </g>
      ))}
    </>
  ),
  supply: (
    <>
      <rect x="20" y="12" width="26" height="24" {...STROKE} />
      <path d="M20 19 H12 M20 29 H12 M46 24 H62" stroke="var(--ink)" strokeWidth="3" />
      <path d="M34 15 L29 25 H37 L32 34" fill="none" stroke="var(--ink)" strokeWidth="2" />
    </>
  ),
};

/** Those of a kind that look otherwise. */
const OTHERWISE: Record<string, ReactNode> = {
  desktop: (
    <>
      <rect x="6" y="6" width="36" height="26" {...STROKE} />
      <path d="M24 32 V40 M14 41 H34" stroke="var(--ink)" strokeWidth="3" />
      <rect x="47" y="6" width="12" height="36" {...STROKE} />
    </>
  ),
  phone: (
    <>
      <rect x="21" y="3" width="22" height="42" rx="3" {...STROKE} />
      <circle cx="32" cy="39" r="2.5" {...DARK} />
    </>
  ),
  keyboard: (
    <>
      <rect x="4" y="14" width="56" height="22" {...STROKE} />
      {[12, 20, 28, 36, 44, 52].map((x) => (
        <rect key={x} x={x - 2} y="14" width="4" height="13" {...DARK} />
      ))}
    </>
  ),
  'drum-machine': (
    <>
      <rect x="10" y="8" width="44" height="32" {...STROKE} />
      {[18, 28, 38, 48].flatMap((x) =>
        [18, 30].map((y) => (
          <rect key={`${x} ${y}`} x={x - 3.5} y={y - 3.5} width="7" height="7" {...DARK} />
        )),
      )}
    </>
  ),
};

/** What a device looks like; its name stands beside it. */
export const PiecePicture = ({
  kind,
  model,
  size = 48,
}: {
  kind: DeviceKind;
  model: string;
  size?: number;
}) => (
  <svg viewBox="0 0 64 48" width={size} height={size * 0.75} aria-hidden className="shrink-0">
    {OTHERWISE[model] ?? PICTURES[kind]}
  </svg>
);
