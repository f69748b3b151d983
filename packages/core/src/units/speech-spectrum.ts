/** Mid-bands of third octaves, Hz, and the speech level in each hertz of them, dB: normal effort. ANSI S3.5-1997 (memory). */
const NORMAL_SPEECH: [hertz: number, dbPerHz: number][] = [
  [160, 32.41],
  [200, 34.48],
  [250, 34.75],
  [315, 33.98],
  [400, 34.59],
  [500, 34.27],
  [630, 32.06],
  [800, 28.3],
  [1000, 25.01],
  [1250, 23.0],
  [1600, 20.15],
  [2000, 17.32],
  [2500, 13.18],
  [3150, 11.55],
  [4000, 9.33],
  [5000, 5.31],
  [6300, 2.59],
  [8000, 1.13],
];

/** Half a third octave, as a ratio. */
const EDGE = 2 ** (1 / 6);

interface Band {
  low: number;
  high: number;
  /** Share of the whole power, 0 to 1. */
  share: number;
}

/** Third octaves of speech and the share of its power in each. */
export const SPEECH_BANDS: readonly Band[] = (() => {
  const bands = NORMAL_SPEECH.map(([hertz, dbPerHz]) => {
    const [low, high] = [hertz / EDGE, hertz * EDGE];
    return { low, high, power: 10 ** (dbPerHz / 10) * (high - low) };
  });
  const whole = bands.reduce((sum, { power }) => sum + power, 0);
  return bands.map(({ low, high, power }) => ({ low, high, share: power / whole }));
})();

/** Level of the whole spectrum, dB SPL 1 m in front of the mouth; 62.35 by the standard. */
export const SPEECH_SPECTRUM_LEVEL =
  10 *
  Math.log10(
    NORMAL_SPEECH.reduce(
      (sum, [hertz, dbPerHz]) => sum + 10 ** (dbPerHz / 10) * (hertz * EDGE - hertz / EDGE),
      0,
    ),
  );

/** Frequencies that stand for the whole of speech, two to a third octave, and the share of its power at each. */
export const SPEECH_LINES: { hertz: number; share: number }[] = SPEECH_BANDS.flatMap(({ low, high, share }) =>
  [0.25, 0.75].map((part) => ({ hertz: low * (high / low) ** part, share: share / 2 })),
);

/**
 * How alike speech is to itself a moment later: 1 at once, about 0 after a few milliseconds. The autocorrelation of its
 * long-term spectrum; two equal ways this far apart add to 1 + this, in power.
 * @param lateMs how much later, milliseconds
 */
export const speechLikeness = (lateMs: number): number => {
  const late = Math.abs(lateMs) / 1000;
  if (late === 0) return 1;
  return SPEECH_BANDS.reduce((sum, { low, high, share }) => {
    const turn = 2 * Math.PI * late;
    return sum + (share * (Math.sin(turn * high) - Math.sin(turn * low))) / (turn * (high - low));
  }, 0);
};
