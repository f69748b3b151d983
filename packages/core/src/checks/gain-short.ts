import { missingDb, onTarget, unitOf, wayOf, type Strand } from '../gain';
import { combineEdits, putApp } from '../rig';
import type { Db } from '../units';
import { severityOfAmount } from './amount';
import { figureText, finding, type Check, type Fix, type Found, type Severity, type Solved } from './finding';
import { upToMark } from './fixes/back-to-mark';
import { addBooster, moveTalker, padOff, setGain } from './fixes/level';
import { turnUpAlong } from './fixes/turn-up';
import { gainsToTurn, padsOn, placementOf, towardsAim, voices, type VoiceGain } from './voice-gain';

/** So much less than one way alone means that ways take each other away, dB. */
const CANCELS_DB = 3;

/** The most a program adds by its own input gain, dB. */
const MOST_INPUT_DB: Db = 40;

/** The program's own input gain turned up: nothing gets cleaner by it. */
const programUp = ({ find, rig }: Solved, { at }: Strand, byDb: Db): Fix[] => {
  const app = find.app(at?.app ?? '');
  const inputGainDb = Math.ceil((app?.inputGainDb ?? 0) + byDb);
  if (!app || inputGainDb > MOST_INPUT_DB) return [];
  const label = `Turn the input gain of ${app.name} up to ${inputGainDb} dB`;
  return [{ label, edit: { ...putApp(rig, { ...app, inputGainDb }), label }, isLastResort: true }];
};

/** The same where nothing on its way can be turned: what stands below its mark, else closer. */
const withoutGain = (solved: Solved, strand: Strand, level: Db, severity: Severity): Found => {
  const { aim } = strand;
  const missing = aim.lowest - level;
  const placement = placementOf(solved, strand);
  return finding({
    code: 'gain-short',
    severity,
    title: `${strand.sourceName} reads ${figureText(level)} ${unitOf(aim)} at ${strand.sinkLabel}, ${figureText(missing)} dB too quiet`,
    why: `No gain on its way there can be turned. Bring it another way, or louder: from an output that is made for it, or by a lead without a pad. Aim for ${aim.words}.`,
    places: [
      ...(strand.at ? [{ device: strand.at.device }] : []),
      ...(placement ? [{ device: placement.device, person: placement.person }] : []),
    ],
    about: [{ control: strand.id }],
    figures: [
      {
        label: 'There',
        value: level,
        unit: unitOf(aim),
        from: `the whole way of ${strand.sourceName}, worked out`,
      },
      { label: 'Aim', value: aim.best, unit: unitOf(aim), from: aim.words },
    ],
    propose: () => [
      ...upToMark(solved, strand.stages, missing, 0),
      ...turnUpAlong(solved, wayOf(solved.heard, strand), missing),
      ...moveTalker(solved, placement?.id, missing),
      ...programUp(solved, strand, missing),
    ],
  });
};

/** Several gains turned up together, each out of the last tenth of its travel; nothing where that is not enough. */
const turnEach = ({ rig }: Solved, gains: readonly VoiceGain[], missing: Db, slack: Db): Fix[] => {
  let left = missing;
  const turns = gains.flatMap((gain) => {
    const { minDb, maxDb } = gain.control;
    const highest = Math.floor(minDb + rig.assumptions.gainTravelLimit * (maxDb - minDb));
    const byDb = Math.min(left, highest - gain.value);
    if (byDb <= 0) return [];
    left -= byDb;
    return [setGain(rig, gain, gain.value + byDb)];
  });
  if (turns.length < 2 || left > slack) return [];
  const label = turns
    .map((turn, at) => (at === 0 ? turn.label : `${turn.label[0]!.toLowerCase()}${turn.label.slice(1)}`))
    .join(', ');
  return [{ label, edit: combineEdits(label, ...turns.map(({ edit }) => edit)) }];
};

/** A voice that arrives on its track below the aim. */
export const gainShort: Check = (solved) => {
  const all = voices(solved);
  return all.flatMap((strand): Found[] => {
    const { aim } = strand;
    const end = strand.stages[strand.stages.length - 1]!;
    // Ways that take each other away are another finding's: no gain brings back what cancels.
    if (end.typical < strand.alone - CANCELS_DB) return [];
    const { typical, peak } = end;
    const missing = missingDb(aim, typical, peak);
    // Stryker disable next-line EqualityOperator: where nothing is missing it is on target
    if (missing <= 0 || onTarget(aim, typical, peak)) return [];
    const gains = gainsToTurn(solved, strand);
    const level = aim.measure === 'typical' ? typical : peak;
    const severity = severityOfAmount(aim.lowest - level);
    if (!severity) return [];
    const gain = gains[0];
    if (!gain) return [withoutGain(solved, strand, level, severity)];
    const spareOf = ({ control, value }: VoiceGain) => control.maxDb - value;
    const spare = gains.reduce((sum, one) => sum + spareOf(one), 0);
    const slack = aim.best - aim.lowest;
    const enough = spare >= missing - slack;
    // Where it would have to stand in the last tenth of its travel, more gain ahead of it is worth its price.
    const travel = solved.rig.assumptions.gainTravelLimit * (gain.control.maxDb - gain.control.minDb);
    const isAtTop = towardsAim(solved, gain, missing, slack) > gain.control.minDb + travel;
    const turns = gains
      .filter((one) => spareOf(one) >= missing - slack)
      .flatMap((one) =>
        // Where the middle of the aim is too much on the way, its least is there.
        [towardsAim(solved, one, missing, slack), one.value + Math.max(0, missing - slack)].map((value) => ({
          isTop: one === gain && value > gain.control.minDb + travel,
          fix: setGain(solved.rig, one, value),
        })),
      );
    const isLater = (one: { device: string; control: string }) =>
      !gains.some(({ device, control }) => device === one.device && control.id === one.control);
    const placement = placementOf(solved, strand);
    const desk = solved.find.nameOf(gain.device);
    const short = aim.lowest - (level + spare);
    const isOnOthers = all.some(({ person, at }) => person === strand.person && at !== strand.at);
    const where = isOnOthers ? ` at ${strand.sinkLabel}` : '';
    return [
      finding({
        code: 'gain-short',
        severity,
        title: `${strand.sourceName} reads ${figureText(level)} ${unitOf(aim)}${where}, ${figureText(aim.lowest - level)} dB too quiet`,
        why: enough
          ? `${gain.control.label} of ${desk} is at ${gain.value} of ${gain.control.maxDb} dB. Aim for ${aim.words}.`
          : `Even at its full ${gain.control.maxDb} dB, ${gain.control.label} of ${desk}${gains.length > 1 ? ', with all that follows it turned up,' : ''} leaves the voice ${figureText(short)} dB short. Get closer, or add level ahead of the input. Aim for ${aim.words}.`,
        places: [
          { device: gain.device, control: gain.control.id },
          ...(placement ? [{ device: placement.device, person: placement.person }] : []),
        ],
        figures: [
          {
            label: aim.measure === 'typical' ? 'Average on the track' : 'Peaks on the track',
            value: level,
            unit: unitOf(aim),
            from: `the whole way of ${strand.sourceName}, worked out`,
          },
          { label: 'Aim', value: aim.best, unit: unitOf(aim), from: aim.words },
          {
            label: 'Gain left',
            value: spare,
            unit: 'dB',
            from: gains.length > 1 ? 'ranges of all gains on its way' : `range of ${gain.control.label}`,
          },
        ],
        propose: () => [
          ...padsOn(solved, strand).map((pad) => {
            // By so much more it comes out louder: often more than is missing.
            const value = towardsAim(solved, gain, missing + pad.db, slack);
            return padOff(solved.rig, pad, gain, value);
          }),
          // What was pulled down is put back before a gain has to make up for it.
          ...upToMark(solved, strand.stages, missing, slack),
          // As early as possible; a gain that would clip on the way is tried and dropped.
          ...turns.filter(({ isTop }) => !isTop).map(({ fix }) => fix),
          // What follows it has room where the gain itself has hiss only.
          ...(turns.some(({ isTop }) => isTop)
            ? turnUpAlong(solved, wayOf(solved.heard, strand), Math.max(0, missing - slack), isLater)
            : []),
          ...turns.filter(({ isTop }) => isTop).map(({ fix }) => fix),
          // Where none alone is enough: each as far as it goes without hiss, the first first.
          ...(turns.length === 0 && enough ? turnEach(solved, gains, missing, slack) : []),
          // Closer costs nothing; a booster has to be bought.
          ...(enough && !isAtTop
            ? []
            : moveTalker(solved, placement?.id, enough ? missing - slack : missing)),
          ...(enough && !isAtTop ? [] : addBooster(solved, placement?.device, gain, missing)),
          ...(enough ? [] : [...(spareOf(gain) > 0 ? [setGain(solved.rig, gain, gain.control.maxDb)] : [])]),
        ],
      }),
    ];
  });
};
