import { orderBy, sortBy, sumBy } from 'es-toolkit';
import { portOfPin } from '../catalogue';
import { figureText, finding, type Check, type Found, type Solved } from './finding';
import { useInterface } from './fixes/interface';
import { insertPhantomSupply, moveToFedInput, strengthenFeed, swapForDynamic } from './fixes/phantom';
import { devicesOf, unplugFrom } from './fixes/rewire';
import { isWeakSupply, unfedElectronics, type Unfed } from './unfed';

/** P48 may sag to this, volts. IEC 61938 (memory): 48 V ± 4 V. */
const LEAST_P48_VOLTS = 44;
/** Nobody's voltmeter tells this from it, volts. */
const HAIR_VOLTS = 0.05;

/** Less than this a microphone does not draw, mA. Common practice, no published source. */
const DRAWS_MA = 0.1;

/** Several microphones on one supply draw more than it is good for. */
const overloaded = (solved: Solved): Found[] =>
  solved.circuit.rails
    .filter(({ on, volts }) => on && volts < LEAST_P48_VOLTS - HAIR_VOLTS)
    .map(({ device, element, volts, milliamps }) => {
      const { find, rig, circuit } = solved;
      const name = find.nameOf(device);
      const rail = find.element(device, element);
      const sockets = (find.modelOf(device)?.elements ?? []).flatMap((feed) =>
        feed.kind === 'feed' && feed.rail === element
          ? [
              {
                port: portOfPin(feed.legs[0]!),
                reading: circuit.feeds.find((f) => f.device === device && f.element === feed.id),
              },
            ]
          : [],
      );
      const drawn = sockets.map(({ port, reading }) => ({
        port,
        milliamps: sumBy(reading?.legs ?? [], (leg) => leg.milliamps),
      }));
      const drawing = orderBy(
        drawn.filter((one) => one.milliamps > DRAWS_MA),
        ['milliamps'],
        ['desc'],
      );
      const microphones = drawing.flatMap(({ port }) => {
        const lead = find.inPort(device, port)?.lead;
        return lead ? devicesOf(lead).filter((one) => one !== device) : [];
      });
      return finding({
        code: 'phantom-too-weak',
        severity: 'caution',
        title: `Phantom of ${name} has sagged to ${figureText(volts)} V`,
        why: `${drawing.length} microphones hang on one supply and draw ${figureText(milliamps)} mA together; it is good for ${figureText(rail?.kind === 'rail' ? ((rail.volts - LEAST_P48_VOLTS) / rail.ohms) * 1000 : 0)} mA. Condensers on a sagging supply lose headroom and hiss. Use a microphone that needs none, or a supply of its own.`,
        places: [{ device }, ...microphones.map((microphone) => ({ device: microphone }))],
        figures: [
          { label: 'Supply', value: volts, unit: 'V', from: 'solved circuit, DC' },
          { label: 'Drawn together', value: milliamps, unit: 'mA', from: 'solved circuit, DC' },
          { label: 'Least allowed', value: LEAST_P48_VOLTS, unit: 'V', from: 'IEC 61938, 48 V ± 4 V' },
        ],
        propose: () =>
          microphones.flatMap((microphone) => [
            ...insertPhantomSupply(rig, microphone),
            ...swapForDynamic(rig, microphone),
          ]),
      });
    });

/** Some supply arrives, but less than the electronics work on: a weaker standard, or too many on one feed. */
export const phantomTooWeak: Check = (solved) => [...overloaded(solved), ...unfedTooWeak(solved)];

/** All of it comes by one of two legs: then the other is open, and that is what is wrong. */
const isFedByOneLeg = ({ circuit }: Solved, { feed }: Unfed): boolean => {
  const legs = circuit.feeds.find(
    ({ device, element }) => device === feed?.device && element === feed.element,
  )?.legs;
  if (legs?.length !== 2) return false;
  const [weak, strong] = sortBy(legs, ['milliamps']) as [(typeof legs)[number], (typeof legs)[number]];
  return strong.milliamps > DRAWS_MA && weak.milliamps < strong.milliamps / 10;
};

const unfedTooWeak: Check = (solved) =>
  unfedElectronics(solved)
    .filter((unfed) => isWeakSupply(unfed) && !isFedByOneLeg(solved, unfed))
    .map(({ device, volts, minVolts, inputs, feed, feedVolts }) => {
      const name = solved.find.nameOf(device);
      const desk = solved.find.nameOf(inputs[0]!.device);
      return finding({
        code: 'phantom-too-weak',
        severity: 'fault',
        title: `${name} gets ${figureText(volts)} V and needs ${minVolts} V`,
        why: `A supply is there at ${desk}${feedVolts ? `, of ${figureText(feedVolts)} V,` : ''} but too weak for this microphone: it distorts, hisses or stays silent.`,
        places: [{ device }, { device: inputs[0]!.device }],
        figures: [
          { label: 'At its pins', value: volts, unit: 'V', from: 'solved circuit, DC' },
          { label: 'Needed', value: minVolts, unit: 'V', from: `device model of ${name}` },
        ],
        propose: () => [
          ...(feed ? strengthenFeed(solved, feed) : []),
          ...moveToFedInput(solved.rig, device),
          ...swapForDynamic(solved.rig, device),
          ...useInterface(solved, device),
          ...insertPhantomSupply(solved.rig, device),
          ...unplugFrom(solved.rig, device),
        ],
      });
    });
