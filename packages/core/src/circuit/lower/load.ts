import type { LoadElement } from '../../catalogue';
import type { Analysis, Primitive } from '../primitives';
import { LOADS, type Place } from './place';

/** What joins each leg to the electronics inside: they live on either leg alone, ohms. */
const LEG_OHMS = 1;

/** The node behind the legs that the electronics stand on. */
export const loadNode = ({ id }: LoadElement): string => `${id}-inside`;

/**
 * Electronics draw their stated current once they have their least volts, and below that in proportion to what they
 * have. They stand on a node of their own behind the legs, so one leg feeds them as well as two.
 */
export const lowerLoad = (
  element: LoadElement,
  analysis: Analysis,
  { net, source, isStarved }: Place,
): Primitive[] => {
  if (analysis === 'ac') return [];
  const amps = element.milliamps / 1000;
  const [inside, ground] = [net(loadNode(element)), net(element.ground)];
  return [
    ...element.legs.map((leg): Primitive => ({ kind: 'resistor', a: net(leg), b: inside, ohms: LEG_OHMS })),
    isStarved(source)
      ? { kind: 'resistor', a: inside, b: ground, ohms: element.minVolts / amps || LEG_OHMS }
      : { kind: 'sink', source: LOADS, a: inside, b: ground, amps },
  ];
};
