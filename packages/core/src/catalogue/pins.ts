import type { CircuitElement, PinRef } from './types';

/**
 * References to pins as models and leads write them, taken apart in this one place: `in1.2` is contact 2 of port `in1`, `0.T`
 * the tip of a lead's first end; a bare word is a node inside.
 */

/** The port of a device, or the number of a lead's end, that a pin is on; empty for a node inside. */
export const portOfPin = (pin: PinRef): string => {
  const dot = pin.indexOf('.');
  return dot < 0 ? '' : pin.slice(0, dot);
};

/** The contact of a pin; a node inside is its own. */
export const contactOfPin = (pin: PinRef): string => pin.slice(pin.indexOf('.') + 1);

/** The end of a lead a pin is on, counted from 0. */
export const endOfPin = (pin: PinRef): number => Number(portOfPin(pin));

/** The port an element is on: that of its first leg; empty for one that has none. */
export const portOfElement = (element: CircuitElement | undefined): string => {
  switch (element?.kind) {
    case 'output':
    case 'input':
      return portOfPin(element.plus);
    case 'feed':
    case 'load':
      return portOfPin(element.legs[0] ?? '');
    default:
      return '';
  }
};

/** Every pin and inner node an element is joined to. */
export const pinsOfElement = (element: CircuitElement): PinRef[] => {
  switch (element.kind) {
    case 'output':
      return [element.plus, element.minus, element.ground].filter((pin) => pin !== undefined);
    case 'input':
      return [element.plus, element.ground, element.minus].filter((pin) => pin !== undefined);
    case 'feed':
    case 'load':
      return [...element.legs, element.ground];
    case 'rail':
      return [element.ground];
    case 'resistor':
    case 'capacitor':
      return [element.a, element.b];
    case 'transformer':
      return [...element.primary, ...element.secondary];
    case 'bond':
      return element.pins;
  }
};
