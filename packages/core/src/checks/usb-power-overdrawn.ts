import { isOverdrawn } from '../host';
import { finding, figureText, type Check } from './finding';
import { hubHalfway, hubWithSupply, inAnotherSocket } from './fixes/usb-leads';

/** More is drawn from a USB socket than it has to give: what hangs on it drops out, crackles or is never listed. */
export const usbPowerOverdrawn: Check = (solved) =>
  solved.supplies.filter(isOverdrawn).map(({ device, port, drawnMa, givesMa, sureMa, branches }) => {
    // What such sockets usually give is no promise, and no more than doubtful.
    const isSurelyTooMuch = drawnMa > givesMa;
    const label = solved.find.portName(device, port);
    const [{ link, restMa, phantomMa, headphonesMa }] = branches as [(typeof branches)[number]];
    const name = solved.find.nameOf(link.device);
    const phantom = phantomMa > 0 ? `, ${figureText(phantomMa, 0)} mA of that to feed microphones` : '';
    return finding({
      code: 'usb-power-overdrawn',
      severity: isSurelyTooMuch ? 'fault' : 'caution',
      title: `${name} draws ${figureText(drawnMa, 0)} mA from ${label} of ${solved.find.nameOf(device)}, which ${isSurelyTooMuch ? `gives ${figureText(givesMa, 0)}` : `surely gives ${figureText(sureMa, 0)} only`}`,
      why: `What is drawn is added up as everything is set now${phantom}. A socket that is asked for more than it gives switches off, or lets the volts sag until sound crackles and gear drops out. Use a socket that gives more, or a hub with a supply of its own; its maker says what a socket really gives.`,
      places: [{ device: link.device }, { device, port }],
      about: [{ device, port }],
      figures: [
        {
          label: 'Drawn',
          value: drawnMa,
          unit: 'mA',
          from: 'at rest, phantom, headphones, and all behind it',
        },
        ...(restMa > 0
          ? [{ label: 'At rest', value: restMa, unit: 'mA', from: 'its model, or an assumption' }]
          : []),
        ...(phantomMa > 0
          ? [
              {
                label: 'To feed microphones',
                value: phantomMa,
                unit: 'mA',
                from: 'solved current at the volts of each feed, 75 % kept by its converter',
              },
            ]
          : []),
        ...(headphonesMa > 0
          ? [{ label: 'For headphones', value: headphonesMa, unit: 'mA', from: 'each in use, an assumption' }]
          : []),
        {
          label: 'Given',
          value: givesMa,
          unit: 'mA',
          from: 'as is usual for its shape, or its model',
        },
        {
          label: 'Surely given',
          value: sureMa,
          unit: 'mA',
          from: 'USB 2.0 and 3 (from memory), or its model; type-C gives more where it says so',
        },
      ],
      propose: () => [
        ...inAnotherSocket(solved, link, drawnMa),
        ...hubWithSupply(solved, device),
        ...hubWithSupply(solved, link.device),
        ...hubHalfway(solved, link, Infinity),
      ],
    });
  });
