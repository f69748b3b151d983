import { mayBeTooLow, LEAST_USB_VOLTS as LEAST_VOLTS } from '../host';
import { finding, figureText, type Check } from './finding';
import { hubHalfway, hubWithSupply, inAnotherSocket, oneLead, shorten } from './fixes/usb-leads';

/** So much is lost in leads and plugs on the way that gear on USB gets too few volts. */
export const usbVoltsLow: Check = (solved) =>
  solved.supplies.flatMap((supply) =>
    supply.branches.filter(mayBeTooLow).map(({ link, volts: nominal, leastVolts, drawnMa, ohms }) => {
      // From a usual socket it may do, and from the weakest not.
      const isSure = nominal < LEAST_VOLTS;
      const volts = isSure ? nominal : leastVolts;
      const given = supply.volts - nominal + volts;
      const name = solved.find.nameOf(link.device);
      const metres = (link.lengthM * (given - LEAST_VOLTS)) / (given - volts);
      return finding({
        code: 'usb-volts-low',
        severity: isSure ? 'fault' : 'advice',
        title: `${name} gets ${isSure ? '' : 'as little as '}${figureText(volts, 2)} V over USB, ${figureText(LEAST_VOLTS, 2)} V at least`,
        why: `${figureText(drawnMa, 0)} mA through ${figureText(ohms, 2)} Ω of leads and plugs lose ${figureText(given - volts, 2)} V. Below ${figureText(LEAST_VOLTS, 2)} V converters crackle, phantom sags and gear drops out. Shorter or thicker leads, fewer extensions, or a hub with a supply of its own.`,
        places: [{ device: link.device }, ...link.leads.map((lead) => ({ lead }))],
        about: [{ device: link.device, port: link.port }],
        figures: [
          {
            label: 'At its socket',
            value: volts,
            unit: 'V',
            from: 'what is given, less what leads and plugs lose',
          },
          {
            label: 'Given',
            value: given,
            unit: 'V',
            from: isSure ? 'USB 2.0, nominal (from memory)' : 'USB 2.0, at the least (from memory)',
          },
          { label: 'Drawn', value: drawnMa, unit: 'mA', from: 'at rest, phantom, and all behind it' },
          {
            label: 'Leads and plugs',
            value: ohms,
            unit: 'Ω',
            from: '24 AWG there and back, 30 mΩ a contact',
          },
        ],
        propose: () => [
          ...shorten(solved, link, metres),
          ...oneLead(solved, link),
          ...inAnotherSocket(solved, link, drawnMa),
          ...hubHalfway(solved, link, Infinity),
          ...hubWithSupply(solved, supply.device),
        ],
      });
    }),
  );
