import { portOfPin } from './pins';
import type { DeviceModel } from './schema/model';
import type { SignalKind } from './schema/element';

/** What a socket sends or takes: microphone, line, headphones; nothing where it is for data or mains. */
const signalsAt = ({ elements }: DeviceModel, port: string): SignalKind[] =>
  elements.flatMap((element) =>
    (element.kind === 'output' || element.kind === 'input') && portOfPin(element.plus) === port
      ? [element.signal]
      : [],
  );

/** Whether two sockets, of two models, are for the same: a line for a line, headphones for headphones, data for data. */
export const isForSame = (one: DeviceModel, port: string, other: DeviceModel, otherPort: string): boolean => {
  const [a, b] = [signalsAt(one, port), signalsAt(other, otherPort)];
  return a.length === 0 ? b.length === 0 : a.some((signal) => b.includes(signal));
};

/** Whether an output is made for headphones. */
export const isForHeadphones = (model: DeviceModel, port: string): boolean =>
  signalsAt(model, port).includes('headphone');
