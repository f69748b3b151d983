/** The names documents choose from: values only, so that a page that shows them loads no schema. */

/** A fader or send below its lowest mark. */
export const OFF = 'off';
export type Off = typeof OFF;

/** Where a mix takes a strip from: ahead of its fader or behind it. */
export const SEND_TAPS = ['before-fader', 'after-fader'] as const;
export type SendTap = (typeof SEND_TAPS)[number];

export const STREAM_KINDS = ['whole mix', 'minus own', 'custom'] as const;
export type StreamKind = (typeof STREAM_KINDS)[number];

export const DIRECT_MONITORING = ['off', 'mono', 'split'] as const;
export type DirectMonitoring = (typeof DIRECT_MONITORING)[number];

export const DEVICE_KINDS = [
  'microphone',
  'booster',
  'interface',
  'mixer',
  'computer',
  'hub',
  'isolator',
  'player',
  'loudspeaker',
  'headphones',
  'receiver',
  'preamp',
  'instrument',
  'camera',
  'recorder',
  'headphones-amplifier',
  'supply',
] as const;
export type DeviceKind = (typeof DEVICE_KINDS)[number];

/** The language a digital socket speaks; the plug of S/PDIF and ADAT is the same, what they say is not. Word clock is a clock without sound. */
export const DIGITAL_FORMATS = ['spdif', 'adat', 'hdmi', 'bluetooth', 'word-clock'] as const;
export type DigitalFormat = (typeof DIGITAL_FORMATS)[number];
