import { figureText, finding, type Check } from './finding';
import { switchFeed } from './fixes/feeds';
import { bypass } from './fixes/insert';
import { unplugBetween } from './fixes/rewire';
import { unfedElectronics } from './unfed';

/** A booster without its supply passes nothing. */
export const boosterUnpowered: Check = (solved) =>
  unfedElectronics(solved)
    .filter((unfed) => unfed.isBooster)
    .map(({ device, volts, minVolts, inputs, feed }) => {
      const name = solved.find.device(device)?.name ?? device;
      const desk = solved.find.device(inputs[0]!.device)?.name ?? '';
      return finding({
        code: 'booster-unpowered',
        severity: 'fault',
        title: `${name} gets ${figureText(volts)} V and needs ${minVolts} V`,
        why: `A booster lives on phantom from the input behind it. ${
          feed ? `Phantom is off at ${desk}` : `${desk} has none`
        }, so the microphone ahead of it is silent. The microphone itself never sees the phantom.`,
        places: [{ device }, { device: inputs[0]!.device }],
        figures: [
          { label: 'At its pins', value: volts, unit: 'V', from: 'solved circuit, DC' },
          { label: 'Needed', value: minVolts, unit: 'V', from: `device model of ${name}` },
        ],
        propose: () => [
          ...(feed && !feed.on ? switchFeed(solved.rig, feed, true) : []),
          ...bypass(solved.rig, device),
          ...unplugBetween(solved.rig, device, inputs[0]!.device),
        ],
      });
    });
