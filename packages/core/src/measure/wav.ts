/**
 * Sound files as recorders and editors write them (RIFF, RF64, BW64), read a piece at a time where they lie. What a recorder that lost
 * power left undone in a header is worked out from the length of the file, and said.
 */

/** A file, or anything else that gives its bytes piece by piece. */
export interface ByteSource {
  /** How long it is, bytes. */
  size: number;
  /** At most so many bytes from a place on; fewer only at its end. */
  read: (from: number, bytes: number) => Promise<Uint8Array>;
}

/** What a sound file says of its samples. */
export interface WavFormat {
  /** Whole numbers, or fractions of full scale. */
  kind: 'integer' | 'float';
  bits: number;
  channels: number;
  sampleRateHz: number;
  /** Bytes of one sample of every channel. */
  frameBytes: number;
  /** Where the samples begin, and how many there are of each channel. */
  start: number;
  frames: number;
  /** Whether it says that its six channels are a 5.1 programme. */
  isSurround: boolean;
  /** The broadcast chunk's time reference: samples since midnight. */
  timeReference?: number;
  /** What was wrong in the header, and what was taken instead. */
  repairs: string[];
}

/** Why a file cannot be read: where, and what to do. */
export interface WavTrouble {
  where: string;
  message: string;
  hint: string;
}

export type WavAnswer = { ok: true; format: WavFormat } | ({ ok: false } & WavTrouble);

/** More than a recorder has; what claims more is no sound. */
const MOST_CHANNELS = 256;
const [LEAST_RATE_HZ, MOST_RATE_HZ] = [1000, 1_000_000];
/** Of all channels together: 64 at 192 kHz, and a third more. */
const MOST_SAMPLES_A_SECOND = 16_000_000;
/** Chunks looked at before the samples; a file of nothing else has none. */
const MOST_CHUNKS = 1000;
const HEAD_BYTES = 12;
/** A size that a file longer than 4 GiB writes in its 32 bits: see its ds64 chunk. */
const SEE_DS64 = 0xffff_ffff;
/** Wave format tags (RFC 2361): PCM, IEEE float, extensible: the kind stands in the GUID. */
const TAGS: Readonly<Record<number, WavFormat['kind'] | 'extensible'>> = {
  1: 'integer',
  3: 'float',
  0xfffe: 'extensible',
};

const refuse = (where: string, message: string, hint: string): WavAnswer => ({
  ok: false,
  where,
  message,
  hint,
});

const nameAt = (view: DataView, at: number): string =>
  String.fromCharCode(...[0, 1, 2, 3].map((k) => view.getUint8(at + k)));

const viewOf = (bytes: Uint8Array): DataView =>
  new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);

/** A number of 64 bits as two of 32; beyond 2⁵³ no file goes. */
const long = (view: DataView, at: number): number =>
  view.getUint32(at, true) + view.getUint32(at + 4, true) * 2 ** 32;

type Form = Pick<WavFormat, 'kind' | 'bits' | 'channels' | 'sampleRateHz' | 'frameBytes' | 'isSurround'>;

/** Speaker masks of 5.1, surrounds behind or beside. */
const SURROUND_MASKS = [0x3f, 0x60f];

const formOf = (view: DataView): Form | WavTrouble => {
  const trouble = (message: string, hint = 'Save it anew as PCM of 16, 24 or 32 bits, or float.') => ({
    where: 'the fmt chunk',
    message,
    hint,
  });
  if (view.byteLength < 16)
    return trouble(`The description of the samples has ${view.byteLength} bytes; it needs 16.`);
  const tag = TAGS[view.getUint16(0, true)];
  const kind =
    tag === 'extensible' ? (view.byteLength >= 26 ? TAGS[view.getUint16(24, true)] : undefined) : tag;
  if (kind === undefined || kind === 'extensible')
    return trouble('The samples are packed in a way that is not plain PCM or float.');
  const [channels, sampleRateHz, bits] = [
    view.getUint16(2, true),
    view.getUint32(4, true),
    view.getUint16(14, true),
  ];
  if (channels === 0 || channels > MOST_CHANNELS)
    return trouble(
      `It says that it has ${channels} channels.`,
      `Between 1 and ${MOST_CHANNELS} can be measured.`,
    );
  if (
    sampleRateHz < LEAST_RATE_HZ ||
    sampleRateHz > MOST_RATE_HZ ||
    sampleRateHz * channels > MOST_SAMPLES_A_SECOND
  )
    return trouble(
      `It says that its sample rate is ${sampleRateHz} Hz${channels > 2 ? `, of ${channels} channels` : ''}.`,
      'Correct the rate in its header, or record anew.',
    );
  const known = kind === 'float' ? [32, 64] : [8, 16, 24, 32];
  if (!known.includes(bits)) return trouble(`Samples of ${bits} bits are not known for ${kind} sound.`);
  const isSurround =
    tag === 'extensible' && channels === 6 && SURROUND_MASKS.includes(view.getUint32(20, true));
  return { kind, bits, channels, sampleRateHz, isSurround, frameBytes: (channels * bits) / 8 };
};

/** Finds format and samples of a sound file. @returns words with place and cure where it is none */
export const readWav = async (source: ByteSource): Promise<WavAnswer> => {
  const viewAt = async (from: number, bytes: number) => viewOf(await source.read(from, bytes));
  if (source.size < HEAD_BYTES)
    return refuse(
      'the file',
      `It has ${source.size} bytes: no sound is in it.`,
      'Look whether it was copied whole.',
    );
  const head = await viewAt(0, HEAD_BYTES);
  const riff = nameAt(head, 0);
  if (!['RIFF', 'RF64', 'BW64'].includes(riff) || nameAt(head, 8) !== 'WAVE')
    return refuse(
      'the first twelve bytes',
      'This is neither a WAV nor a FLAC file.',
      'Save the recording as one of the two, and choose that.',
    );
  let form: Form | undefined;
  let longData: number | undefined;
  let timeReference: number | undefined;
  let at = HEAD_BYTES;
  for (let count = 0; count < MOST_CHUNKS && at + 8 <= source.size; count += 1) {
    const chunk = await viewAt(at, 8);
    const [name, size] = [nameAt(chunk, 0), chunk.getUint32(4, true)];
    const inside = at + 8;
    if (name === 'ds64' && size >= 24) {
      const ds64 = await viewAt(inside, 24);
      if (ds64.byteLength === 24) longData = long(ds64, 8);
    }
    if (name === 'bext' && size >= 346) {
      const bext = await viewAt(inside, 346);
      if (bext.byteLength === 346) timeReference = long(bext, 338);
    }
    if (name === 'fmt ') {
      const found = formOf(await viewAt(inside, Math.min(size, 40)));
      if ('message' in found) return { ok: false, ...found };
      form = found;
    }
    if (name === 'data') {
      if (!form)
        return refuse(
          'the data chunk',
          'The samples come before what they are is said.',
          'Save the recording anew.',
        );
      return {
        ok: true,
        format: {
          ...form,
          ...framesOf(form, inside, size, longData, source.size),
          ...(timeReference === undefined ? {} : { timeReference }),
        },
      };
    }
    // An odd number of bytes is followed by an empty one.
    at = inside + size + (size % 2);
  }
  return refuse(
    'the end of the file',
    form ? 'There are no samples in it.' : 'Neither samples nor what they are is in it.',
    'Look whether it was copied whole; a recorder that lost power may still mend it on its own card.',
  );
};

/** How many samples there are: as the header says, if the file has them. */
const framesOf = (
  { frameBytes }: Form,
  start: number,
  size: number,
  longData: number | undefined,
  fileBytes: number,
): Pick<WavFormat, 'start' | 'frames' | 'repairs'> => {
  const there = fileBytes - start;
  const said = size === SEE_DS64 && longData !== undefined ? longData : size;
  const isOpen = (size === 0 || size === SEE_DS64) && longData === undefined && there > 0;
  const bytes = isOpen ? there : Math.min(said, there);
  const frames = Math.floor(bytes / frameBytes);
  const repairs = isOpen
    ? [
        'The header does not say how long it is, as when a recorder loses power: all that follows it is taken.',
      ]
    : said > there
      ? [
          `The header says ${said} bytes of sound, and ${there} are there: the end is missing, or the recorder lost power.`,
        ]
      : [];
  return { start, frames, repairs };
};

/** 8 bits stand around 128, without a sign. */
const OF_8 = 128;

/**
 * Samples as fractions of full scale, each channel by itself.
 * @param bytes whole frames
 * @param out one array for each channel, at least as long as there are frames
 * @returns how many frames there were
 */
export const decode = (
  { kind, bits, channels, frameBytes }: WavFormat,
  bytes: Uint8Array,
  out: readonly Float64Array[],
): number => {
  const frames = Math.floor(bytes.byteLength / frameBytes);
  const view = viewOf(bytes);
  const wide = bits / 8;
  const scale = 2 ** (1 - bits);
  for (let channel = 0; channel < channels; channel += 1) {
    const own = out[channel]!;
    const end = frames * frameBytes;
    let [at, frame] = [channel * wide, 0];
    // One loop for each kind: asked anew for every sample it would take three times as long.
    if (kind === 'float' && bits === 32)
      for (; at < end; at += frameBytes, frame += 1) own[frame] = view.getFloat32(at, true);
    else if (kind === 'float')
      for (; at < end; at += frameBytes, frame += 1) own[frame] = view.getFloat64(at, true);
    else if (bits === 16)
      for (; at < end; at += frameBytes, frame += 1) own[frame] = view.getInt16(at, true) * scale;
    else if (bits === 24)
      for (; at < end; at += frameBytes, frame += 1)
        own[frame] = (bytes[at]! | (bytes[at + 1]! << 8) | ((bytes[at + 2]! << 24) >> 8)) * scale;
    else if (bits === 32)
      for (; at < end; at += frameBytes, frame += 1) own[frame] = view.getInt32(at, true) * scale;
    else for (; at < end; at += frameBytes, frame += 1) own[frame] = (bytes[at]! - OF_8) / OF_8;
  }
  return frames;
};

/** Bytes read at a time: every reading costs as much as working on some kilobytes. */
const READ_BYTES = 2 ** 20;

/** Frames read at a time. */
export const framesRead = ({ frameBytes }: Pick<WavFormat, 'frameBytes'>): number =>
  Math.max(1, Math.floor(READ_BYTES / frameBytes));

/** The bytes of a file's samples, block after block; the next is read while one is worked on. @param take gets whole frames */
export const readFrames = async (
  source: ByteSource,
  format: WavFormat,
  take: (bytes: Uint8Array, frames: number) => void,
): Promise<void> => {
  const each = framesRead(format);
  const read = (frame: number) =>
    source.read(
      format.start + frame * format.frameBytes,
      Math.min(each, format.frames - frame) * format.frameBytes,
    );
  let next = format.frames > 0 ? read(0) : undefined;
  for (let frame = 0; next; frame += each) {
    const bytes = await next;
    const got = Math.floor(bytes.byteLength / format.frameBytes);
    const isLast = frame + each >= format.frames || got < each;
    next = isLast ? undefined : read(frame + each);
    take(bytes, got);
  }
};

/**
 * The samples of a file, block after block; the arrays are used again for the next.
 * @param take gets each block: channels, and how many frames of them count
 */
export const readBlocks = (
  source: ByteSource,
  format: WavFormat,
  take: (channels: readonly Float64Array[], frames: number) => void,
): Promise<void> => {
  const channels = Array.from({ length: format.channels }, () => new Float64Array(framesRead(format)));
  return readFrames(source, format, (bytes) => take(channels, decode(format, bytes, channels)));
};
