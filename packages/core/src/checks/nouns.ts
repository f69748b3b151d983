import type { DeviceModel } from '../catalogue';

/** What an operator calls a thing of a kind. */
const NOUNS: Record<DeviceModel['kind'], string> = {
  microphone: 'microphone',
  booster: 'booster',
  interface: 'interface',
  mixer: 'mixer',
  computer: 'computer',
  hub: 'hub',
  isolator: 'box',
  player: 'player',
  loudspeaker: 'loudspeaker',
  headphones: 'headphones',
  receiver: 'receiver',
  preamp: 'preamp',
  instrument: 'instrument',
  camera: 'camera',
  recorder: 'recorder',
  'headphones-amplifier': 'headphone amplifier',
  supply: 'supply',
};

/** "microphone", "box", "instrument": the noun for a device's kind. */
export const nounOf = (model: DeviceModel | undefined): string => (model ? NOUNS[model.kind] : 'thing');
