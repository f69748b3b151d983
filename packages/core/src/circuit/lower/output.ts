import type { OutputElement } from '../../catalogue';
import type { Lowered, Net, Primitive } from '../primitives';
import type { Place } from './place';

/** The four ways of driving two legs, 1 V open-circuit between them (or to ground). */
const sound = (element: OutputElement, { net, source }: Place): Primitive[] => {
  const emf = (a: Net, b: Net, ohms: number, volts: number): Primitive => ({
    kind: 'emf',
    source,
    a,
    b,
    ohms,
    volts,
  });
  const plus = net(element.plus);
  const minus = net(element.minus ?? element.plus);
  const ground = net(element.ground ?? element.plus);
  switch (element.drive) {
    case 'floating':
      return [emf(plus, minus, element.ohms, 1)];
    case 'both-legs':
      return [emf(plus, ground, element.ohms / 2, 0.5), emf(minus, ground, element.ohms / 2, -0.5)];
    case 'one-leg':
      return [
        emf(plus, ground, element.ohms / 2, 1),
        { kind: 'resistor', a: minus, b: ground, ohms: element.ohms / 2 },
      ];
    case 'single':
      return [emf(plus, ground, element.ohms, 1)];
  }
};

const resistance = (element: OutputElement, { net }: Place): Primitive[] => {
  const { drive, plus, minus, ground, idleOhms } = element;
  if (drive === 'floating') {
    return [{ kind: 'resistor', a: net(plus), b: net(minus!), ohms: element.dcOhms ?? element.ohms }];
  }
  const ohms = element.dcOhms ?? (drive === 'single' ? element.ohms : element.ohms / 2);
  return [plus, ...(drive === 'single' ? [] : [minus!])].map((leg) => ({
    kind: 'resistor',
    a: net(leg),
    b: net(ground!),
    ohms,
    ...(idleOhms === undefined ? {} : { idleOhms }),
  }));
};

/** An output: its EMF for sound, its resistance for DC, awake and asleep. */
export const lowerOutput = (element: OutputElement, analysis: Lowered, place: Place): Primitive[] =>
  analysis === 'ac' ? sound(element, place) : resistance(element, place);
