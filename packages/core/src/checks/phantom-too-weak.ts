import { figureText, finding, type Check } from './finding';
import { moveToFedInput, strengthenFeed, swapForDynamic } from './fixes/phantom';
import { isWeakSupply, unfedElectronics } from './unfed';

/** Some supply arrives, but less than the electronics work on: a weaker standard, or too many on one feed. */
export const phantomTooWeak: Check = (solved) =>
  unfedElectronics(solved)
    .filter((unfed) => isWeakSupply(unfed))
    .map(({ device, volts, minVolts, inputs, feed }) => {
      const name = solved.find.device(device)?.name ?? device;
      const desk = solved.find.device(inputs[0]!.device)?.name ?? '';
      return finding({
        code: 'phantom-too-weak',
        severity: 'fault',
        title: `${name} gets ${figureText(volts)} V and needs ${minVolts} V`,
        why: `A supply is there at ${desk}, but too weak for this microphone: it distorts, hisses or stays silent.`,
        places: [{ device }, { device: inputs[0]!.device }],
        figures: [
          { label: 'At its pins', value: volts, unit: 'V', from: 'solved circuit, DC' },
          { label: 'Needed', value: minVolts, unit: 'V', from: `device model of ${name}` },
        ],
        fixes: [
          ...(feed ? strengthenFeed(solved, feed) : []),
          ...moveToFedInput(solved.rig, device),
          ...swapForDynamic(solved.rig, device),
        ],
      });
    });
