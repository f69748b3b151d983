import type { OutputElement } from '../catalogue';
import type { TerminalReading } from '../circuit';
import type { Lookup } from '../rig';

/** Less than this left on a contact is a short, −26 dB. Common practice, no published source. */
const SHORTED = 0.05;

/** One side of a stereo output that lies on its sleeve: a mono plug in a stereo socket. */
export const shortedSide = (
  find: Lookup,
  { device, element, worstLeg }: TerminalReading,
): OutputElement | undefined => {
  const output = find.element(device, element);
  const isSide = output?.kind === 'output' && output.drive === 'single' && output.pair !== undefined;
  return isSide && worstLeg <= SHORTED ? output : undefined;
};
