import { inputLegs, outputLegs } from './placed';
import type { Lookup } from '../rig';
import type { ElementRef } from './readings';
import { openCircuit } from './open-circuit';
import { isGround, netsOf } from './primitives';
import type { Complex } from './solve';

/** How one output arrives at one input, volts per volt, at each of the frequencies asked for. */
export interface LeadResponse {
  from: ElementRef;
  to: ElementRef;
  gains: Complex[];
}

const minus = (a: Complex, b: Complex): Complex => ({ re: a.re - b.re, im: a.im - b.im });

/**
 * Every sound that goes through a lead into an input, over frequency, worked out with everything round it.
 * A sound goes through when its output or its input is plugged into this lead and it is heard at −60 dB or more.
 * @param hertz frequencies to solve at
 */
export const leadResponses = (find: Lookup, leadId: string, hertz: readonly number[]): LeadResponse[] => {
  const lead = find.lead(leadId);
  const kind = find.leadKindOf(leadId);
  if (!lead || !kind) return [];
  const { nets, elements, islands, solve } = openCircuit(find);
  const own = new Set(
    kind.conductors
      .flatMap(({ joins }) => joins.map((pin) => nets.ofLead(leadId, pin)))
      .filter((net) => !isGround(net)),
  );
  const { inputs, outputs } = elements;
  const ties = [...inputs, ...outputs].map((placed) => placed.nets);
  const isOwn = (device: string, pins: readonly string[]) =>
    pins.some((pin) => own.has(nets.ofDevice(device, pin)));
  return islands('ac', ties)
    .filter((island) => island.some((part) => netsOf(part).some((net) => own.has(net))))
    .flatMap((island): LeadResponse[] => {
      const seen = new Set(island.flatMap(netsOf));
      const solutions = hertz.map((at) => solve(island, at));
      return inputs
        .filter(({ device, element }) =>
          inputLegs(element).some((pin) => seen.has(nets.ofDevice(device, pin))),
        )
        .flatMap(({ device, element }) => {
          const back = element.drive === 'differential' ? element.minus! : element.ground;
          return outputs
            .filter(
              (output) =>
                isOwn(device, inputLegs(element)) || isOwn(output.device, outputLegs(output.element)),
            )
            .map((output): LeadResponse => ({
              from: { device: output.device, element: output.element.id },
              to: { device, element: element.id },
              gains: solutions.map(({ volts }) => {
                const at = (pin: string) =>
                  volts(`${output.device}:${output.element.id}`, nets.ofDevice(device, pin));
                return minus(at(element.plus), at(back));
              }),
            }))
            .filter(({ gains }) => gains.some(({ re, im }) => Math.hypot(re, im) > 1e-3));
        });
    });
};
