import type { InputElement } from '../../catalogue';
import type { Lowered, Primitive } from '../primitives';
import type { Place } from './place';

/** Each leg's share of the input impedance; DC only where no capacitor blocks it. */
export const lowerInput = (element: InputElement, analysis: Lowered, { net }: Place): Primitive[] => {
  const legs = element.drive === 'differential' ? [element.plus, element.minus!] : [element.plus];
  const ohms = analysis === 'ac' ? element.ohms / legs.length : element.dcOhms;
  if (ohms === undefined) return [];
  return legs.map((leg) => ({ kind: 'resistor', a: net(leg), b: net(element.ground), ohms, isInput: true }));
};
