import { figureText, finding, type Check } from './finding';
import { mendOutputLead, swapForDynamic } from './fixes/phantom';
import { bypass } from './fixes/insert';
import { unplugFrom } from './fixes/rewire';
import { isWeakSupply, livesOnPluginPower, unfedElectronics } from './unfed';

/** Phantom is on, but something between lets the sound through and not the supply. */
export const phantomBlocked: Check = (solved) =>
  unfedElectronics(solved)
    .filter(
      (unfed) =>
        !unfed.isBooster && unfed.feedBeyond && !isWeakSupply(unfed) && !livesOnPluginPower(solved, unfed),
    )
    .map(({ device, volts, minVolts, inputs, feedBeyond }) => {
      const name = solved.find.nameOf(device);
      const first = inputs[0]!;
      const between = first.device !== feedBeyond!.device ? first.device : undefined;
      const what = between ? solved.find.nameOf(between) : 'the lead or adapter between';
      return finding({
        code: 'phantom-blocked',
        severity: 'fault',
        title: `Phantom does not get through to ${name}: ${figureText(volts)} V of ${minVolts} V`,
        why: `Phantom is on at ${solved.find.device(feedBeyond!.device)?.name}, but ${what} passes sound only and keeps the supply back.`,
        places: [
          { device },
          between ? { device: between } : { lead: solved.find.inPort(device, 'out')?.lead.id ?? '' },
        ],
        figures: [
          { label: 'At its pins', value: volts, unit: 'V', from: 'solved circuit, DC' },
          { label: 'Needed', value: minVolts, unit: 'V', from: `device model of ${name}` },
        ],
        propose: () => [
          ...(between ? bypass(solved.rig, between) : mendOutputLead(solved.rig, device)),
          ...swapForDynamic(solved.rig, device),
          ...unplugFrom(solved.rig, device),
        ],
      });
    });
