import { open } from 'node:fs/promises';
import { basename } from 'node:path';
import {
  causesInSteps,
  finish,
  heardLine,
  judgeLine,
  makeEngineMemory,
  matchLines,
  measureWav,
  openSound,
  plannedLines,
  solve,
  type ByteSource,
  type LineVerdict,
  type LineCause,
  type Measured,
  type Rig,
  type SoundFile,
} from '@diaphon/core';
import { columns, figure } from './text';

interface ReportedChannel {
  channel: number;
  peakDbfs: number | null;
  truePeakDbtp: number | null;
  rmsDbfs: number | null;
  dcDbfs: number | null;
  clippedRuns: number;
  /** Where the first of them are, seconds. */
  clippedAtS: number[];
  speechLevelDbfs: number | null;
  activityPercent: number | null;
  noiseDbfs: number | null;
  noiseDbfsA: number | null;
  humHz: number | null;
  humDbfs: number | null;
  dropouts: number;
  dropoutsAtS: number[];
  clicks: number;
  clicksAtS: number[];
}

interface ReportedFile {
  file: string;
  sampleRateHz: number;
  seconds: number;
  integratedLufs: number | null;
  rangeLu: number | null;
  momentaryMaxLufs: number | null;
  shortTermMaxLufs: number | null;
  truePeakDbtp: number | null;
  /** What was wrong in its header, and what was taken instead. */
  repairs: string[];
  channels: ReportedChannel[];
}

/** A channel of the plan, and what came of it. */
interface ReportedLine {
  track: string;
  who: string[];
  /** What the plan has, dBFS; null where nothing is meant to come. */
  plannedDbfs: number | null;
  /** Where it was recorded; null: nowhere. */
  file: string | null;
  channel: number | null;
  verdicts: LineVerdict[];
  /** Why it is off, the likeliest first: what is otherwise than planned, tried by the engine. */
  causes: Omit<LineCause, 'plan'>[];
}

export interface MeasureReport {
  report: 'diaphon-measure';
  version: 1;
  files: ReportedFile[];
  /** With a rig: every channel of its plan. */
  lines?: ReportedLine[];
}

export type MeasuredFile =
  { ok: true; file: ReportedFile; measured: Measured } | { ok: false; words: string };

/** Places told of each fault; all are counted. */
const MOST_PLACES = 20;

/** As many places as a figure can be trusted to. */
const round = (value: number | null | undefined, places = 3): number | null =>
  value === null || value === undefined ? null : Number(value.toFixed(places));

const reported = (path: string, repairs: string[], measured: Measured): ReportedFile => {
  const { sampleRateHz, frames, loudness, channels } = measured;
  const seconds = (places: readonly number[]) =>
    places.slice(0, MOST_PLACES).map((at) => round(at / sampleRateHz, 4)!);
  const peaks = channels.flatMap(({ truePeakDbtp }) => (truePeakDbtp === null ? [] : [truePeakDbtp]));
  return {
    file: path,
    sampleRateHz,
    seconds: round(frames / sampleRateHz, 6)!,
    integratedLufs: round(loudness.integratedLufs),
    rangeLu: round(loudness.rangeLu),
    momentaryMaxLufs: round(loudness.momentaryMaxLufs),
    shortTermMaxLufs: round(loudness.shortTermMaxLufs),
    truePeakDbtp: peaks.length === 0 ? null : round(Math.max(...peaks)),
    repairs,
    channels: channels.map(({ pauses, clips, dropoutsAt, clicksAt, ...one }, at) => ({
      channel: at + 1,
      peakDbfs: round(one.peakDbfs),
      truePeakDbtp: round(one.truePeakDbtp),
      rmsDbfs: round(one.rmsDbfs),
      dcDbfs: round(one.dcDbfs),
      clippedRuns: one.clippedRuns,
      clippedAtS: seconds(clips.map((clip) => clip.at)),
      speechLevelDbfs: round(one.speechLevelDbfs),
      activityPercent: round(one.activityPercent, 2),
      noiseDbfs: round(pauses?.noiseDbfs),
      noiseDbfsA: round(pauses?.noiseDbfsA),
      humHz: pauses?.hum?.hertz ?? null,
      humDbfs: round(pauses?.hum?.dbfs),
      dropouts: one.dropouts,
      dropoutsAtS: seconds(dropoutsAt),
      clicks: one.clicks,
      clicksAtS: seconds(clicksAt),
    })),
  };
};

/** Opens a sound file, lets it be read a piece at a time, and shuts it. @returns words with place and cure where it cannot be read */
export const withSound = async <T>(
  path: string,
  use: (recording: SoundFile) => Promise<T>,
): Promise<{ ok: true; value: T } | { ok: false; words: string }> => {
  try {
    const file = await open(path);
    try {
      const { size } = await file.stat();
      const read = async (from: number, bytes: number) => {
        const piece = new Uint8Array(Math.max(0, Math.min(bytes, size - from)));
        const { bytesRead } = await file.read(piece, 0, piece.length, from);
        return piece.subarray(0, bytesRead);
      };
      const source: ByteSource = { size, read };
      const answer = await openSound(source);
      if (!answer.ok)
        return { ok: false, words: `${path}, ${answer.where}: ${answer.message} ${answer.hint}` };
      return { ok: true, value: await use(answer.sound) };
    } finally {
      await file.close();
    }
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code;
    if (code === undefined) throw error;
    return { ok: false, words: `${path}: it cannot be read (${code}). Check the path and the permission.` };
  }
};

/** Measures a sound file where it lies. */
export const measureFile = async (path: string): Promise<MeasuredFile> => {
  const found = await withSound(path, async ({ source, format }) => {
    const measured = await measureWav(source, format);
    return { file: reported(path, format.repairs, measured), measured };
  });
  return found.ok ? { ok: true, ...found.value } : found;
};

/** Every channel of a rig's plan against what was recorded: found by the name of its file, else by its number. */
const linesOf = (rig: Rig, files: readonly { file: ReportedFile; measured: Measured }[]): ReportedLine[] => {
  const planned = plannedLines(solve(rig, makeEngineMemory()));
  const recorded = files.flatMap(({ file, measured }) =>
    measured.channels.map((channel, at) => ({
      name: basename(file.file).replace(/\.[^.]*$/u, ''),
      channel: at + 1,
      isAlone: measured.channels.length === 1,
      path: file.file,
      measured: channel,
    })),
  );
  const matched = matchLines(planned, recorded);
  const foundFor = (at: number) => (matched[at] === null ? undefined : recorded[matched[at]!]);
  const heard = planned.flatMap((line, at) => {
    const found = foundFor(at);
    return found ? [[line.id, heardLine(found.measured)] as const] : [];
  });
  const causes = finish(causesInSteps(rig, Object.fromEntries(heard)));
  return planned.map((line, at): ReportedLine => {
    const found = foundFor(at);
    return {
      track: line.track,
      who: line.who,
      plannedDbfs: round(line.levelDbfs, 1),
      file: found?.path ?? null,
      channel: found?.channel ?? null,
      verdicts: found ? judgeLine(line, found.measured) : [],
      causes: (causes[line.id] ?? []).map(({ words, tell, cure, explainsDb, share }) => ({
        words,
        tell,
        cure,
        explainsDb: round(explainsDb, 1)!,
        share: round(share, 2)!,
      })),
    };
  });
};

/** @param rig whose plan the files are held against; absent: none's */
export const measureReport = (
  files: readonly { file: ReportedFile; measured: Measured }[],
  rig?: Rig,
): MeasureReport => ({
  report: 'diaphon-measure',
  version: 1,
  files: files.map(({ file }) => file),
  ...(rig ? { lines: linesOf(rig, files) } : {}),
});

/** Whether everything came as planned. */
export const isAsPlanned = ({ lines = [] }: MeasureReport): boolean =>
  lines.every(({ verdicts }) => verdicts.every(({ kind }) => kind === 'as planned'));

export const linesText = ({ lines = [] }: MeasureReport): string =>
  lines
    .map(({ track, file, verdicts, causes: [likeliest] }) => {
      if (file === null) return `${track}: not among the files.\n`;
      const found = verdicts
        .map(({ words, cure }) => `${track}: ${words}${cure ? ` ${cure}.` : ''}\n`)
        .join('');
      if (!likeliest) return found;
      const { words, tell, share } = likeliest;
      return `${found}  Most likely (${Math.round(100 * share)} %): ${words} ${tell}\n`;
    })
    .join('');

/** Whether something in a file is broken: cut off, lost, jumped. */
export const isBroken = ({ channels }: ReportedFile): boolean =>
  channels.some(({ clippedRuns, dropouts, clicks }) => clippedRuns + dropouts + clicks > 0);

const HEAD = [
  'channel',
  '',
  'peak',
  'true peak',
  'RMS',
  'speech',
  'active',
  'noise',
  'by A',
  'hum',
  'clips',
  'gaps',
  'clicks',
];

/** A file as text: levels in dBFS, a sine at full scale being 0. */
export const measureText = (one: ReportedFile): string => {
  const rows = one.channels.map((channel) => [
    `${channel.channel}`,
    '',
    figure(channel.peakDbfs),
    figure(channel.truePeakDbtp),
    figure(channel.rmsDbfs),
    figure(channel.speechLevelDbfs),
    channel.activityPercent === null ? '–' : `${channel.activityPercent.toFixed(0)} %`,
    figure(channel.noiseDbfs),
    figure(channel.noiseDbfsA),
    channel.humHz === null ? '–' : `${channel.humHz} Hz ${figure(channel.humDbfs)}`,
    `${channel.clippedRuns}`,
    `${channel.dropouts}`,
    `${channel.clicks}`,
  ]);
  const minutes = `${Math.floor(one.seconds / 60)}:${(one.seconds % 60).toFixed(1).padStart(4, '0')}`;
  return [
    `${one.file}: ${minutes}, ${one.sampleRateHz} Hz, ${one.channels.length === 1 ? '1 channel' : `${one.channels.length} channels`}`,
    ...one.repairs.map((words) => `  ${words}`),
    `  Loudness ${figure(one.integratedLufs)} LUFS, range ${figure(one.rangeLu)} LU, true peak ${figure(one.truePeakDbtp)} dBTP`,
    columns([HEAD, ...rows]),
    '',
  ].join('\n');
};
