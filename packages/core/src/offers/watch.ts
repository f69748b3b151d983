import { mean } from 'es-toolkit';
import { figureText as figure, type Severity } from '../checks';
import type { Measured } from '../measure';
import { heardLine, judgeAlike, judgeLine, type LineVerdict, type PlannedLine } from './line-check';

/** A show as it goes by, a few seconds at a time: quiet until something is wrong, then since when, and what to do. */

/** What may go wrong while nobody looks. */
export const WATCH_KINDS = ['nothing', 'silent', 'clips', 'breaks', 'level', 'hum', 'alike'] as const;
export type WatchKind = (typeof WATCH_KINDS)[number];

export interface Incident {
  /** Of the plan's channel; null: of several. */
  line: string | null;
  name: string;
  kind: WatchKind;
  severity: Severity;
  words: string;
  cure: string;
  /** Seconds since the watch began; `untilS` null: still so. */
  sinceS: number;
  untilS: number | null;
  /** How often it was so. */
  times: number;
}

/** What is remembered of a channel: figures, a few hundred at most. */
interface Remembered {
  /** Seconds since somebody was last heard on it. */
  quietS: number;
  hasSpoken: boolean;
  /** Of the last minutes, the speech of each stretch, dBFS. */
  levels: number[];
  /** The hum of the first minute, dBFS. */
  humDbfs: number;
  heardHumS: number;
}

export interface Watch {
  atS: number;
  lines: Record<string, Remembered>;
  /** What is wrong now, the gravest first, and all that was, the newest last. */
  incidents: Incident[];
}

export const startWatch = (): Watch => ({ atS: 0, lines: {}, incidents: [] });

/** Quieter for so long though others speak, seconds: then somebody should have a look. Common practice, no published source. */
const SILENT_S = 120;
/** Levels of so many seconds are taken together, and as many at least say something. */
const LEVEL_S = 600;
const LEVEL_LEAST_S = 60;
/** What has not been so for so long is over, seconds. */
const OVER_S = 10;
/** Hum that came up by so much since the first minute, dB. Common practice, no published source. */
const HUM_UP_DB = 6;
const HUM_FIRST_S = 60;
const NO_HUM_DBFS = -110;
/** Incidents kept: of a show that goes wrong all the time the first are as good as the last. */
const MOST = 500;
const RANK: readonly Severity[] = ['danger', 'fault', 'caution', 'advice'];

const fresh = (): Remembered => ({
  quietS: 0,
  hasSpoken: false,
  levels: [],
  humDbfs: NO_HUM_DBFS,
  heardHumS: 0,
});

type Trouble = Pick<Incident, 'line' | 'name' | 'kind' | 'severity' | 'words' | 'cure'>;

const told = (line: PlannedLine, kind: WatchKind, verdict: LineVerdict): Trouble => ({
  line: line.id,
  name: line.track,
  kind,
  severity: verdict.severity ?? 'caution',
  words: verdict.words,
  cure: verdict.cure ?? '',
});

/**
 * @param recorded which channel of the input each line of the plan is; null: none
 * @param heard what one stretch of the input was like
 * @returns the watch after that stretch
 */
export const watchOn = (
  watch: Watch,
  planned: readonly PlannedLine[],
  recorded: readonly (number | null)[],
  heard: Measured,
): Watch => {
  const seconds = heard.frames / heard.sampleRateHz;
  const atS = watch.atS + seconds;
  const lines: Watch['lines'] = {};
  const now: Trouble[] = [];
  const channelOf = (at: number) => (recorded[at] === null ? undefined : heard.channels[recorded[at]!]);
  const isSomeoneHeard = planned.some((_, at) => {
    const channel = channelOf(at);
    return channel && heardLine(channel).levelDbfs !== null;
  });
  for (const [at, line] of planned.entries()) {
    const channel = channelOf(at);
    if (!channel || line.levelDbfs === null) continue;
    const before = watch.lines[line.id] ?? fresh();
    const { levelDbfs } = heardLine(channel);
    const hum = channel.pauses?.hum?.dbfs;
    const isFirst = before.heardHumS < HUM_FIRST_S;
    const kept: Remembered = {
      hasSpoken: before.hasSpoken || levelDbfs !== null,
      quietS: levelDbfs === null ? before.quietS + (isSomeoneHeard ? seconds : 0) : 0,
      levels:
        levelDbfs === null
          ? before.levels
          : [...before.levels, levelDbfs].slice(-Math.ceil(LEVEL_S / seconds)),
      humDbfs: hum !== undefined && isFirst ? Math.max(before.humDbfs, hum) : before.humDbfs,
      heardHumS: before.heardHumS + (channel.pauses ? seconds : 0),
    };
    lines[line.id] = kept;
    if (channel.rmsDbfs === null) {
      // What comes by data alone, a call or a player in the computer, has no noise: silent, it is nothing at all.
      if (line.noiseDbfs === null) continue;
      now.push({
        line: line.id,
        name: line.track,
        kind: 'nothing',
        severity: 'fault',
        words: 'Nothing at all comes, not even noise.',
        cure: 'Look whether its device is on and plugged, and whether the input is still the one that is chosen',
      });
      continue;
    }
    if (line.isSaid && kept.quietS > SILENT_S)
      now.push({
        line: line.id,
        name: line.track,
        kind: 'silent',
        severity: 'caution',
        words: `${line.who[0] ?? line.track} ${kept.hasSpoken ? 'has not been heard any more' : 'has not been heard yet'}.`,
        cure: `If they speak: look whether ${line.socket ?? 'it'} is muted, unplugged, or its battery empty`,
      });
    for (const verdict of judgeLine(line, channel)) {
      if (verdict.kind === 'cut off') now.push(told(line, 'clips', verdict));
      else if (verdict.kind === 'gaps') now.push(told(line, 'breaks', verdict));
    }
    if (hum !== undefined && !isFirst && hum > kept.humDbfs + HUM_UP_DB)
      now.push({
        line: line.id,
        name: line.track,
        kind: 'hum',
        severity: 'caution',
        words: `Hum of ${channel.pauses!.hum!.hertz} Hz has come up to ${figure(hum)} dBFS.`,
        cure: 'Look what was plugged in or moved just now; a lead beside a mains lead or a charger',
      });
    if (kept.levels.length * seconds >= LEVEL_LEAST_S) {
      const speechLevelDbfs = mean(kept.levels);
      const off = judgeLine(line, { ...channel, speechLevelDbfs, pauses: null, clippedRuns: 0 }).find(
        ({ kind }) => kind === 'off',
      );
      if (off) now.push(told(line, 'level', off));
    }
  }
  for (const verdict of judgeAlike(planned, recorded, heard.alike))
    now.push({
      line: null,
      name: 'Two channels',
      kind: 'alike',
      severity: verdict.severity ?? 'caution',
      words: verdict.words,
      cure: verdict.cure ?? '',
    });
  return {
    atS,
    lines: { ...watch.lines, ...lines },
    incidents: incidentsAfter(watch.incidents, now, atS - seconds),
  };
};

/** One incident for as long as the same is wrong, a pause of a few seconds in it or not. */
const incidentsAfter = (before: readonly Incident[], now: readonly Trouble[], fromS: number): Incident[] => {
  const isSame = (a: Trouble, b: Trouble) =>
    a.kind === b.kind && a.line === b.line && (a.line !== null || a.words === b.words);
  const kept = before.map((one): Incident => {
    if (one.untilS !== null && fromS - one.untilS > OVER_S) return one;
    const again = now.find((trouble) => isSame(trouble, one));
    if (!again) return { ...one, untilS: one.untilS ?? fromS };
    return { ...one, ...again, untilS: null, times: one.times + 1 };
  });
  const added = now
    .filter((trouble) => !kept.some((one) => one.untilS === null && isSame(trouble, one)))
    .map((trouble): Incident => ({ ...trouble, sinceS: fromS, untilS: null, times: 1 }));
  return [...kept, ...added].slice(-MOST);
};

/** What is wrong now, the gravest first; what has only just ended counts, so that it can be read. */
export const wrongNow = ({ incidents, atS }: Watch): Incident[] =>
  incidents
    .filter(({ untilS }) => untilS === null || atS - untilS <= OVER_S)
    .sort((a, b) => RANK.indexOf(a.severity) - RANK.indexOf(b.severity) || a.sinceS - b.sinceS);
