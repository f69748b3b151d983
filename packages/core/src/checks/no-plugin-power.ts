import { figureText, finding, type Check } from './finding';
import { switchFeed } from './fixes/feeds';
import { insertPluginAdapter, moveToPluginPower, swapForDynamic } from './fixes/phantom';
import { unplugFrom } from './fixes/rewire';
import { livesOnPluginPower, unfedElectronics } from './unfed';

/** A small electret at an input without the few volts it lives on. */
export const noPluginPower: Check = (solved) =>
  unfedElectronics(solved)
    .filter((unfed) => livesOnPluginPower(solved, unfed))
    .map(({ device, volts, minVolts, inputs, feed }) => {
      const name = solved.find.nameOf(device);
      const desk = solved.find.nameOf(inputs[0]!.device);
      return finding({
        code: 'no-plugin-power',
        severity: 'fault',
        title: `${name} gets ${figureText(volts)} V of plug-in power and needs ${minVolts} V`,
        why: `Its capsule works only with the few volts that a microphone mini-jack brings along. This input of ${desk} ${feed ? 'has them switched off' : 'has none'}.`,
        places: [{ device }, { device: inputs[0]!.device }],
        figures: [
          { label: 'At its contacts', value: volts, unit: 'V', from: 'solved circuit, DC' },
          { label: 'Needed', value: minVolts, unit: 'V', from: `device model of ${name}` },
        ],
        propose: () => [
          ...(feed && !feed.on ? switchFeed(solved.rig, feed, true) : []),
          ...moveToPluginPower(solved.rig, device),
          ...insertPluginAdapter(solved.rig, device),
          ...swapForDynamic(solved.rig, device),
          ...unplugFrom(solved.rig, device),
        ],
      });
    });
