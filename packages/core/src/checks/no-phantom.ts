import { figureText, finding, type Check } from './finding';
import { switchFeed } from './fixes/feeds';
import { useInterface } from './fixes/interface';
import { insertPhantomSupply, moveToFedInput, swapForDynamic } from './fixes/phantom';
import { unplugFrom } from './fixes/rewire';
import { isWeakSupply, livesOnPluginPower, unfedElectronics } from './unfed';

/** A microphone that needs a supply, at an input that gives none. */
export const noPhantom: Check = (solved) =>
  unfedElectronics(solved)
    .filter(
      (unfed) =>
        !unfed.isBooster && !unfed.feedBeyond && !isWeakSupply(unfed) && !livesOnPluginPower(solved, unfed),
    )
    .map(({ device, volts, minVolts, inputs, feed }) => {
      const name = solved.find.nameOf(device);
      const desk = solved.find.nameOf(inputs[0]!.device);
      const off = feed && !feed.on;
      return finding({
        code: 'no-phantom',
        severity: 'fault',
        title: `${name} gets ${figureText(volts)} V and needs ${minVolts} V`,
        why: off
          ? `It works only with phantom power, and phantom is off at ${desk}. Turn the gain down first, switch it on, and wait for it to settle.`
          : `It works only with phantom power, and this input of ${desk} has none to give.`,
        places: [{ device }, { device: inputs[0]!.device }],
        figures: [
          { label: 'At its pins', value: volts, unit: 'V', from: 'solved circuit, DC' },
          { label: 'Needed', value: minVolts, unit: 'V', from: `device model of ${name}` },
        ],
        propose: () => [
          ...(off ? switchFeed(solved.rig, feed, true) : []),
          ...moveToFedInput(solved.rig, device),
          ...swapForDynamic(solved.rig, device),
          ...useInterface(solved, device),
          ...insertPhantomSupply(solved.rig, device),
          ...unplugFrom(solved.rig, device),
        ],
      });
    });
