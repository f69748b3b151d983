import { controlOf } from '../catalogue';
import { figureText } from '../checks';
import type { Readings } from '../offers';
import { lookup, settingOf, type Rig } from '../rig';
import type { Stage, Strand } from '../gain';
import { GLOSSARY, type TradeTerm } from './terms';

/** A word of the trade with what it comes to in one rig. */
export interface TermHere extends TradeTerm {
  /** The rig's own figures for it, each a sentence; none where it has none. */
  here: string[];
}

/** A piece of a text; `word` where it is a word of the trade, as the glossary writes it. */
export interface TextPiece {
  text: string;
  word?: string;
}

/** More than this for one word are a list, not an explanation. */
const MOST_ROWS = 4;

type Here = (rig: Rig, readings: Readings) => string[];

const voicesOf = ({ strands }: Readings): Strand[] =>
  strands.filter(({ person, arrives, isCrosstalk }) => person !== null && arrives && !isCrosstalk);

/** One sentence for each voice, from a stage of its way. */
const perVoice =
  (choose: (stages: Stage[]) => Stage | undefined, words: (stage: Stage, strand: Strand) => string): Here =>
  (_rig, readings) => {
    const seen = new Set<string>();
    return voicesOf(readings).flatMap((strand) => {
      const stage = choose(strand.stages);
      const key = `${strand.source} ${stage?.node}`;
      if (!stage || seen.has(key)) return [];
      seen.add(key);
      return [words(stage, strand)];
    });
  };

const last = (stages: Stage[]): Stage | undefined => stages[stages.length - 1];

const nameOf = (rig: Rig, device: string | null): string =>
  (device && lookup(rig).device(device)?.name) || 'it';

const ofKind =
  (test: (kind: { omniPart?: number; hasLoad: boolean; isThermal: boolean }) => boolean): Here =>
  (rig) => {
    const names = rig.devices.flatMap((device) => {
      const model = lookup(rig).modelOf(device.id);
      const capsule = model?.points.find(({ role }) => role === 'capsule');
      const output = model?.elements.find(({ kind }) => kind === 'output');
      if (!model || !capsule || model.kind !== 'microphone') return [];
      return test({
        ...(capsule.omniPart === undefined ? {} : { omniPart: capsule.omniPart }),
        hasLoad: model.elements.some(({ kind }) => kind === 'load'),
        isThermal: output?.kind === 'output' && output.thermal === true,
      })
        ? [device.name]
        : [];
    });
    return names.length > 0 ? [`In this rig: ${names.join(', ')}.`] : [];
  };

const found =
  (...codes: string[]): Here =>
  (_rig, { findings }) =>
    findings.filter(({ code }) => codes.includes(code)).map(({ title }) => `${title}.`);

const phantom: Here = (rig, { circuit }) => [
  ...circuit.loads
    .filter(({ device, element }) =>
      lookup(rig)
        .modelOf(device)
        ?.elements.some((one) => one.kind === 'load' && one.id === element && one.standard === 'P48'),
    )
    .map(
      ({ device, volts, minVolts }) =>
        `${nameOf(rig, device)} has ${figureText(volts, 1)} V of it and works from ${figureText(minVolts, 0)} V.`,
    ),
  ...circuit.rails
    .filter(({ on }) => on)
    .map(
      ({ device, volts, milliamps }) =>
        `${nameOf(rig, device)} gives ${figureText(volts, 1)} V at ${figureText(milliamps, 1)} mA in all.`,
    ),
];

const gains: Here = (rig, readings) => {
  const seen = new Set<string>();
  return voicesOf(readings).flatMap(({ stages, sourceName }) => {
    const find = lookup(rig);
    const turned = stages
      .flatMap(({ controls }) => controls)
      .find((one) => controlOf(find.modelOf(one.device), one.control)?.kind === 'gain');
    const device = turned && find.device(turned.device);
    const control = turned && controlOf(find.modelOf(turned.device), turned.control);
    const key = `${turned?.device} ${turned?.control}`;
    if (!device || control?.kind !== 'gain' || seen.has(key)) return [];
    seen.add(key);
    return [
      `${control.label} of ${device.name} stands at ${figureText(Number(settingOf(device, control)), 0)} of ${figureText(control.maxDb, 0)} dB for ${sourceName}.`,
    ];
  });
};

const impedance: Here = (rig) =>
  rig.devices.flatMap((device) => {
    const model = lookup(rig).modelOf(device.id);
    const output = model?.elements.find(({ kind }) => kind === 'output');
    return model?.kind === 'microphone' && output?.kind === 'output'
      ? [`${device.name} has ${figureText(output.ohms, 0)} Ω.`]
      : [];
  });

const calls: Here = (_rig, { findings, meant }) => [
  ...findings.filter(({ code }) => code === 'caller-echo').map(({ title }) => `${title}.`),
  ...meant
    .filter(({ sentence }) => /call/i.test(sentence))
    .map(({ sentence, isMet }) => `${sentence.replace(/\.$/, '')}: ${isMet ? 'so it is' : 'not yet so'}.`),
];

/** What each word comes to in a rig; by the word as the glossary writes it. */
const HERE: Record<string, Here> = {
  'Phantom power': phantom,
  'Condenser microphone': ofKind(({ hasLoad }) => hasLoad),
  'Dynamic microphone': ofKind(({ hasLoad, isThermal }) => !hasLoad && isThermal),
  Cardioid: ofKind(({ omniPart }) => omniPart === 0.5),
  Gain: gains,
  Impedance: impedance,
  'Mix-minus': calls,
  'Ground loop': found('ground-loop'),
  Polarity: found('polarity', 'mono-cancel'),
  Clipping: found('clip-input', 'clip-converter'),
  dBFS: perVoice(
    (stages) => (last(stages)?.unit === 'dBFS' ? last(stages) : undefined),
    ({ typical, peak }, { sourceName, sinkLabel }) =>
      `${sourceName} averages ${figureText(typical, 1)} dBFS at ${sinkLabel}, peaks at ${figureText(peak, 1)}.`,
  ),
  'dB SPL': perVoice(
    (stages) => stages.find(({ role }) => role === 'capsule'),
    ({ typical }, { sourceName }) => `${sourceName} is ${figureText(typical, 0)} dB SPL at the microphone.`,
  ),
  'dBu and dBV': perVoice(
    (stages) => stages.find(({ unit, role }) => unit === 'dBu' && role === 'input'),
    ({ typical, label }, { sourceName }) => `${sourceName} is ${figureText(typical, 1)} dBu at ${label}.`,
  ),
  Headroom: perVoice(
    (stages) =>
      stages
        .filter(({ headroomDb }) => headroomDb !== null)
        .reduce<Stage | undefined>((a, b) => (a && a.headroomDb! <= b.headroomDb! ? a : b), undefined),
    ({ headroomDb, label }, { sourceName }) =>
      `${sourceName} has ${figureText(headroomDb!, 1)} dB left where it is least, at ${label}.`,
  ),
  Noise: perVoice(
    last,
    ({ signalToNoiseDb }, { sourceName, sinkLabel }) =>
      `${sourceName} stands ${figureText(signalToNoiseDb ?? 0, 0)} dB over the noise at ${sinkLabel}.`,
  ),
  Latency: perVoice(
    last,
    ({ delayMs }, { sourceName, sinkLabel }) =>
      `${sourceName} reaches ${sinkLabel} ${figureText(delayMs, 1)} ms after the mouth.`,
  ),
  Strand: (_rig, readings) => [`This rig has ${voicesOf(readings).length} strands of voices that arrive.`],
};

/** The words of the trade with what each comes to in this rig. */
export const glossaryHere = (rig: Rig, readings: Readings): TermHere[] =>
  GLOSSARY.map((term) => ({ ...term, here: (HERE[term.word]?.(rig, readings) ?? []).slice(0, MOST_ROWS) }));

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** By what it is called in a sentence, the longest first, so that "Phantom power" is not "Phantom". */
const NAMES: [name: string, word: string][] = GLOSSARY.flatMap(({ word, also = [] }) => [
  ...word.split(' and ').map((name): [string, string] => [name, word]),
  ...also.map((name): [string, string] => [name, word]),
]).sort(([a], [b]) => b.length - a.length);

const PATTERN = new RegExp(
  `(?<![\\p{L}\\d-])(${NAMES.map(([name]) => escaped(name)).join('|')})s?(?![\\p{L}\\d-])`,
  'giu',
);

/** A text cut at the words of the trade in it; each is marked where it comes first. */
export const wordsIn = (text: string): TextPiece[] => {
  const pieces: TextPiece[] = [];
  const seen = new Set<string>();
  let done = 0;
  for (const match of text.matchAll(PATTERN)) {
    const name = match[1]!.toLowerCase();
    const word = NAMES.find(([one]) => one.toLowerCase() === name)?.[1];
    if (!word || seen.has(word)) continue;
    seen.add(word);
    if (match.index > done) pieces.push({ text: text.slice(done, match.index) });
    pieces.push({ text: match[0], word });
    done = match.index + match[0].length;
  }
  if (done < text.length) pieces.push({ text: text.slice(done) });
  return pieces;
};
