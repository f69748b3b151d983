import { figureText, finding, type Check, type Found } from './finding';
import { feedOfInput, switchFeed } from './fixes/feeds';
import { insertPluginAdapter, moveToPluginPower, swapForDynamic } from './fixes/phantom';
import { unplugFrom } from './fixes/rewire';

/** Electronics that stand on more volts than they survive, whatever supply brings them. */
export const overfed: Check = (solved) =>
  solved.circuit.loads
    .filter(({ volts, maxVolts }) => volts > maxVolts)
    .map(({ device, volts, maxVolts, fedBy }): Found => {
      const { find, rig, circuit } = solved;
      const name = find.nameOf(device);
      const feed = fedBy[0];
      const desk = feed ? find.nameOf(feed.device) : '';
      const inputs = circuit.couplings.filter(({ from }) => from.device === device).map(({ to }) => to);
      return finding({
        code: 'overfed',
        severity: 'danger',
        title: `${name} gets ${figureText(volts, 0)} V and stands ${maxVolts} V`,
        why: `Phantom${desk ? ` of ${desk}` : ''} reaches it straight through the lead. It is made for the few volts of a microphone mini-jack and is destroyed by more. Switch phantom off before you touch the lead; then use an adapter that makes a few volts of it, or a socket with plug-in power.`,
        places: [{ device }, ...(feed ? [{ device: feed.device }] : [])],
        figures: [
          {
            label: 'On its electronics',
            value: volts,
            unit: 'V',
            from: 'solved circuit, DC, drawing its own current',
          },
          {
            label: 'Stands',
            value: maxVolts,
            unit: 'V',
            from: `device model of ${name}, or usual for its supply`,
          },
        ],
        propose: () => [
          ...insertPluginAdapter(rig, device),
          ...inputs.flatMap((input) => {
            const at = feedOfInput(solved, input.device, input.element);
            return at?.on ? switchFeed(rig, at, false) : [];
          }),
          ...moveToPluginPower(rig, device),
          ...swapForDynamic(rig, device),
          ...unplugFrom(rig, device),
        ],
      });
    });
