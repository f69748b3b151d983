import { controlOf, dynamicsWords, valueWords } from '../catalogue';
import type { Because } from '../flow';
import { againstUsualWords, roomOf, settingOf, type Lookup } from '../rig';
import { WHITE_NOISE_A_DB } from '../units';
import type { Stage, Strand } from './strand';

/** One figure of a stage and where it comes from. */
export interface Provenance {
  label: string;
  value: number | null;
  unit: string;
  from: string;
}

const signed = (db: number) => `${db < 0 ? '−' : '+'} ${Math.abs(db).toFixed(1)} dB`;

const startWords = (find: Lookup, strand: Strand): string => {
  const { assumptions, people } = find.rig;
  const [first] = strand.stages;
  switch (first?.role) {
    case 'voice': {
      const { effort, againstUsualDb = 0 } = people.find(({ id }) => id === strand.person) ?? {};
      const own = againstUsualDb === 0 ? '' : `, ${againstUsualWords(againstUsualDb)}, as set`;
      return `${effort ?? ''} voice, long-term level 1 m in front of the mouth (ANSI S3.5-1997)${own}`;
    }
    case 'app':
    case 'far-end':
      return `assumption of this rig: ${assumptions.callLevelDbfs} dBFS`.replace('-', '−');
    default:
      return `device model of ${find.device(first?.device ?? '')?.name ?? 'the source'}`;
  }
};

const controlWords = (find: Lookup, device: string, id: string): string => {
  const control = controlOf(find.modelOf(device), id);
  const at = find.device(device);
  if (!control || !at) return id;
  const set = dynamicsWords(find.modelOf(device)!, id);
  return `${control.label} at ${valueWords(control, settingOf(at, control))}${set ? ` (${set})` : ''}`;
};

/** Why a term of a level is what it is: read off the datum it comes from. */
const becauseWords = (find: Lookup, because: Because): string => {
  const placementOf = (id: string) => find.rig.placements.find((placement) => placement.id === id);
  switch (because.kind) {
    case 'model':
      return `device model of ${find.device(because.device)?.name ?? 'the source'}`;
    case 'control':
      return controlWords(find, because.device, because.control);
    case 'desk':
      return because.words;
    case 'circuit':
      return 'solved circuit: source and input impedance, lead, everything else on these contacts';
    case 'distance':
      return `${Math.round((placementOf(because.placement)?.distanceM ?? 1) * 100)} cm away (inverse-square law)`;
    case 'direction':
      return `${placementOf(because.placement)?.offAxisDeg ?? 0}° off axis`.replace('-', '');
    case 'mouth':
      return `${placementOf(because.placement)?.bearingDeg ?? 0}° beside the mouth`.replace('-', '');
    case 'air':
      return because.words;
    case 'app':
      return `${find.app(because.app)?.name ?? 'the program'} ${because.words}`;
    case 'data':
      return 'arrives as it left: as numbers';
  }
};

/** What turned the level of the stage before into this one. */
const gainWords = (find: Lookup, stage: Stage): string => {
  // What is turned comes first, what is built in after it.
  const turned = stage.terms.filter(({ because }) => because.kind === 'control');
  const rest = stage.terms.filter(({ because }) => because.kind !== 'control');
  const words = [...turned, ...rest].map(({ because }) => becauseWords(find, because));
  return words.length > 0 ? [...new Set(words)].join('; ') : 'nothing on the way changes it';
};

/** Gates and compressors move peaks by less than this unsaid, dB. */
const UNSAID_DB = 0.05;

const crestWords = (find: Lookup, strand: Strand, stage: Stage): string => {
  const start = strand.stages[0]!;
  const more = stage.peak - stage.typical - (start.peak - start.typical);
  return Math.abs(more) < UNSAID_DB
    ? ownCrestWords(find, strand)
    : `${ownCrestWords(find, strand)}; ${signed(more)} by the gate or compressor before here: it has turned down for the long-term level, not for the syllable that sets in`;
};

const ownCrestWords = (find: Lookup, strand: Strand): string => {
  const { speechCrestDb, callCrestDb } = find.rig.assumptions;
  if (strand.person) return `level + ${speechCrestDb} dB, an assumption of this rig (ANSI S3.5 uses 15)`;
  return strand.stages[0]?.role === 'app'
    ? `level + ${callCrestDb} dB, an assumption of this rig`
    : 'level + the programme’s own peaks, from its device model';
};

/**
 * Where every figure of a stage comes from, in words an operator can follow back.
 * @param index which stage of the strand, from 0
 * @throws RangeError when the strand has no such stage
 */
export const explainStage = (find: Lookup, strand: Strand, index: number): Provenance[] => {
  const stage = strand.stages[index];
  if (!stage) throw new RangeError(`This strand has ${strand.stages.length} stages, none at ${index}.`);
  const before = strand.stages[index - 1];
  const { unit } = stage;
  return [
    {
      label: 'Level',
      value: stage.typical,
      unit,
      from: before
        ? `“${before.label}” ${signed(stage.gainDb)}: ${gainWords(find, stage)}`
        : startWords(find, strand),
    },
    { label: 'Peaks', value: stage.peak, unit, from: crestWords(find, strand, stage) },
    {
      label: 'Noise',
      value: stage.noise,
      unit,
      from:
        stage.noise === null
          ? 'no noise is stated for anything before this place'
          : `powers added: the room (${roomOf(find.rig).noiseDba} dB(A), an assumption of this rig), thermal noise of coils (290 K, 20 kHz), self-noise and equivalent input noise of the device models on the way`,
    },
    ...(stage.noise === null
      ? []
      : [
          {
            label: 'Noise, A-weighted',
            value: stage.noise + WHITE_NOISE_A_DB,
            unit: `${unit} (A)`,
            from: `the same as a weighted meter reads it: ${Math.abs(WHITE_NOISE_A_DB).toFixed(1)} dB less for white noise in 20 kHz (IEC 61672)`,
          },
        ]),
    ...(stage.betweenWordsDb !== undefined && stage.noise !== null
      ? [
          {
            label: 'Noise between words',
            value: stage.noise + stage.betweenWordsDb,
            unit,
            from: 'what a gate shuts out and a compressor gives back while nobody speaks; over the noise while speaking they change nothing',
          },
        ]
      : []),
    {
      label: 'Ceiling',
      value: stage.ceiling,
      unit,
      from:
        stage.ceiling === null
          ? 'no ceiling is stated for this place'
          : unit === 'dBFS'
            ? 'digital full scale'
            : `device model of ${find.device(stage.device ?? '')?.name ?? ''}`,
    },
    { label: 'Room over the peaks', value: stage.headroomDb, unit: 'dB', from: 'ceiling − peaks' },
    { label: 'Voice over the noise', value: stage.signalToNoiseDb, unit: 'dB', from: 'level − noise' },
    {
      label: 'Late by',
      value: stage.delayMs,
      unit: 'ms',
      from: 'air at 343 m/s, converters and buffers so far',
    },
  ];
};
