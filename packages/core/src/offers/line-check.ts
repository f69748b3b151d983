import { isEqual } from 'es-toolkit';
import { knobWords, type GainControl } from '../catalogue';
import { figureText as figure, type Severity, type Solved } from '../checks';
import { severityOfAmount } from '../checks/amount';
import { gainsToTurn, snapGain } from '../checks/voice-gain';
import { isSaid, type Post } from '../feeds';
import { standsIn } from '../rig';
import type { Strand } from '../gain';
import type { Likeness, MeasuredChannel } from '../measure';
import type { Db } from '../units';

/** What is recorded, held against the plan: which sound each channel should have and how loud, what it has, and what to do. */

/** A channel of the plan, in the order of its recorder. */
export interface PlannedLine {
  id: string;
  /** Where it ends in the flow. */
  place: string;
  /** The number of the channel the recorder takes. */
  channel: number;
  track: string;
  /** Whose sounds are meant to be on it, the loudest first. */
  who: string[];
  /** Whether it is somebody, here or on a line: a player, a game or an instrument may be silent for as long as it likes. */
  isSaid: boolean;
  /** Where the loudest comes into the desk, as it is labelled. */
  socket: string | null;
  /** What the plan says of the loudest, dBFS; null where nothing is meant to come. */
  levelDbfs: number | null;
  noiseDbfs: number | null;
  /** What to turn for it, and where it stands in the plan. */
  gain: ({ name: string; value: Db } & Pick<GainControl, 'minDb' | 'maxDb' | 'stepDb' | 'knob'>) | null;
}

const AS_PLANNED = 'As planned';

/** Whether a verdict that was kept in words says that all is well. */
export const isAsPlanned = (verdict: string): boolean => verdict.startsWith(AS_PLANNED);

/** How a channel stands: the first is the gravest. */
export const LINE_KINDS = [
  'silent',
  'cut off',
  'gaps',
  'alike',
  'repeated',
  'off',
  'noisy',
  'as planned',
  'unplanned',
] as const;
export type LineKind = (typeof LINE_KINDS)[number];

export interface LineVerdict {
  kind: LineKind;
  /** How bad it is; absent: it is as it should be. */
  severity?: Severity;
  words: string;
  /** What to do about it; absent: nothing. */
  cure?: string;
}

/** One voice differs from another, and from itself another day, by so much without anything being wrong, dB. Common practice, no published source. */
export const VOICE_TOLERANCE_DB = 4;
/** Quieter than this nobody has spoken into it, dBFS. Common practice, no published source. */
export const SILENT_DBFS = -70;
/** Sound that does not stand out of its noise by so much is none, dB. Common practice, no published source. */
export const OVER_NOISE_DB = 6;
/** So much more noise than planned is worth a look, dB; and hum that is heard under speech, dBFS. Common practice, no published source. */
export const NOISE_TOLERANCE_DB = 8;
const HUM_DBFS = -70;
/** A tone, and a repeat, that is heard beside speech. Common practice, no published source. */
const WHINE_DBFS = -75;
const REPEAT_DB = -25;

const lastOf = ({ stages }: Strand) => stages[stages.length - 1]!;

const gainOf = (solved: Solved, strand: Strand): PlannedLine['gain'] => {
  const [gain] = gainsToTurn(solved, strand);
  if (!gain) return null;
  const { device, control, value } = gain;
  const { minDb, maxDb, stepDb, knob } = control;
  const name = `${control.label} of ${solved.find.nameOf(device)}`;
  return { name, value, minDb, maxDb, stepDb, ...(knob ? { knob } : {}) };
};

/** What is meant to come to a channel, the loudest first. */
const comingTo = ({ strands }: Solved, { nodes }: Pick<Post, 'nodes'>): Strand[] =>
  strands
    .filter(({ sink, arrives, isCrosstalk }) => nodes.includes(sink) && arrives && !isCrosstalk)
    .sort((a, b) => lastOf(b).typical - lastOf(a).typical);

/** The loudest that is meant to come to a channel of the plan. */
export const mainStrand = (solved: Solved, line: string): Strand | undefined => {
  const post = solved.feeds.posts.find(({ id }) => id === line);
  return post && comingTo(solved, post)[0];
};

/** Every channel that is kept, in order. */
export const plannedLines = (solved: Solved): PlannedLine[] => {
  const { feeds, find } = solved;
  return feeds.posts
    .filter(({ kind }) => kind === 'track')
    .map((post, at): PlannedLine => {
      const own = find.app(post.app ?? '')?.tracks.find(({ id }) => id === post.track);
      const coming = comingTo(solved, post);
      const [main] = coming;
      const socket = main?.stages.find(({ role }) => role === 'input');
      return {
        id: post.id,
        place: post.nodes[0]!,
        channel: own?.channel ?? at + 1,
        track: post.name,
        isSaid:
          main !== undefined &&
          feeds.speakers.some(
            ({ sound, indexes }) =>
              isSaid(sound) && indexes.some((index) => solved.graph.sources[index]!.node === main.source),
          ),
        who: [...new Set(coming.map(({ sourceName }) => sourceName))],
        socket: socket ? `${socket.label} of ${find.nameOf(socket.device ?? '')}` : null,
        levelDbfs: main ? lastOf(main).typical : null,
        noiseDbfs: (main ? lastOf(main).noise : solved.heard.noise.get(post.nodes[0]!)) ?? null,
        gain: main ? gainOf(solved, main) : null,
      };
    });
};

const times = (count: number, one: string): string => (count === 1 ? `1 ${one}` : `${count} ${one}s`);

/** "Turn Gain 2 of Mixer from 34 to 42 dB": the gain by which a level is missed, as far as it goes. */
const turn = ({ gain }: PlannedLine, byDb: Db): string | undefined => {
  if (!gain) return undefined;
  const wanted = gain.value + byDb;
  const control: GainControl = { kind: 'gain', id: '', label: '', initial: 0, ...gain };
  const value = snapGain(control, wanted);
  const knob = knobWords(control, value);
  const rest =
    Math.abs(wanted - value) > gain.stepDb ? `come ${byDb > 0 ? 'closer' : 'farther away'}` : undefined;
  if (value === gain.value) return `${gain.name} has no more to give: ${rest ?? 'it is near enough'}`;
  const turned = `Turn ${gain.name} from ${figure(gain.value)} to ${figure(value)} dB${knob ? `, ${knob}` : ''}`;
  return rest ? `${turned}, as far as it goes, and ${rest}` : turned;
};

/** What is held against the plan: the level of speech while somebody speaks, else that of all, dBFS. */
export const lineLevel = ({ speechLevelDbfs, rmsDbfs }: MeasuredChannel): number | null =>
  speechLevelDbfs ?? rmsDbfs;

/** What a channel had, dBFS; null where nothing, or where it cannot be said. */
export interface HeardLine {
  levelDbfs: number | null;
  noiseDbfs: number | null;
}

/** What was measured, as the plan has it: a level is one only where it stands out of the noise. */
export const heardLine = (measured: MeasuredChannel): HeardLine => {
  const [level, noise] = [lineLevel(measured), measured.pauses?.noiseDbfs ?? null];
  const isSound = level !== null && level > (noise ?? -Infinity) + OVER_NOISE_DB;
  return { levelDbfs: isSound ? level : null, noiseDbfs: noise };
};

/** What is wrong with a channel, the gravest first; one verdict at least. */
export const judgeLine = (planned: PlannedLine, measured: MeasuredChannel): LineVerdict[] => {
  const { levelDbfs: level } = heardLine(measured);
  const found: LineVerdict[] = [];
  if (planned.levelDbfs === null) {
    if (level === null || level < SILENT_DBFS)
      return [{ kind: 'as planned', words: 'Nothing is meant to come, and nothing does.' }];
    return [
      {
        kind: 'unplanned',
        severity: 'advice',
        words: `Sound of ${figure(level)} dBFS, and the plan has nothing here.`,
        cure: 'Look which lead is in the socket it records, and draw it in the wiring',
      },
    ];
  }
  if (level === null || level < SILENT_DBFS)
    return [
      {
        kind: 'silent',
        severity: 'fault',
        words: `Nothing comes; the plan has ${planned.who[0]!} at ${figure(planned.levelDbfs)} dBFS.`,
        cure: `Follow it from ${planned.socket ?? 'its microphone'}: plugged, switched on, phantom where it is wanted, not muted, the right channel`,
      },
    ];
  const off = level - planned.levelDbfs;
  if (measured.clippedRuns > 0)
    found.push({
      kind: 'cut off',
      severity: 'fault',
      words: `Cut off ${times(measured.clippedRuns, 'time')}.`,
      ...cured(turn(planned, -Math.max(6, off))),
    });
  if (measured.dropouts + measured.clicks > 0)
    found.push({
      kind: 'gaps',
      severity: 'fault',
      words: `${[
        ...(measured.dropouts > 0 ? [times(measured.dropouts, 'gap')] : []),
        ...(measured.clicks > 0 ? [times(measured.clicks, 'click')] : []),
      ].join(' and ')}.`,
      cure: 'A larger buffer, one clock for all, and a socket of its own for the device; then another lead',
    });
  const severity = severityOfAmount(Math.abs(off) - VOICE_TOLERANCE_DB);
  // What is cut off is turned down by as much already.
  if (severity && (measured.clippedRuns === 0 || off < 0))
    found.push({
      kind: 'off',
      severity,
      words: `${figure(Math.abs(off))} dB ${off < 0 ? 'quieter' : 'louder'} than planned.`,
      ...cured(turn(planned, -off)),
    });
  const { pauses } = measured;
  if (pauses?.hum && pauses.hum.dbfs > HUM_DBFS)
    found.push({
      kind: 'noisy',
      severity: 'caution',
      words: `Hum of ${pauses.hum.hertz} Hz at ${figure(pauses.hum.dbfs)} dBFS.`,
      cure: 'Take leads away one after the other until it goes; never lift a mains earth',
    });
  else if (
    pauses &&
    planned.noiseDbfs !== null &&
    pauses.noiseDbfs > planned.noiseDbfs + off + NOISE_TOLERANCE_DB
  )
    found.push({
      kind: 'noisy',
      severity: 'caution',
      words: `Noise of ${figure(pauses.noiseDbfs)} dBFS, ${figure(pauses.noiseDbfs - planned.noiseDbfs)} dB more than planned.`,
      cure: 'Listen what sounds in the room; then more gain ahead and less behind',
    });
  const [whine] = pauses?.whines ?? [];
  if (whine && whine.dbfs > WHINE_DBFS)
    found.push({
      kind: 'noisy',
      severity: 'caution',
      words: `A steady tone of ${figure(whine.hertz, 0)} Hz at ${figure(whine.dbfs)} dBFS.`,
      cure: 'Take chargers, screens and lamps near its lead away one after the other until it goes',
    });
  const { repeat } = measured;
  if (repeat && repeat.db > REPEAT_DB)
    found.push({
      kind: 'repeated',
      severity: 'caution',
      words: `It comes again ${figure(1000 * repeat.lateS, 0)} ms later, ${figure(-repeat.db)} dB weaker.`,
      cure: 'Look in Feeds which way it comes back: a call that returns it, a loudspeaker near, a channel recorded with what it monitors',
    });
  return found.length > 0
    ? found
    : [{ kind: 'as planned', words: `${AS_PLANNED}, within ${figure(Math.abs(off))} dB.` }];
};

const cured = (cure: string | undefined): Pick<LineVerdict, 'cure'> => (cure === undefined ? {} : { cure });

/** Channels of the plan that were meant for different sounds and hold the same. @param recorded which channel of one file each is */
export const judgeAlike = (
  planned: readonly PlannedLine[],
  recorded: readonly (number | null)[],
  alike: readonly Likeness[],
): LineVerdict[] =>
  alike.flatMap(({ a, b, alike: size, lateS }): LineVerdict[] => {
    const [one, other] = [a, b].map((channel) => planned[recorded.indexOf(channel)]);
    if (!one || !other) return [];
    const isMeant = one.who.length > 0 && isEqual(one.who, other.who);
    const late = Math.abs(lateS) > 0.0005 ? `, ${figure(1000 * Math.abs(lateS), 1)} ms apart` : '';
    if (size < 0)
      return [
        {
          kind: 'alike',
          severity: 'fault',
          words: `${one.track} and ${other.track} hold the same sound, one turned over${late}: together they cancel.`,
          cure: 'Put another lead in the place of one of them, or switch its polarity',
        },
      ];
    if (isMeant && late === '') return [];
    return [
      {
        kind: 'alike',
        severity: isMeant ? 'caution' : 'fault',
        words: `${one.track} and ${other.track} hold the same sound${late}.`,
        cure: isMeant
          ? 'Record one of them, or bring them together by the time they are apart'
          : `Look which channel of the desk each is recorded from: ${one.channel} and ${other.channel} in the plan`,
      },
    ];
  });

/** Which channel of what was recorded is which of the plan: by the name of its file, else by its number. */
export const matchLines = (
  planned: readonly PlannedLine[],
  recorded: readonly { name: string; channel: number; isAlone: boolean }[],
): (number | null)[] => {
  const taken = new Set<number>();
  const bare = (track: string) => track.replace(/^Track /u, '');
  const byName = planned.map(({ track }) =>
    recorded.findIndex(({ name, isAlone }, at) => {
      const isIt = isAlone && !taken.has(at) && standsIn(bare(track), name);
      if (isIt) taken.add(at);
      return isIt;
    }),
  );
  return planned.map(({ channel }, line) => {
    if (byName[line]! >= 0) return byName[line]!;
    const at = recorded.findIndex(
      (one, index) => !taken.has(index) && (one.isAlone ? index === line : one.channel === channel),
    );
    if (at < 0) return null;
    taken.add(at);
    return at;
  });
};
