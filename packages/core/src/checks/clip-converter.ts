import { firstClipping, pads, stepBack, turnDown, unplugStrand } from './clipping';
import { severityOfAmount } from './amount';
import { figureText, finding, type Check } from './finding';
import { downToMark } from './fixes/back-to-mark';

/** Peaks go through the ceiling behind a gain control: at the amplifier or at digital full scale. */
export const clipConverter: Check = (solved) =>
  firstClipping(solved)
    .filter((clipping) => clipping.afterGain)
    .map((clipping) => {
      const { strand, stage, overDb, worstDb } = clipping;
      const device = stage.device ? solved.find.nameOf(stage.device) : '';
      return finding({
        code: 'clip-converter',
        severity: severityOfAmount(overDb) ?? 'advice',
        title: `${strand.sourceName} clips in ${device} by ${figureText(overDb)} dB`,
        why: `Peaks reach ${figureText(stage.peak)} ${stage.unit} at “${stage.label}”, ceiling ${figureText(stage.ceiling!)} ${stage.unit}. Clipping can never be repaired afterwards: turn down.`,
        places: [
          {
            ...(stage.device ? { device: stage.device } : {}),
            ...(strand.person ? { person: strand.person } : {}),
          },
        ],
        figures: [
          {
            label: 'Peaks',
            value: stage.peak,
            unit: stage.unit,
            from: `the whole way of ${strand.sourceName}, worked out`,
          },
          { label: 'Ceiling', value: stage.ceiling!, unit: stage.unit, from: `device model of ${device}` },
        ],
        propose: () => [
          ...downToMark(solved, strand.stages.slice(0, strand.stages.indexOf(stage) + 1), worstDb + 1),
          ...turnDown(solved, clipping),
          ...pads(solved, strand),
          ...stepBack(solved, clipping),
          ...unplugStrand(solved, clipping),
        ],
      });
    });
