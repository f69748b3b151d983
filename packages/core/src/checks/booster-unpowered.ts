import { figureText, finding, type Check } from './finding';
import { switchFeed } from './fixes/feeds';
import { bypass } from './fixes/insert';
import { unplugBetween } from './fixes/rewire';
import { nounOf } from './nouns';
import { unfedElectronics } from './unfed';

/** A booster without its supply passes nothing. */
export const boosterUnpowered: Check = (solved) =>
  unfedElectronics(solved)
    .filter((unfed) => unfed.isBooster)
    .map(({ device, volts, minVolts, inputs, feed }) => {
      const name = solved.find.nameOf(device);
      const noun = nounOf(solved.find.modelOf(device));
      const ahead = solved.circuit.couplings.find(({ to }) => to.device === device)?.from.device;
      const silent = ahead ? solved.find.nameOf(ahead) : 'what is plugged into it';
      const desk = solved.find.nameOf(inputs[0]!.device);
      return finding({
        code: 'booster-unpowered',
        severity: 'fault',
        title: `${name} gets ${figureText(volts)} V and needs ${minVolts} V`,
        why: `This ${noun} lives on phantom from the input behind it. ${
          feed ? `Phantom is off at ${desk}` : `${desk} has none`
        }, so ${silent} is silent. What is ahead of it never sees the phantom.`,
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
