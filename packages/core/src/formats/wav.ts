/** Bytes of a sample: 24 bits. */
const SAMPLE_BYTES = 3;
const FULL_SCALE = 2 ** 23;
const HEADER_BYTES = 44;

const asciiAt = (view: DataView, at: number, text: string) =>
  [...text].forEach((letter, k) => view.setUint8(at + k, letter.charCodeAt(0)));

/**
 * A sound as a WAV file: 24-bit PCM, little end first. What is over full scale is cut off.
 * @param channels as many samples each, 1 being full scale
 * @throws RangeError where there is no channel, they differ in length, or the file would be over 4 GiB
 */
export const wavOf = (channels: readonly ArrayLike<number>[], rateHz: number): Uint8Array => {
  const length = channels[0]?.length;
  if (length === undefined) throw new RangeError('A WAV file needs a channel.');
  if (channels.some((one) => one.length !== length)) throw new RangeError('All channels must be as long.');
  const frameBytes = channels.length * SAMPLE_BYTES;
  const dataBytes = length * frameBytes;
  // An odd number of bytes is followed by an empty one.
  const padding = dataBytes % 2;
  if (HEADER_BYTES + dataBytes + padding > 2 ** 32 - 1)
    throw new RangeError('A plain WAV file ends at 4 GiB.');
  const file = new Uint8Array(HEADER_BYTES + dataBytes + padding);
  const view = new DataView(file.buffer);
  asciiAt(view, 0, 'RIFF');
  view.setUint32(4, HEADER_BYTES - 8 + dataBytes + padding, true);
  asciiAt(view, 8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, channels.length, true);
  view.setUint32(24, rateHz, true);
  view.setUint32(28, rateHz * frameBytes, true);
  view.setUint16(32, frameBytes, true);
  view.setUint16(34, 8 * SAMPLE_BYTES, true);
  asciiAt(view, 36, 'data');
  view.setUint32(40, dataBytes, true);
  let at = HEADER_BYTES;
  for (let frame = 0; frame < length; frame += 1) {
    for (const channel of channels) {
      const value = Math.round(Math.max(-1, Math.min(1, channel[frame]!)) * FULL_SCALE);
      const whole = Math.max(-FULL_SCALE, Math.min(FULL_SCALE - 1, value));
      view.setUint16(at, whole & 0xffff, true);
      view.setInt8(at + 2, whole >> 16);
      at += SAMPLE_BYTES;
    }
  }
  return file;
};
