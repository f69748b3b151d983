import type { FeedElement } from '../../catalogue';
import type { Analysis, Primitive } from '../primitives';
import type { Place } from './place';

/** Name of the DC source all feeds share: they are there together or not at all. */
export const SUPPLIES = 'supplies';

/** Volts behind a resistor on each leg. For sound the resistors are counted in the input's impedance. */
export const lowerFeed = (element: FeedElement, analysis: Analysis, { net, isOn }: Place): Primitive[] =>
  analysis === 'ac' || !isOn(element.control)
    ? []
    : element.legs.map((leg): Primitive => {
        if (element.rail) {
          return { kind: 'resistor', a: net(leg), b: net(element.rail), ohms: element.ohmsEach };
        }
        return {
          kind: 'emf',
          source: SUPPLIES,
          a: net(leg),
          b: net(element.ground),
          ohms: element.ohmsEach,
          volts: element.volts,
        };
      });
