import FFT from 'fft.js';
import { spectrumOf } from './spectrum';
import { noise } from './signals.testing';

it('half as long a transform gives each line’s power as the whole one does', () => {
  const size = 256;
  const piece = Float64Array.from({ length: size }, noise(-6, 3));
  const fft = new FFT(size);
  const window = piece.map((_, at) => 0.5 - 0.5 * Math.cos((2 * Math.PI * at) / size));
  const out = fft.createComplexArray();
  fft.realTransform(
    out,
    [...piece].map((one, at) => one * window[at]!),
  );
  const scale = 2 / (size * window.reduce((sum, one) => sum + one * one, 0));
  const powers = spectrumOf(size, 48_000).of(piece);
  for (let line = 1; line < size / 2; line += 1)
    expect(powers[line]).toBeCloseTo(scale * (out[2 * line]! ** 2 + out[2 * line + 1]! ** 2), 12);
});
