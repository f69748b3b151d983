import type { ByteSource, WavFormat, WavTrouble } from './wav';

/**
 * FLAC (RFC 9639) as if it were plain samples: unpacked by a library as far as is asked for, and no further. What reads on
 * from where it was is quick; what goes back begins anew.
 */

/** What stands in the first block of every FLAC file (RFC 9639, 8.2). */
interface StreamInfo {
  sampleRateHz: number;
  channels: number;
  bits: number;
  /** Samples of each channel; 0: not said. */
  frames: number;
}

const MARK = 'fLaC';
const INFO_FROM = 8;
const INFO_BYTES = 34;
/** Bytes handed to the unpacker at a time. */
const PIECE_BYTES = 2 ** 18;

export const isFlac = async (source: ByteSource): Promise<boolean> =>
  String.fromCharCode(...(await source.read(0, MARK.length))) === MARK;

const infoOf = (bytes: Uint8Array): StreamInfo => {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const packed = view.getUint32(10);
  return {
    sampleRateHz: packed >>> 12,
    channels: ((packed >>> 9) & 7) + 1,
    bits: ((packed >>> 4) & 31) + 1,
    frames: (packed & 15) * 2 ** 32 + view.getUint32(14),
  };
};

/** Pieces of a file, unpacked one after the other: each frame the channels' samples side by side, as whole numbers. */
class Unpacked {
  private decoder: import('@wasm-audio-decoders/flac').FLACDecoder | undefined;
  private packedAt = 0;
  /** What is unpacked and not yet left behind, and where in the sound it begins, bytes. */
  private piece = new Uint8Array(0);
  private pieceAt = 0;
  private isAtEnd = false;

  constructor(
    private readonly source: ByteSource,
    private readonly info: StreamInfo,
    private readonly sampleBytes: 2 | 4,
  ) {}

  private async begin(): Promise<void> {
    const { FLACDecoder } = await import('@wasm-audio-decoders/flac');
    this.decoder?.free();
    this.decoder = new FLACDecoder();
    await this.decoder.ready;
    [this.packedAt, this.pieceAt, this.piece, this.isAtEnd] = [0, 0, new Uint8Array(0), false];
  }

  /** The next piece; an empty one behind the end. */
  private async next(): Promise<void> {
    this.pieceAt += this.piece.byteLength;
    const bytes = await this.source.read(this.packedAt, PIECE_BYTES);
    this.packedAt += bytes.byteLength;
    this.isAtEnd = bytes.byteLength === 0;
    const { channelData, samplesDecoded } = this.isAtEnd
      ? await this.decoder!.flush()
      : await this.decoder!.decode(bytes);
    this.piece = this.sideBySide(channelData, samplesDecoded);
  }

  /** The library takes the highest whole number as full scale. */
  private sideBySide(channels: readonly Float32Array[], frames: number): Uint8Array<ArrayBuffer> {
    const { bits, channels: wide } = this.info;
    const [scale, shift] = [2 ** (bits - 1) - 1, 2 ** (8 * this.sampleBytes - bits)];
    const out = this.sampleBytes === 2 ? new Int16Array(frames * wide) : new Int32Array(frames * wide);
    channels.forEach((own, channel) => {
      for (let frame = 0; frame < frames; frame += 1)
        out[frame * wide + channel] = Math.round(own[frame]! * scale) * shift;
    });
    return new Uint8Array(out.buffer);
  }

  /** At most so many bytes of the sound from a place on. */
  async read(from: number, bytes: number): Promise<Uint8Array> {
    if (!this.decoder || from < this.pieceAt) await this.begin();
    const out = new Uint8Array(bytes);
    let filled = 0;
    for (;;) {
      const at = from + filled - this.pieceAt;
      if (at >= 0 && at < this.piece.byteLength) {
        const some = this.piece.subarray(at, at + bytes - filled);
        out.set(some, filled);
        filled += some.byteLength;
      }
      if (filled === bytes || this.isAtEnd) return out.subarray(0, filled);
      await this.next();
    }
  }

  /** How long the sound is, bytes, when its head does not say. */
  async length(): Promise<number> {
    await this.begin();
    while (!this.isAtEnd) await this.next();
    return this.pieceAt + this.piece.byteLength;
  }
}

/** A FLAC file as plain samples. @returns words with place and cure where it cannot be */
export const readFlac = async (
  source: ByteSource,
): Promise<{ ok: true; source: ByteSource; format: WavFormat } | ({ ok: false } & WavTrouble)> => {
  const bytes = await source.read(INFO_FROM, INFO_BYTES);
  const info = bytes.byteLength === INFO_BYTES ? infoOf(bytes) : undefined;
  if (!info || info.sampleRateHz === 0 || info.bits < 4)
    return {
      ok: false,
      where: 'the first block',
      message: 'What its samples are is not in it.',
      hint: 'Look whether it was copied whole, or save it anew.',
    };
  const { sampleRateHz, channels, bits } = info;
  const sampleBytes = bits > 16 ? 4 : 2;
  const frameBytes = sampleBytes * channels;
  const unpacked = new Unpacked(source, info, sampleBytes);
  const repairs: string[] = [];
  if (info.frames === 0)
    repairs.push(
      'Its head does not say how long it is, as when a recorder loses power: all that is there is taken.',
    );
  const size = info.frames === 0 ? await unpacked.length() : info.frames * frameBytes;
  const read = async (from: number, wanted: number) => {
    const there = Math.min(wanted, size - from);
    const got = await unpacked.read(from, there);
    // The library unpacks nothing more behind a part that is damaged.
    if (got.byteLength < there && repairs.length === 0)
      repairs.push(
        `It is damaged or cut off ${((from + got.byteLength) / frameBytes / sampleRateHz).toFixed(1)} s from its beginning: what stands before that is taken.`,
      );
    return got;
  };
  return {
    ok: true,
    source: { size, read },
    format: {
      kind: 'integer',
      bits: 8 * sampleBytes,
      channels,
      sampleRateHz,
      frameBytes,
      start: 0,
      frames: size / frameBytes,
      isSurround: channels === 6,
      repairs,
    },
  };
};
