import { inputLegs, outputLegs } from './placed';
import type { Lookup } from '../rig';
import type { ElementRef } from './readings';
import { openCircuit } from './open-circuit';
import { isGround } from './primitives';
import type { Complex } from './solve';
import { makeTransfer } from './transfer';

/** How one output arrives at one input, volts per volt, at each of the frequencies asked for. */
export interface LeadResponse {
  from: ElementRef;
  to: ElementRef;
  gains: Complex[];
}

/**
 * Every sound that goes through a lead into an input, over frequency, worked out with everything round it.
 * A sound goes through when its output or its input is plugged into this lead and it is heard at −60 dB or more.
 * @param hertz frequencies to solve at
 */
export const leadResponses = (find: Lookup, leadId: string, hertz: readonly number[]): LeadResponse[] => {
  const lead = find.lead(leadId);
  const kind = find.leadKindOf(leadId);
  if (!lead || !kind) return [];
  const { nets, elements } = openCircuit(find);
  const own = new Set(
    kind.conductors
      .flatMap(({ joins }) => joins.map((pin) => nets.ofLead(leadId, pin)))
      .filter((net) => !isGround(net)),
  );
  const isOwn = (device: string, pins: readonly string[]) =>
    pins.some((pin) => own.has(nets.ofDevice(device, pin)));
  const transfer = makeTransfer(find);
  return elements.inputs.flatMap(({ device, element }) => {
    const to = { device, element: element.id };
    return elements.outputs
      .filter(
        (output) => isOwn(device, inputLegs(element)) || isOwn(output.device, outputLegs(output.element)),
      )
      .map((output): LeadResponse => {
        const from = { device: output.device, element: output.element.id };
        return { from, to, gains: hertz.map((at) => transfer(from, to, at)) };
      })
      .filter(({ gains }) => gains.some(({ re, im }) => Math.hypot(re, im) > 1e-3));
  });
};
