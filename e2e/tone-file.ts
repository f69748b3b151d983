const RATE = 48_000;

/** Samples as a WAV file of 16 bits. */
const fileOf = (samples: Int16Array, channels: number): Buffer => {
  const rate = RATE;
  const frames = samples.length / channels;
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
  return Buffer.concat([head, Buffer.from(samples.buffer)]);
};

const FULL = 2 ** 15 - 1;

/** Two seconds of a tone: its level, a sine at full scale being 0 dBFS; so many channels. */
export const toneFile = (dbfs: number, channels = 1): Buffer => {
  const peak = FULL * 10 ** (dbfs / 20);
  const samples = Int16Array.from({ length: 2 * RATE * channels }, (_, at) => {
    const value = peak * Math.sin((2 * Math.PI * 440 * Math.floor(at / channels)) / RATE);
    return Math.max(-FULL - 1, Math.min(FULL, Math.round(value)));
  });
  return fileOf(samples, channels);
};

/** Twelve seconds of noise that comes and goes as syllables do, after so much silence, seconds. */
export const noiseFile = (silenceS: number): Buffer => {
  let state = 1;
  const random = () => (state = (Math.imul(state, 1_103_515_245) + 12_345) | 0) / 2 ** 31;
  const loud = Array.from({ length: 100 }, () => Math.abs(random()));
  const sound = Int16Array.from({ length: 12 * RATE }, (_, at) => {
    const size = loud[Math.floor((at / RATE) * 5)]!;
    return 0.3 * FULL * random() * (size > 0.4 ? size : 0);
  });
  const samples = new Int16Array(Math.round(silenceS * RATE) + sound.length);
  samples.set(sound, samples.length - sound.length);
  return fileOf(samples, 1);
};
