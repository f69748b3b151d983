import type { RailElement } from '../../catalogue';
import type { Analysis, Primitive } from '../primitives';
import { SUPPLIES } from './feed';
import type { Place } from './place';

/** The supply behind several feeds: its volts, sagging through its own resistance, on a node of its own. */
export const lowerRail = (element: RailElement, analysis: Analysis, { net, isOn }: Place): Primitive[] =>
  analysis === 'ac' || !isOn(element.control)
    ? []
    : [
        {
          kind: 'emf',
          source: SUPPLIES,
          a: net(element.id),
          b: net(element.ground),
          ohms: element.ohms,
          volts: element.volts,
        },
      ];
