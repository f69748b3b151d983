import type { Letter } from '../store/variants-slice';

/** How a variant's line is drawn: its dashes tell it from the others as its letter does. */
export const LINE_DASHES: Record<Letter, string> = { A: '9 4', B: '2 4', C: '12 3 2 3', D: '5 2 1 2 1 2' };

/** The letter of a variant in a drawing, its middle at a point. */
export const LetterMark = ({ letter, x, y }: { letter: Letter; x: number; y: number }) => (
  <g>
    <circle cx={x} cy={y} r="8" fill="var(--sheet)" stroke="var(--focus)" strokeWidth="1.4" />
    <text x={x} y={y + 4} textAnchor="middle" fontSize="11.5" fontWeight={700} fill="var(--focus)">
      {letter}
    </text>
  </g>
);

/** The same in text, with a piece of its line. */
export const VariantKey = ({ letter }: { letter: Letter }) => (
  <svg width="52" height="18" viewBox="0 0 52 18" role="img" aria-label={`Variant ${letter}`}>
    <path d="M0 9h30" stroke="var(--focus)" strokeWidth="2" strokeDasharray={LINE_DASHES[letter]} />
    <LetterMark letter={letter} x={41} y={9} />
  </svg>
);
