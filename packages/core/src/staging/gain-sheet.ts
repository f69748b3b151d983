import { controlOf, knobWords, lightWords, valueWords, type GainControl } from '../catalogue';
import type { Solved } from '../checks';
import { isDestination } from '../flow';
import { sheetCsv } from '../formats';
import { strandControls, type Stage, type Strand } from '../gain';
import { controlValue } from '../rig';

/** One voice or instrument as it is set up at the desk: what is plugged in, what is turned, what must then be read. */
export interface GainSheetRow {
  who: string;
  microphone: string;
  place: string;
  /** Device and socket it goes into. */
  socket: string;
  phantom: string;
  pad: string;
  /** First gain it meets, in dB. */
  gain: string;
  /** The same as it is printed round the knob; empty where the device shows its dB. */
  knob: string;
  /** Everything else on its way that can be turned, as it stands. */
  also: string;
  reading: string;
  lights: string;
  ends: string;
}

const figure = (value: number): string => value.toFixed(1).replace('-', '−');

/** The first place behind the gain that has a meter. */
const meterOf = ({ find }: Solved, stages: readonly Stage[]) => {
  for (const stage of stages) {
    const point = find
      .modelOf(stage.device ?? '')
      ?.points.find(({ id }) => stage.node === `${stage.device}:${id}`);
    if (point?.lights) return { lights: point.lights, stage };
  }
  return undefined;
};

const rowOf = (solved: Solved, strand: Strand): GainSheetRow => {
  const { find } = solved;
  const controls = strandControls(find, strand);
  const valueOf = (device: string, id: string) =>
    controlValue(find.device(device)!, find.modelOf(device)!, id)!;
  const words = ({ device, control }: (typeof controls)[number]) =>
    valueWords(control, valueOf(device, control.id));
  const gain = controls.find(({ control }) => control.kind === 'gain');
  const supply = controls.find(({ isSupply }) => isSupply);
  const pad = controls.find(({ control, isSupply }) => !isSupply && control.kind === 'switch');
  const start = strand.stages.find(({ device }) => device !== null);
  const input = strand.stages.find(({ role, device }) => role === 'input' && device !== start?.device);
  const end = strand.stages.at(-1)!;
  const meter = meterOf(solved, strand.stages);
  const others = controls.filter((one) => one !== gain && one !== supply && one !== pad);
  return {
    who: strand.sourceName,
    microphone: find.device(start?.device ?? '')?.name ?? '',
    place: find.device(start?.device ?? '')?.place ?? '',
    socket: [find.device(input?.device ?? '')?.name, input?.label].filter(Boolean).join(', '),
    phantom: supply ? words(supply) : '–',
    pad: pad ? words(pad) : '–',
    gain: gain ? words(gain) : '–',
    knob: gain
      ? (knobWords(
          controlOf(find.modelOf(gain.device), gain.control.id) as GainControl,
          Number(valueOf(gain.device, gain.control.id)),
        ) ?? '')
      : '',
    also: others
      .map((one) => `${one.control.label}, ${find.device(one.device)!.name}: ${words(one)}`)
      .join('; '),
    reading: `${figure(end.typical)} ${end.unit} average, peaks ${figure(end.peak)}`,
    lights: meter ? lightWords(meter.lights, meter.stage.typical, meter.stage.peak) : '',
    ends: strand.sinkLabel,
  };
};

/**
 * What is set for each voice, instrument and player, in the order they stand in the rig: one row for the first listener each
 * arrives at, tracks before calls and streams.
 */
export const gainSheet = (solved: Solved): GainSheetRow[] => {
  const seen = new Set<string>();
  return solved.strands
    .filter(
      ({ arrives, sinkKind, isCrosstalk }) => arrives && !isCrosstalk && isDestination(sinkKind ?? 'room'),
    )
    .sort((a, b) => Number(b.sinkKind === 'track') - Number(a.sinkKind === 'track'))
    .filter(({ source }) => !seen.has(source) && seen.add(source))
    .map((strand) => rowOf(solved, strand));
};

/** Headings of a gain sheet, by column. */
export const GAIN_SHEET_HEADINGS: Record<keyof GainSheetRow, string> = {
  who: 'Sound',
  microphone: 'From',
  place: 'Place',
  socket: 'Into',
  phantom: 'Phantom',
  pad: 'Pad',
  gain: 'Gain',
  knob: 'On the knob',
  also: 'Also set',
  reading: 'Should read',
  lights: 'Lights',
  ends: 'Arrives at',
};

/** A gain sheet as CSV. */
export const gainSheetCsv = (rows: readonly GainSheetRow[]): string => sheetCsv(GAIN_SHEET_HEADINGS, rows);
