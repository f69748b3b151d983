import type { LoadElement } from '../../catalogue';
import type { Lowered, Primitive } from '../primitives';
import type { Place } from './place';

/** What joins each leg to the electronics inside: they live on either leg alone, ohms. */
const LEG_OHMS = 1;

/** Name of the source that all constant currents of electronics make up together. */
const LOADS = 'loads';

/** The node behind the legs that the electronics stand on. */
export const loadNode = ({ id }: LoadElement): string => `${id}-inside`;

/**
 * Electronics draw their stated current once they have their least volts, and below that in proportion to what they
 * have. They stand on a node of their own behind the legs, so one leg feeds them as well as two.
 */
export const lowerLoad = (element: LoadElement, analysis: Lowered, { net }: Place): Primitive[] => {
  if (analysis === 'ac') return [];
  const amps = element.milliamps / 1000;
  const { minVolts } = element;
  const [inside, ground] = [net(loadNode(element)), net(element.ground)];
  return [
    ...element.legs.map((leg): Primitive => ({ kind: 'resistor', a: net(leg), b: inside, ohms: LEG_OHMS })),
    {
      kind: 'resistor',
      a: inside,
      b: ground,
      ohms: Math.max(LEG_OHMS, minVolts / amps),
      load: { source: LOADS, amps, minVolts },
    },
  ];
};
