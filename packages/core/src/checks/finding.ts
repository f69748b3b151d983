import type { Circuit } from '../circuit';
import type { Feeds } from '../feeds';
import type { UsbSupply } from '../host';
import type { FlowGraph, UsbTree } from '../flow';
import type { Heardness, Strand } from '../gain';
import type { Edit, Lookup, Rig } from '../rig';

export const SEVERITIES = ['danger', 'fault', 'caution', 'advice'] as const;
export type Severity = (typeof SEVERITIES)[number];

export const FINDING_CODES = [
  'plug-mismatch',
  'wrong-signal-kind',
  'no-phantom',
  'phantom-too-weak',
  'phantom-risk-ribbon',
  'phantom-unneeded',
  'phantom-doubled',
  'no-plugin-power',
  'phantom-into-output',
  'phantom-blocked',
  'booster-unpowered',
  'mono-cancel',
  'leg-lost',
  'sides-swapped',
  'long-unbalanced',
  'ground-loop',
  'level-mismatch',
  'input-loading',
  'hf-rolloff',
  'adapter-chain-broken',
  'gain-short',
  'gain-top-of-range',
  'clip-input',
  'clip-converter',
  'clip-mix',
  'noise-high',
  'gain-at-wrong-stage',
  'variable-feed',
  'hearing',
  'spill',
  'off-axis',
  'comb',
  'feedback-near',
  'usb-cable-too-long',
  'usb-power-overdrawn',
  'usb-volts-low',
  'usb-bandwidth',
  'hub-depth',
  'recording-too-long',
  'battery-short',
  'joined-down',
  'channel-unmapped',
  'track-doubled',
  'track-misnamed',
  'track-not-armed',
  'rate-mismatch',
  'clock-primary-missing',
  'clock-two-primaries',
  'resample-off',
  'data-lead-too-long',
  'mains-lead-broken',
  'not-arriving',
  'wrong-stream',
  'wrong-entry',
  'driver-missing',
  'device-taken',
  'app-restart-needed',
  'slider-locked',
  'caller-echo',
  'far-echo',
  'unheard',
  'loop-howl',
  'double-path',
  'double-monitor',
  'talker-delay',
  'one-sided',
  'too-loud',
  'too-quiet',
  'uneven-ears',
  'outputs-fight',
  'overfed',
  'polarity',
  'voices-not-apart',
  'leak',
] as const;
export type FindingCode = (typeof FINDING_CODES)[number];

/** A thing on the chart a finding points at. */
export interface Place {
  device?: string;
  port?: string;
  lead?: string;
  person?: string;
  control?: string;
}

/** A number with its unit and where it comes from. */
export interface Figure {
  label: string;
  value: number;
  unit: string;
  from: string;
}

/** A way to mend it: an edit that can be applied and undone. The first is the one to try. */
export interface Fix {
  label: string;
  edit: Edit;
  /** It ends the finding by doing without: offered after everything else. */
  isLastResort?: true;
}

/** An edit as a fix, by its own name. */
export const asFix = (edit: Edit): Fix => ({ label: edit.label, edit });

/** Something is being broken, or does not work: nothing may be offered that brings such a one. */
export const isGrave = ({ severity }: Pick<Finding, 'severity'>): boolean =>
  severity === 'danger' || severity === 'fault';

export interface Finding {
  /** Stable while the cause stays: code and places. */
  id: string;
  code: FindingCode;
  severity: Severity;
  title: string;
  why: string;
  places: Place[];
  figures: Figure[];
}

/** A finding as a check makes it: with the ways to mend it that are worth trying, worked out when asked for. */
export interface Found extends Finding {
  propose: () => Fix[];
}

/** What a check reads: the document and everything worked out from it. */
export interface Solved {
  rig: Rig;
  find: Lookup;
  circuit: Circuit;
  usb: UsbTree;
  /** What USB sockets give, and what is drawn from them. */
  supplies: UsbSupply[];
  graph: FlowGraph;
  heard: Heardness;
  strands: Strand[];
  feeds: Feeds;
}

export type Check = (solved: Solved) => Found[];

const placeKey = ({ device, port, lead, person, control }: Place): string =>
  [device, port, lead, person, control].filter(Boolean).join('.');

/**
 * Puts a finding together with its stable id.
 * @param about what the finding is about, where its places change while the cause stays; absent: its places
 */
export const finding = ({ about, ...parts }: Omit<Found, 'id'> & { about?: Place[] }): Found => ({
  id: `${parts.code} ${(about ?? parts.places).map(placeKey).join(' ')}`,
  ...parts,
  propose: () =>
    [
      ...new Map(
        parts
          .propose()
          .reverse()
          .map((fix) => [fix.label, fix]),
      ).values(),
    ].reverse(),
});

/** "−18.3" with a real minus sign. */
export const figureText = (value: number, digits = 1): string =>
  (Math.round(value * 10 ** digits) === 0 ? 0 : value).toFixed(digits).replace('-', '−');
