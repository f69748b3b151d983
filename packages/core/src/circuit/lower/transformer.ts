import type { TransformerElement } from '../../catalogue';
import type { Lowered, Primitive } from '../primitives';
import type { Place } from './place';

/** For sound an ideal transformer behind its winding resistances; for DC two pieces of wire with nothing between. */
export const lowerTransformer = (
  element: TransformerElement,
  analysis: Lowered,
  { net }: Place,
): Primitive[] => {
  const [p, pReturn] = element.primary.map(net) as [number, number];
  const [s, sReturn] = element.secondary.map(net) as [number, number];
  const { primaryOhms, secondaryOhms } = element;
  if (analysis !== 'ac') {
    return [
      { kind: 'resistor', a: p, b: pReturn, ohms: primaryOhms },
      { kind: 'resistor', a: s, b: sReturn, ohms: secondaryOhms },
    ];
  }
  const inner = [net(`${element.id}-primary`), net(`${element.id}-secondary`)] as const;
  return [
    { kind: 'resistor', a: p, b: inner[0], ohms: primaryOhms, isPiece: true },
    { kind: 'resistor', a: s, b: inner[1], ohms: secondaryOhms, isPiece: true },
    {
      kind: 'transformer',
      primary: [inner[0], pReturn],
      secondary: [inner[1], sReturn],
      ratio: element.ratio,
    },
  ];
};
