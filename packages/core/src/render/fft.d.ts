declare module 'fft.js' {
  /** A transform of a power of two; complex numbers as re, im, re, im … */
  export default class FFT {
    constructor(size: number);
    createComplexArray(): number[];
    transform(out: ArrayLike<number>, data: ArrayLike<number>): void;
    inverseTransform(out: ArrayLike<number>, data: ArrayLike<number>): void;
    realTransform(out: ArrayLike<number>, data: ArrayLike<number>): void;
    completeSpectrum(spectrum: ArrayLike<number>): void;
  }
}
