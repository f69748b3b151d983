import { aimFor, missingDb, onTarget } from '../gain';
import { figureText, finding, type Check, type Found } from './finding';
import { addBooster, moveTalker, setGain } from './fixes/level';
import { firstGain, placementOf, voices } from './voice-gain';

/** A voice that arrives on its track below the aim. */
export const gainShort: Check = (solved) => {
  return voices(solved).flatMap((strand): Found[] => {
    const aim = aimFor(solved.rig.target, strand.sinkKind);
    const end = strand.stages[strand.stages.length - 1]!;
    const gain = firstGain(solved, strand);
    const missing = missingDb(aim, end.typical, end.peak);
    if (!gain || missing <= 0 || onTarget(aim, end.typical, end.peak)) return [];
    const spare = gain.control.maxDb - gain.value;
    const level = aim.measure === 'typical' ? end.typical : end.peak;
    const enough = spare >= missing - (aim.best - aim.lowest);
    const placement = placementOf(solved, strand);
    const desk = solved.find.device(gain.device)?.name ?? gain.device;
    const short = aim.lowest - (level + spare);
    return [
      finding({
        code: 'gain-short',
        severity: enough ? 'caution' : 'fault',
        title: `${strand.sourceName} reads ${figureText(level)} dBFS, ${figureText(aim.lowest - level)} dB too quiet`,
        why: enough
          ? `${gain.control.label} of ${desk} is at ${gain.value} of ${gain.control.maxDb} dB. Aim for ${aim.words}.`
          : `Even at its full ${gain.control.maxDb} dB, ${gain.control.label} of ${desk} leaves the voice ${figureText(short)} dB short. Get closer, or add level ahead of the input. Aim for ${aim.words}.`,
        places: [
          { device: gain.device, control: gain.control.id },
          ...(placement ? [{ device: placement.device, person: placement.person }] : []),
        ],
        figures: [
          {
            label: aim.measure === 'typical' ? 'Average on the track' : 'Peaks on the track',
            value: level,
            unit: 'dBFS',
            from: `strand of ${strand.sourceName}`,
          },
          { label: 'Aim', value: aim.best, unit: 'dBFS', from: aim.words },
          { label: 'Gain left', value: spare, unit: 'dB', from: `range of ${gain.control.label}` },
        ],
        propose: () =>
          enough
            ? [setGain(solved.rig, gain, gain.value + missing)]
            : [
                ...addBooster(solved, placement?.device, gain, missing),
                ...moveTalker(solved, placement?.id, missing),
                ...(spare > 0 ? [setGain(solved.rig, gain, gain.control.maxDb)] : []),
              ],
      }),
    ];
  });
};
