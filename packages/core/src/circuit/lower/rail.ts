import type { RailElement } from '../../catalogue';
import type { Lowered, Primitive } from '../primitives';
import type { Place } from './place';

/** The supply behind several feeds: its volts, sagging through its own resistance, on a node of its own. */
export const lowerRail = (
  element: RailElement,
  analysis: Lowered,
  { net, isOn, source }: Place,
): Primitive[] =>
  analysis === 'ac' || !isOn(element.control)
    ? []
    : [
        {
          kind: 'emf',
          source,
          a: net(element.id),
          b: net(element.ground),
          ohms: element.ohms,
          volts: element.volts,
        },
      ];
