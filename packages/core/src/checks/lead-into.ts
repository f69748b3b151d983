import { portOfElement } from '../catalogue';
import type { ElementRef } from '../circuit';
import type { Lead, Lookup } from '../rig';

/** The lead in the socket of an input or a supply: where a run of several comes in, the one a hand would change. */
export const leadInto = (find: Lookup, { device, element }: ElementRef): Lead | undefined => {
  const part = find.element(device, element);
  return find.inPort(device, portOfElement(part))?.lead;
};
