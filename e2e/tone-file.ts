/** Two seconds of a tone as a WAV file, 16 bits: its level, a sine at full scale being 0 dBFS; so many channels. */
export const toneFile = (dbfs: number, channels = 1): Buffer => {
  const rate = 48_000;
  const frames = 2 * rate;
  const head = Buffer.alloc(44);
  head.write('RIFF', 0);
  head.writeUInt32LE(36 + frames * 2 * channels, 4);
  head.write('WAVEfmt ', 8);
  head.writeUInt32LE(16, 16);
  head.writeUInt16LE(1, 20);
  head.writeUInt16LE(channels, 22);
  head.writeUInt32LE(rate, 24);
  head.writeUInt32LE(rate * 2 * channels, 28);
  head.writeUInt16LE(2 * channels, 32);
  head.writeUInt16LE(16, 34);
  head.write('data', 36);
  head.writeUInt32LE(frames * 2 * channels, 40);
  const samples = new Int16Array(frames * channels);
  const full = 2 ** 15 - 1;
  const peak = full * 10 ** (dbfs / 20);
  for (let at = 0; at < samples.length; at += 1) {
    const value = peak * Math.sin((2 * Math.PI * 440 * Math.floor(at / channels)) / rate);
    samples[at] = Math.max(-full - 1, Math.min(full, Math.round(value)));
  }
  return Buffer.concat([head, Buffer.from(samples.buffer)]);
};
