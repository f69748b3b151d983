import { faultsMeter, type ClipRun } from './faults';
import { levelsMeter } from './levels';
import { loudnessMeter, type Loudness } from './loudness';
import { pausesMeter, type Pauses } from './pauses';
import { dbfsOfPeak, dbfsOfPower } from './quantities';
import { speechLevelMeter } from './speech-level';
import { truePeakMeter } from './true-peak';
import { readBlocks, type ByteSource, type WavFormat } from './wav';

/** What one channel of a recording is like. Levels in dBFS, a sine at full scale being 0 (AES17); `null` where a thing cannot be said. */
export interface MeasuredChannel {
  peakDbfs: number | null;
  truePeakDbtp: number | null;
  rmsDbfs: number | null;
  /** The mean, as a peak level. */
  dcDbfs: number | null;
  /** How often samples stay at full scale, and the places of the first thousand, in samples. */
  clippedRuns: number;
  clips: ClipRun[];
  /** ITU-T P.56: while somebody speaks, and how much of the time that is. */
  speechLevelDbfs: number | null;
  activityPercent: number | null;
  pauses: Pauses | null;
  /** Where sound is missing, and where it jumps: how often, and the places of the first thousand, in samples. */
  dropouts: number;
  dropoutsAt: number[];
  clicks: number;
  clicksAt: number[];
}

export interface Measured {
  sampleRateHz: number;
  frames: number;
  loudness: Loudness;
  channels: MeasuredChannel[];
}

/** A mean, or a peak, under this is rounding, full scale being 1. */
const NOTHING = 1e-9;

const orNull = (value: number | undefined): number | null =>
  value === undefined || !Number.isFinite(value) ? null : value;

/** BS.1770: surrounds of a 5.1 programme count 1.41, its low-frequency channel not at all. */
const SURROUND = [1, 1, 1, 0, 1.41, 1.41];

/** How much each channel counts for loudness: six are a programme only where the file says so; else each is somebody's own. */
const weightsOf = (channels: number, isSurround: boolean): number[] =>
  isSurround && channels === SURROUND.length ? SURROUND : Array.from({ length: channels }, () => 1);

const channelMeter = (rateHz: number) => {
  const [levels, peak, speech, pauses, faults] = [
    levelsMeter(),
    truePeakMeter(rateHz),
    speechLevelMeter(rateHz),
    pausesMeter(rateHz),
    faultsMeter(rateHz),
  ];
  const all = [levels, peak, speech, pauses, faults];
  return {
    take: (samples: Float64Array, frames: number) => all.forEach((one) => one.take(samples, frames)),
    found: (): MeasuredChannel => {
      const { peak: sample, power, offset } = levels.found();
      const { clips: clippedRuns, clippedRuns: clips, ...faulty } = faults.found();
      const said = speech.found();
      return {
        peakDbfs: sample > NOTHING ? dbfsOfPeak(sample) : null,
        truePeakDbtp: peak.peak() > NOTHING ? dbfsOfPeak(peak.peak()) : null,
        rmsDbfs: power > NOTHING ** 2 ? dbfsOfPower(power) : null,
        dcDbfs: Math.abs(offset) > NOTHING ? dbfsOfPeak(Math.abs(offset)) : null,
        clippedRuns,
        clips,
        speechLevelDbfs: orNull(said?.speechLevelDbfs),
        activityPercent: orNull(said?.activityPercent),
        pauses: pauses.found() ?? null,
        dropouts: faulty.dropouts,
        dropoutsAt: faulty.dropoutsAt,
        clicks: faulty.clicks,
        clicksAt: faulty.clicksAt,
      };
    },
  };
};

/** Samples that are no numbers are taken for silence, or nothing could be said of the rest. */
const withoutNonsense = (samples: Float64Array, frames: number): void => {
  for (let at = 0; at < frames; at += 1) if (!Number.isFinite(samples[at])) samples[at] = 0;
};

/**
 * Measures what goes by, block after block; nothing is kept but figures.
 * @param isFloat whether samples may be no numbers
 */
export const meterOf = ({
  sampleRateHz,
  channels,
  isFloat = true,
  isSurround = false,
}: {
  sampleRateHz: number;
  channels: number;
  isFloat?: boolean;
  isSurround?: boolean;
}) => {
  const each = Array.from({ length: channels }, () => channelMeter(sampleRateHz));
  const loudness = loudnessMeter(sampleRateHz, weightsOf(channels, isSurround));
  let total = 0;
  return {
    take: (block: readonly Float64Array[], frames: number): void => {
      if (isFloat) for (const samples of block) withoutNonsense(samples, frames);
      each.forEach((one, channel) => one.take(block[channel]!, frames));
      loudness.take(block, frames);
      total += frames;
    },
    found: (): Measured => ({
      sampleRateHz,
      frames: total,
      loudness: loudness.found(),
      channels: each.map((one) => one.found()),
    }),
  };
};

/** Measures a sound file where it lies. @param onFrames told how many frames are done */
export const measureWav = async (
  source: ByteSource,
  format: WavFormat,
  onFrames: (done: number) => void = () => undefined,
): Promise<Measured> => {
  const meter = meterOf({ ...format, isFloat: format.kind === 'float', isSurround: format.isSurround });
  let done = 0;
  await readBlocks(source, format, (block, frames) => {
    meter.take(block, frames);
    onFrames((done += frames));
  });
  return meter.found();
};
