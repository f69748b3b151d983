import { everyFew, pieceSize, type SoundPiece } from './pieces';
import { dbfsOfPower } from './quantities';

/** The long-term spectrum in third octaves: IEC 61260-1, base ten. */

/** From 20 Hz to 20 kHz, as numbers of the standard's series: the middle of each is 1000 · 10^(number / 10). */
const NUMBERS = Array.from({ length: 31 }, (_, at) => at - 17);
const MOST_PIECES = 24;

export interface Band {
  /** The exact middle, Hz. */
  hertz: number;
  /** Null where nothing is. */
  dbfs: number | null;
}

/** Of each band its first and last line, and how much of those two it has. */
const edgesOf = (rateHz: number) => {
  const lineHz = rateHz / pieceSize(rateHz);
  return NUMBERS.map((number) => {
    const [low, high] = [-0.05, 0.05].map((half) => (1000 * 10 ** (number / 10 + half)) / lineHz) as [
      number,
      number,
    ];
    return { hertz: 1000 * 10 ** (number / 10), low, high };
  }).filter(({ hertz }) => hertz * 10 ** 0.05 < rateHz / 2);
};

/** @returns what hears the pieces of one channel */
export const thirdOctavesMeter = (rateHz: number) => {
  const edges = edgesOf(rateHz);
  const pieces = everyFew<Float64Array>(MOST_PIECES);
  return {
    hear: ({ spectrum }: SoundPiece): void => {
      if (!pieces.isNext()) return;
      const powers = spectrum();
      pieces.keep(
        Float64Array.from(edges, ({ low, high }) => {
          let sum = 0;
          // A line stands for half its width on either side.
          for (let line = Math.round(low); line <= Math.round(high); line += 1)
            sum += powers[line]! * Math.max(0, Math.min(high, line + 0.5) - Math.max(low, line - 0.5));
          return sum;
        }),
      );
    },
    found: (): Band[] => {
      const kept = pieces.kept();
      return edges.map(({ hertz }, at) => {
        const power = kept.reduce((sum, one) => sum + one[at]!, 0) / Math.max(1, kept.length);
        return { hertz, dbfs: power > 0 ? dbfsOfPower(power) : null };
      });
    },
  };
};
