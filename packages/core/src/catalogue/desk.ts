import {
  OFF,
  type ChoiceControl,
  type Control,
  type Desk,
  type DeskMix,
  type DeskStream,
  type DeskStrip,
  type DeviceModel,
  type Gate,
  type Off,
} from './types';

/** What can be set on a desk. The table of sends is the model's; a rig holds only what stands otherwise. */

/** Names of a desk's controls among a device's settings; the dots keep them apart from the model's own. */
export const deskControlId = {
  takes: (strip: string) => `strip.${strip}.takes`,
  trim: (strip: string) => `strip.${strip}.trim`,
  polarity: (strip: string) => `strip.${strip}.polarity`,
  highPass: (strip: string) => `strip.${strip}.high-pass`,
  gate: (strip: string) => `strip.${strip}.gate`,
  compressor: (strip: string) => `strip.${strip}.compressor`,
  mute: (strip: string) => `strip.${strip}.mute`,
  fader: (strip: string) => `strip.${strip}.fader`,
  pan: (strip: string) => `strip.${strip}.pan`,
  goes: (strip: string) => `strip.${strip}.goes`,
  solo: (strip: string) => `strip.${strip}.solo`,
  /** A strip in a mix, or in a stream with a mix of its own. */
  send: (mix: string, strip: string) => `send.${mix}.${strip}`,
  tap: (mix: string, strip: string) => `tap.${mix}.${strip}`,
  kind: (stream: string) => `stream.${stream}.kind`,
  direct: 'direct',
} as const;

/** Whether a control only lets someone listen to a strip by itself for a moment. */
export const isSoloControl = (id: string): boolean => id.startsWith('strip.') && id.endsWith('.solo');

/** Range of a send in a stream's own mix, dB. */
const CUSTOM_SEND_DB: [number, number] = [-60, 10];

const fader = (
  id: string,
  label: string,
  [minDb, maxDb]: [number, number],
  initial: number | Off,
): Control => ({
  id,
  label,
  kind: 'fader',
  minDb,
  maxDb,
  stepDb: 1,
  initial,
});
const turn = (id: string, label: string): Control => ({ id, label, kind: 'switch', initial: false });
const choice = (id: string, label: string, options: readonly string[]): ChoiceControl => ({
  id,
  label,
  kind: 'choice',
  options: [...options],
  initial: options[0]!,
});

/** What a gate does whose model does not say: common practice, no published source. */
const USUAL_GATE: Gate = { thresholdDbfs: -50, ratio: 4, rangeDb: 20 };

/** What a strip's gate does; undefined where it has none. */
export const gateOf = ({ gate }: DeskStrip): Gate | undefined =>
  !gate ? undefined : gate === true ? USUAL_GATE : gate;

const signed = (db: number): string => String(db).replace('-', '−');

/** What a gate or compressor is set to, by the control that switches it: "under −50 dBFS, 4 to 1, 20 dB at most". */
export const dynamicsWords = ({ desk }: DeviceModel, control: string): string | undefined => {
  for (const strip of desk?.strips ?? []) {
    const [gate, { compressor }] = [gateOf(strip), strip];
    if (gate && control === deskControlId.gate(strip.id))
      return `under ${signed(gate.thresholdDbfs)} dBFS, ${gate.ratio} to 1, ${gate.rangeDb} dB at most${strip.gate === true ? ' (usual; its model does not say)' : ''}`;
    if (compressor && control === deskControlId.compressor(strip.id))
      return `over ${signed(compressor.thresholdDbfs)} dBFS, ${compressor.ratio} to 1, ${signed(compressor.makeUpDb)} dB of make-up`;
  }
  return undefined;
};

const stripControls = (strip: DeskStrip, canBeSolo: boolean): Control[] => {
  const { id, label, takes, trimDb, highPassHz, faderDb, goes } = strip;
  const is = deskControlId;
  return [
    ...(takes.length > 1
      ? [
          choice(
            is.takes(id),
            `${label} source`,
            takes.map((one) => one.label),
          ),
        ]
      : []),
    ...(trimDb
      ? [
          {
            id: is.trim(id),
            label: `${label} trim`,
            kind: 'trim' as const,
            minDb: trimDb[0],
            maxDb: trimDb[1],
            stepDb: 1,
            initial: 0,
          },
        ]
      : []),
    ...(strip.polarity ? [turn(is.polarity(id), `${label} polarity reversed`)] : []),
    ...(highPassHz ? [turn(is.highPass(id), `${label} high-pass, ${highPassHz} Hz`)] : []),
    ...(strip.gate ? [turn(is.gate(id), `${label} gate`)] : []),
    ...(strip.compressor ? [turn(is.compressor(id), `${label} compressor`)] : []),
    ...(strip.mute ? [turn(is.mute(id), `${label} mute`)] : []),
    ...(canBeSolo ? [turn(is.solo(id), `${label} solo`)] : []),
    ...(strip.pan ? [{ id: is.pan(id), label: `${label} pan`, kind: 'pan' as const, initial: 0 }] : []),
    ...(faderDb ? [fader(is.fader(id), `${label} fader`, faderDb, 0)] : []),
    ...(goes
      ? [
          choice(
            is.goes(id),
            goes.label,
            goes.options.map((one) => one.label),
          ),
        ]
      : []),
  ];
};

/** What a strip has in a mix as the model leaves the factory. */
export const initialSend = ({ sends, initial }: DeskMix, strip: string): number | Off =>
  sends && Object.hasOwn(sends, strip) ? sends[strip]! : initial;

/** Strips that can be in a mix. */
export const stripsOf = ({ strips }: Desk, { without }: DeskMix): DeskStrip[] =>
  without ? strips.filter(({ id }) => !without.includes(id)) : strips;

const mixControls = (desk: Desk, mix: DeskMix): Control[] =>
  stripsOf(desk, mix).flatMap(({ id, label }) => [
    ...(mix.sendDb
      ? [fader(deskControlId.send(mix.id, id), `${label} in ${mix.label}`, mix.sendDb, initialSend(mix, id))]
      : []),
    ...(mix.tap === 'either'
      ? [
          choice(deskControlId.tap(mix.id, id), `${label} in ${mix.label}, tap point`, [
            'after-fader',
            'before-fader',
          ]),
        ]
      : []),
  ]);

const streamControls = (desk: Desk, { id, label, takes }: DeskStream): Control[] => {
  if (!('mix' in takes)) return [];
  const mix = desk.mixes.find((one) => one.id === takes.mix);
  return [
    ...(takes.kinds.length > 1 ? [choice(deskControlId.kind(id), `${label} content`, takes.kinds)] : []),
    ...(mix && takes.kinds.includes('custom')
      ? stripsOf(desk, mix).map((strip) =>
          fader(
            deskControlId.send(id, strip.id),
            `${strip.label} in ${label}`,
            CUSTOM_SEND_DB,
            takes.own.includes(strip.id) ? OFF : initialSend(mix, strip.id),
          ),
        )
      : []),
  ];
};

/** Every control a desk has by being one: strips, sends, streams, direct monitoring. */
export const deskControls = (desk: Desk): Control[] => [
  ...desk.strips.flatMap((strip) => stripControls(strip, desk.solo !== undefined)),
  ...(desk.direct && desk.direct.options.length > 1
    ? [choice(deskControlId.direct, 'Direct monitoring', desk.direct.options)]
    : []),
  ...desk.mixes.flatMap((mix) => mixControls(desk, mix)),
  ...desk.streams.flatMap((stream) => streamControls(desk, stream)),
];
