import { NOMINAL_FEEDS } from '../../catalogue/feeds';
import type { LoadElement } from '../../catalogue';
import type { Analysis, Primitive } from '../primitives';
import type { Place } from './place';

/**
 * Electronics as the resistance that draws their stated current from a nominal feed, (V − R·I) / I, shared by the legs.
 * A straight line through the working point: with a weaker feed the current falls with the voltage.
 */
export const lowerLoad = (element: LoadElement, analysis: Analysis, { net }: Place): Primitive[] => {
  if (analysis === 'ac') return [];
  const feed = NOMINAL_FEEDS[element.standard];
  const amps = element.milliamps / 1000;
  const together = (feed.volts - feed.ohms * amps) / amps;
  return element.legs.map((leg) => ({
    kind: 'resistor',
    a: net(leg),
    b: net(element.ground),
    ohms: together * element.legs.length,
  }));
};
