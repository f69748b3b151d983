import { batteryRuns } from '../host';
import { setBatterySets } from '../rig';
import { asFix, finding, type Check, type Figure, type Found } from './finding';
import { hoursText } from './hours-text';

/** Batteries at hand that are empty before the show is over. */
export const batteryShort: Check = ({ rig, find, circuit, usb }) => {
  return batteryRuns(find, circuit, usb).flatMap((run): Found[] => {
    const {
      device: id,
      hours,
      sets,
      showHours: show,
      isShort,
      wattHours,
      restMw,
      phantomMw,
      headphonesMw,
    } = run;
    if (!isShort) return [];
    const device = find.device(id)!;
    const wanted = Math.ceil(show / hours);
    const part = (label: string, value: number, from: string): Figure[] =>
      value > 0 ? [{ label, value, unit: 'mW', from }] : [];
    return [
      finding({
        code: 'battery-short',
        severity: 'fault',
        title: `${device.name} runs ${hoursText(hours * sets)} on its ${sets === 1 ? 'batteries' : `${sets} sets of batteries`}, and the show lasts ${hoursText(show)}`,
        why: `A full set holds ${wattHours} Wh, and ${phantomMw > 0 ? 'what it feeds to microphones is drawn from it as well' : 'all it does is drawn from it'}: when it is empty, all that passes through it is gone. Old or cold batteries hold less than this. Have more at hand and change them in a break, or feed it from a supply its maker allows.`,
        places: [{ device: id }],
        about: [{ device: id }],
        figures: [
          { label: 'A full set lasts', value: hours, unit: 'h', from: 'what it holds over what is drawn' },
          { label: 'Is to last', value: show, unit: 'h', from: 'length of the show, an assumption' },
          ...part('At rest', restMw, 'its model'),
          ...part('To feed microphones', phantomMw, 'solved current at the volts of each feed, 75 % kept'),
          ...part('For headphones', headphonesMw, 'each in use, an assumption'),
        ],
        propose: () => (wanted > 99 ? [] : [asFix(setBatterySets(rig, device, wanted))]),
      }),
    ];
  });
};
