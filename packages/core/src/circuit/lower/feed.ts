import type { FeedElement } from '../../catalogue';
import type { Lowered, Primitive } from '../primitives';
import type { Place } from './place';

/** Volts behind a resistor on each leg. For sound the resistors are counted in the input's impedance. */
export const lowerFeed = (
  element: FeedElement,
  analysis: Lowered,
  { net, isOn, source }: Place,
): Primitive[] =>
  analysis === 'ac' || !isOn(element.control)
    ? []
    : element.legs.map((leg): Primitive => {
        if (element.rail) {
          return { kind: 'resistor', a: net(leg), b: net(element.rail), ohms: element.ohmsEach };
        }
        return {
          kind: 'emf',
          source,
          a: net(leg),
          b: net(element.ground),
          ohms: element.ohmsEach,
          volts: element.volts,
        };
      });
