/** A maximally flat high-pass of 12 dB for each octave at a frequency: s² / (s² + √2·s·c + c²). @param cornerHz where 3 dB are lost */
export const highPassAt = (cornerHz: number, hertz: number): { re: number; im: number } => {
  const x = hertz / cornerHz;
  // −x² / ((1 − x²) + j·√2·x)
  const [re, im] = [1 - x ** 2, Math.SQRT2 * x];
  const size = re ** 2 + im ** 2;
  return { re: (-(x ** 2) * re) / size, im: (x ** 2 * im) / size };
};
