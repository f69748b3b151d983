import { faultsFloats, faultsMeter, type ClipRun } from './faults';
import { HISTORY, makeKernel, type Kernel } from './kernel';
import { levelsMeter } from './levels';
import { loudnessFloats, loudnessMeter, type Loudness } from './loudness';
import { likenessMeter, type Likeness } from './likeness';
import { overviewMeter, type Overview } from './overview';
import { pausesMeter, type Pauses } from './pauses';
import { piecesMeter, type SoundPiece } from './pieces';
import { dbfsOfPeak, dbfsOfPower } from './quantities';
import { repeatsMeter, type Repeat } from './repeats';
import { SPEECH_FLOATS, speechLevelMeter } from './speech-level';
import { thirdOctavesMeter, type Band } from './third-octaves';
import { TRUE_PEAK_FLOATS, truePeakMeter } from './true-peak';
import { decode, framesRead, readFrames, type ByteSource, type WavFormat } from './wav';

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
  /** The long-term spectrum in third octaves. */
  bands: Band[];
  /** The sound once more, later and weaker; null where there is none. */
  repeat: Repeat | null;
  overview: Overview;
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
  /** Pairs of channels that hold the same. */
  alike: Likeness[];
  /** Loudness of three seconds, each second, LUFS; null: under −70. */
  shortTermLufs: (number | null)[];
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

/** Frames worked on at a time: what a channel's loops turn over stays near the processor. */
const FRAMES = 4096;
const LINE = HISTORY + FRAMES;
/** Of a sample in a file at most, bytes: what is wider is not unpacked by the loops. */
const WIDEST = 4;
/** Numbers that the loops of one channel need, and what rounding up takes. */
const CHANNEL_FLOATS =
  LINE + (FRAMES * WIDEST) / 8 + TRUE_PEAK_FLOATS + SPEECH_FLOATS + faultsFloats(FRAMES) + 64;

/** @param also hears each piece of it, too */
const channelMeter = (rateHz: number, kernel: Kernel, also: (piece: SoundPiece) => void) => {
  const overview = overviewMeter(rateHz);
  const levels = levelsMeter(kernel, overview);
  const [peak, speech, faults] = [
    truePeakMeter(rateHz, kernel),
    speechLevelMeter(rateHz, kernel),
    faultsMeter(rateHz, kernel, FRAMES),
  ];
  const [pauses, bands, repeats] = [pausesMeter(rateHz), thirdOctavesMeter(rateHz), repeatsMeter(rateHz)];
  const pieces = piecesMeter(rateHz, kernel, (piece) => {
    pauses.hear(piece);
    bands.hear(piece);
    repeats.hear(piece);
    also(piece);
  });
  const all = [levels, peak, speech, faults, pieces];
  return {
    take: (line: Float64Array, until: number) => all.forEach((one) => one.take(line, HISTORY, until)),
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
        bands: bands.found(),
        repeat: repeats.found() ?? null,
        overview: overview.found(),
        dropouts: faulty.dropouts,
        dropoutsAt: faulty.dropoutsAt,
        clicks: faulty.clicks,
        clicksAt: faulty.clicksAt,
      };
    },
  };
};

/** Samples that are no numbers are taken for silence, or nothing could be said of the rest. */
const withoutNonsense = (lines: readonly Float64Array[], until: number, kernel: Kernel): void => {
  for (const line of lines) {
    if (Number.isFinite(kernel.power(line, HISTORY, until))) continue;
    for (let at = HISTORY; at < until; at += 1) if (!Number.isFinite(line[at])) line[at] = 0;
  }
};

/** The samples of all channels as the loops take them: in blocks, each after the last samples of the block before. */
const linesOf = (channels: number, kernel: Kernel) => {
  const lines = Array.from({ length: channels }, () => kernel.floats(LINE));
  /**
   * @param fill puts so many frames from there into the lines, from `HISTORY` on
   * @param each gets where in the lines the samples that count end
   */
  const go = (
    frames: number,
    fill: (from: number, count: number) => void,
    each: (until: number) => void,
  ): void => {
    for (let from = 0; from < frames; from += FRAMES) {
      const count = Math.min(FRAMES, frames - from);
      fill(from, count);
      each(HISTORY + count);
      for (const line of lines) line.copyWithin(0, count, count + HISTORY);
    }
  };
  const put = (block: readonly Float64Array[]) => (from: number, count: number) =>
    lines.forEach((line, channel) => line.set(block[channel]!.subarray(from, from + count), HISTORY));
  /** What takes frames as they lie in a file; undefined for what the loops do not unpack. */
  const unpacks = ({ kind, bits, frameBytes }: WavFormat) => {
    const wide = bits / 8;
    if (wide < 2 || wide > WIDEST || frameBytes !== wide * channels) return undefined;
    const raw = kernel.bytes(FRAMES * frameBytes);
    const sort = kind === 'float' ? -bits : bits;
    return (bytes: Uint8Array) => (from: number, count: number) => {
      raw.set(bytes.subarray(from * frameBytes, (from + count) * frameBytes));
      for (let channel = 0; channel < channels; channel += 1) {
        const [first, line, right] = [channel * wide, lines[channel]!, lines[channel + 1]];
        if (sort === 16 && right) {
          kernel.unpackPair(raw, first, frameBytes, line, right, HISTORY, HISTORY + count);
          channel += 1;
        } else kernel.unpack(raw, first, sort, frameBytes, line, HISTORY, HISTORY + count);
      }
    };
  };
  return {
    lines,
    take: (block: readonly Float64Array[], frames: number, each: (until: number) => void): void =>
      go(frames, put(block), each),
    unpacking: (format: WavFormat) => {
      const unpacked = unpacks(format);
      const decoded = unpacked ? [] : lines.map(() => new Float64Array(framesRead(format)));
      return (bytes: Uint8Array, frames: number, each: (until: number) => void): void => {
        if (!unpacked) decode(format, bytes, decoded);
        go(frames, unpacked ? unpacked(bytes) : put(decoded), each);
      };
    },
  };
};

interface Meant {
  sampleRateHz: number;
  channels: number;
  /** Whether samples may be no numbers. */
  isFloat?: boolean;
  isSurround?: boolean;
  /** By what it is worked out; else the quickest there is. */
  kernel?: Kernel;
}

const kernelFor = (channels: number): Kernel =>
  makeKernel(channels * CHANNEL_FLOATS + loudnessFloats(channels));

/** What all meters take: the lines, to where the samples that count end. */
const metersOf = ({
  sampleRateHz,
  channels,
  isFloat = true,
  isSurround = false,
  kernel = kernelFor(channels),
}: Meant) => {
  const { lines, take, unpacking } = linesOf(channels, kernel);
  const likeness = likenessMeter(channels, sampleRateHz);
  const each = lines.map((_, channel) =>
    channelMeter(sampleRateHz, kernel, (piece) => likeness.hear(channel, piece)),
  );
  const loudness = loudnessMeter(sampleRateHz, weightsOf(channels, isSurround), kernel);
  let total = 0;
  const hear = (until: number): void => {
    if (isFloat) withoutNonsense(lines, until, kernel);
    each.forEach((one, channel) => one.take(lines[channel]!, until));
    loudness.take(lines, HISTORY, until);
    total += until - HISTORY;
  };
  const found = (): Measured => ({
    sampleRateHz,
    frames: total,
    loudness: loudness.found(),
    channels: each.map((one) => one.found()),
    alike: likeness.found(),
    shortTermLufs: loudness.shortTerm(),
  });
  return { take, unpacking, hear, found };
};

/** Measures what goes by, block after block; nothing is kept but figures. */
export const meterOf = (meant: Meant) => {
  const { take, hear, found } = metersOf(meant);
  return {
    take: (block: readonly Float64Array[], frames: number): void => take(block, frames, hear),
    found,
  };
};

/** What a programme is told by: ITU-R BS.1770, EBU Tech 3342. */
export interface MeasuredProgramme extends Loudness {
  truePeakDbtp: number | null;
}

/** Measures only how loud a whole file is, where it lies. @param kernel by what it is worked out; else the quickest there is */
export const measureProgramme = async (
  source: ByteSource,
  format: WavFormat,
  kernel: Kernel = kernelFor(format.channels),
): Promise<MeasuredProgramme> => {
  const { lines, unpacking } = linesOf(format.channels, kernel);
  const peaks = lines.map(() => truePeakMeter(format.sampleRateHz, kernel));
  const loudness = loudnessMeter(format.sampleRateHz, weightsOf(format.channels, format.isSurround), kernel);
  const unpack = unpacking(format);
  await readFrames(source, format, (bytes, frames) =>
    unpack(bytes, frames, (until) => {
      if (format.kind === 'float') withoutNonsense(lines, until, kernel);
      peaks.forEach((one, channel) => one.take(lines[channel]!, HISTORY, until));
      loudness.take(lines, HISTORY, until);
    }),
  );
  const peak = Math.max(0, ...peaks.map((one) => one.peak()));
  return { ...loudness.found(), truePeakDbtp: peak > NOTHING ? dbfsOfPeak(peak) : null };
};

/** Measures a sound file where it lies. @param onFrames told how many frames are done */
export const measureWav = async (
  source: ByteSource,
  format: WavFormat,
  onFrames: (done: number) => void = () => undefined,
): Promise<Measured> => {
  const { unpacking, hear, found } = metersOf({ ...format, isFloat: format.kind === 'float' });
  const unpack = unpacking(format);
  let done = 0;
  await readFrames(source, format, (bytes, frames) => {
    unpack(bytes, frames, hear);
    onFrames((done += frames));
  });
  return found();
};
