import { clamp, orderBy, upperFirst } from 'es-toolkit';
import { knobWords, valueWords, type Control, type ControlValue } from '../catalogue';
import { figureText as figure, type Solved } from '../checks';
import { strandControls, type Strand } from '../gain';
import {
  applyEdit,
  changeLead,
  putApp,
  putPerson,
  removeLead,
  removePlacement,
  setControl,
  settingOf,
  type Condition,
  type Edit,
  type Lead,
  type Rig,
} from '../rig';
import type { Db } from '../units';
import {
  mainStrand,
  NOISE_TOLERANCE_DB,
  OVER_NOISE_DB,
  plannedLines,
  SILENT_DBFS,
  VOICE_TOLERANCE_DB,
  type HeardLine,
  type PlannedLine,
} from './line-check';
import { makeEngineMemory, solve, type EngineMemory } from './solve-rig';
import type { Steps } from './steps';

/**
 * Why channels came otherwise than planned: the rig is solved with one thing changed behind the plan's back, for each thing on the way of
 * a channel that is off, and what every channel would then have is held against what it had. What fits all of them best, and is not
 * unlikely by itself, comes first.
 */

export interface LineCause {
  /** What is otherwise than the plan says, and how to tell. */
  words: string;
  tell: string;
  /** What to do about it. */
  cure: string;
  /** What it explains of what the channel is off by, dB. */
  explainsDb: Db;
  /** How likely it is against the others that were tried, 0 to 1. */
  share: number;
  /** Puts the plan as it is, where that is what is wrong with it. */
  plan?: Edit;
}

/** How well a level and a noise are known before they are measured, dB. Common practice, no published source. */
const LEVEL_SPREAD_DB = 2.5;
const NOISE_SPREAD_DB = 4;
/** One channel that fits nothing must not outweigh all others. */
const MOST_MISFIT = 16;
/** Where nothing is left of a sound, or of its noise, dBFS. */
const FLOOR_DBFS = -90;
/** What a converter that gets nothing writes: less than any amplifier's noise, dBFS. */
const NO_NOISE_DBFS = -130;
/** How seldom each kind of thing is otherwise than planned, as its part of the misfit: 4 is e² times as seldom as 0. Common practice, no published source. */
const SELDOM = {
  voice: 1,
  absent: 4,
  knob: 4,
  switch: 5,
  plug: 6,
  channel: 7,
  swap: 7,
  wire: 8,
  noise: 9,
  dead: 10,
};
/** A knob may stand anywhere: so far off, it is as seldom again as a switch the other way, dB. Common practice, no published source. */
const KNOB_SPREAD_DB = 5;
/** By so much a voice differs from what was said of it, dB. Common practice, no published source. */
const VOICE_SPREAD_DB = 5;
/** Less of it than this is shown to nobody. */
const LEAST_SHARE = 0.02;
const MOST_SHOWN = 3;

/** One thing changed behind the plan's back. */
interface Guess {
  seldom: number;
  words: string;
  tell: string;
  cure: string;
  edit?: Edit;
  conditions?: Condition[];
  /** Whether the plan may be put so: a knob that was meant to stand there. */
  mayBePlan?: boolean;
}

const devicesOf = ({ stages }: Strand): string[] => [
  ...new Set(stages.flatMap(({ device }) => (device ? [device] : []))),
];

/** A lead by what it joins. */
const leadName = ({ find }: Solved, lead: Lead): string => {
  const ends = lead.ends.flatMap((end) =>
    end && 'device' in end ? [`${find.portName(end.device, end.port)} of ${find.nameOf(end.device)}`] : [],
  );
  return `the lead from ${ends.join(' to ')}`;
};

/** Where else a control may stand so that the level is off by so much: a knob farther or less, a switch the other way. */
const placesElse = (control: Control, value: ControlValue, offDb: Db): ControlValue[] => {
  switch (control.kind) {
    case 'switch':
      return [!value];
    case 'choice':
      return control.options.filter((one) => one !== value);
    case 'pan':
      return [];
    default: {
      if (typeof value !== 'number') return [];
      const { minDb, maxDb, stepDb } = control;
      const turned = clamp(minDb + Math.round((value + offDb - minDb) / stepDb) * stepDb, minDb, maxDb);
      return turned === value ? [] : [turned];
    }
  }
};

const knobGuesses = (solved: Solved, strand: Strand, offDb: Db): Guess[] =>
  strandControls(solved.find, strand).flatMap(({ device, control, isSupply }) => {
    const own = solved.find.device(device)!;
    const value = settingOf(own, control);
    const name = `${control.label} of ${own.name}`;
    const stands = typeof value === 'boolean' ? 'is' : 'stands at';
    const words = (one: ControlValue) => {
      const knob = control.kind === 'gain' && typeof one === 'number' ? knobWords(control, one) : undefined;
      return `${valueWords(control, one)}${knob ? `, ${knob}` : ''}`;
    };
    return placesElse(control, value, offDb).map((turned): Guess => ({
      seldom:
        typeof turned === 'number' && typeof value === 'number'
          ? SELDOM.knob + Math.abs(turned - value) / KNOB_SPREAD_DB
          : SELDOM.switch,
      words: `${name} ${stands} ${words(turned)}, not ${words(value)}.`,
      tell: `Look at it${isSupply ? '; its lamp, or the menu, says whether it is on' : ''}.`,
      cure: typeof value === 'boolean' ? `Switch ${name} ${words(value)}` : `Set ${name} to ${words(value)}`,
      edit: setControl(solved.rig, device, control.id, turned),
      mayBePlan: true,
    }));
  });

/** Nobody spoke, though all else may be as planned. */
const absentGuesses = ({ rig, find }: Solved, strand: Strand): Guess[] => {
  const on = new Set(devicesOf(strand));
  const own = rig.placements.filter(({ person, device }) => person === strand.person && on.has(device));
  if (own.length === 0) return [];
  const name = find.personName(strand.person!);
  return [
    {
      seldom: SELDOM.absent,
      words: `${name} has not spoken, or not there.`,
      tell: `Let ${name} speak as in the show, and measure again.`,
      cure: `Measure again while ${name} speaks`,
      edit: { label: 'Nobody speaks', steps: own.flatMap(({ id }) => removePlacement(rig, id).steps) },
    },
  ];
};

const voiceGuesses = ({ rig }: Solved, strand: Strand, offDb: Db): Guess[] => {
  const person = rig.people.find(({ id }) => id === strand.person);
  if (!person) return [];
  const db = Math.round(10 * clamp((person.againstUsualDb ?? 0) + offDb, -20, 20)) / 10;
  const shift = db - (person.againstUsualDb ?? 0);
  const farther = 10 ** (Math.abs(shift) / 20);
  const isQuieter = shift < 0;
  return [
    {
      seldom: SELDOM.voice + (shift / VOICE_SPREAD_DB) ** 2,
      words: `${person.name} speaks ${figure(Math.abs(shift))} dB ${isQuieter ? 'more quietly' : 'louder'} than the plan has it, or is ${figure(farther)} times as ${isQuieter ? 'far away' : 'near'}.`,
      tell: 'Measure again while they speak as in the show, as near as in the show.',
      cure: isQuieter ? `Ask ${person.name} to come closer, or turn the gain up` : 'Turn the gain down',
      edit: {
        ...putPerson(rig, { ...person, againstUsualDb: db }),
        label: `${person.name} speaks as measured`,
      },
      mayBePlan: true,
    },
  ];
};

/** Leads between devices on the way: not plugged in, a wire broken, its plug in another's place. */
const leadGuesses = (solved: Solved, strand: Strand): Guess[] => {
  const { rig, find } = solved;
  const on = new Set(devicesOf(strand));
  const isOn = ({ ends }: Lead) => ends.every((end) => !end || ('device' in end && on.has(end.device)));
  return rig.leads.filter(isOn).flatMap((lead): Guess[] => {
    const name = leadName(solved, lead);
    const conductors = find.leadKindOf(lead.id)?.conductors ?? [];
    const others = rig.leads.filter((other) => other.id !== lead.id && other.kind === lead.kind);
    return [
      {
        seldom: SELDOM.plug,
        words: `${upperFirst(name)} is not plugged in, or not whole.`,
        tell: 'Push both its plugs home; then try another lead.',
        cure: 'Plug it in, or put another in its place',
        edit: removeLead(rig, lead.id),
      },
      ...conductors.map(({ name: wire }): Guess => ({
        seldom: SELDOM.wire,
        words: `Wire ${wire} of ${name} is broken.`,
        tell: 'Try another lead; an ohmmeter from plug to plug shows which wire it is.',
        cure: 'Put another lead in its place',
        edit: changeLead(rig, lead.id, { broken: [...new Set([...lead.broken, wire])] }),
      })),
      ...others.flatMap((other): Guess[] => swapped(solved, lead, other)),
    ];
  });
};

/** The plugs of two leads at one device the other way round. */
const swapped = (solved: Solved, lead: Lead, other: Lead): Guess[] => {
  for (const [at, end] of lead.ends.entries())
    for (const [otherAt, otherEnd] of other.ends.entries()) {
      if (!end || !otherEnd || !('device' in end) || !('device' in otherEnd)) continue;
      if (end.device !== otherEnd.device || end.port === otherEnd.port) continue;
      const [own, its] = [
        changeLead(solved.rig, lead.id, { ends: lead.ends.with(at, otherEnd) }),
        changeLead(solved.rig, other.id, { ends: other.ends.with(otherAt, end) }),
      ];
      const sockets = [end, otherEnd].map(({ device, port }) => solved.find.portName(device, port));
      const device = solved.find.nameOf(end.device);
      return [
        {
          seldom: SELDOM.swap,
          words: `What is in ${sockets.join(' and ')} of ${device} is the other way round.`,
          tell: 'Follow each lead with a hand from its microphone to its socket, or tap one and look whose lamp moves.',
          cure: `Put the plugs in ${sockets.join(' and ')} of ${device} in each other’s place`,
          edit: { label: 'Plugs the other way round', steps: [...own.steps, ...its.steps] },
        },
      ];
    }
  return [];
};

const deviceGuesses = ({ find }: Solved, strand: Strand, noiseOffDb: Db): Guess[] =>
  devicesOf(strand)
    .filter((device) => find.modelOf(device)?.kind !== 'computer')
    .flatMap((device): Guess[] => {
      const name = find.nameOf(device);
      return [
        {
          seldom: SELDOM.dead,
          words: `${name} gives nothing: it is off, its battery is empty, or it is broken.`,
          tell: 'Put another in its place, or listen at its own headphone socket.',
          cure: `Switch ${name} on, or put another in its place`,
          conditions: [{ kind: 'dead', device }],
        },
        ...(noiseOffDb > NOISE_TOLERANCE_DB
          ? [
              {
                seldom: SELDOM.noise,
                words: `${name} makes ${figure(noiseOffDb)} dB more noise than it states.`,
                tell: 'Put another in its place, and measure again.',
                cure: `Put another in the place of ${name}`,
                conditions: [{ kind: 'noisy' as const, device, db: Math.round(noiseOffDb) }],
              },
            ]
          : []),
      ];
    });

/** The recorder takes another channel for a track. */
const channelGuesses = ({ rig, find }: Solved, strand: Strand): Guess[] => {
  const app = find.app(strand.at?.app ?? '');
  const track = app?.tracks.find(({ id }) => id === strand.at?.track);
  if (!app || !track) return [];
  return app.tracks
    .filter(({ id, channel }) => id !== track.id && channel !== track.channel)
    .map((other): Guess => ({
      seldom: SELDOM.channel,
      words: `${track.name} and ${other.name} are recorded from each other’s channels, ${other.channel} and ${track.channel}.`,
      tell: `Look at the inputs of both tracks in ${app.name}.`,
      cure: `Set ${track.name} to input ${track.channel}, ${other.name} to input ${other.channel}`,
      edit: putApp(rig, {
        ...app,
        tracks: app.tracks.map((one) =>
          one === track
            ? { ...one, channel: other.channel }
            : one === other
              ? { ...one, channel: track.channel }
              : one,
        ),
      }),
      mayBePlan: true,
    }));
};

const floored = (level: number | null): number => Math.max(FLOOR_DBFS, level ?? FLOOR_DBFS);
/** A level as far as it is heard over the noise. */
const heardLevel = ({ levelDbfs, noiseDbfs }: HeardLine): number =>
  levelDbfs === null || levelDbfs < (noiseDbfs ?? FLOOR_DBFS) + OVER_NOISE_DB
    ? FLOOR_DBFS
    : floored(levelDbfs);

/** The noise, as far as it can be said: where nothing is at all, not even noise, none is. */
const heardNoise = ({ levelDbfs, noiseDbfs }: HeardLine): number | null =>
  noiseDbfs === null ? (levelDbfs === null ? NO_NOISE_DBFS : null) : Math.max(NO_NOISE_DBFS, noiseDbfs);

/** How badly what a plan has fits what was heard, over all channels. */
const misfit = (lines: readonly PlannedLine[], heard: ReadonlyMap<string, HeardLine>): number =>
  lines.reduce((sum, line) => {
    const came = heard.get(line.id);
    if (!came) return sum;
    const level = (heardLevel(came) - heardLevel(line)) / LEVEL_SPREAD_DB;
    const noises = [heardNoise(came), heardNoise(line)] as const;
    const noise = noises.includes(null) ? 0 : (noises[0]! - noises[1]!) / NOISE_SPREAD_DB;
    return sum + Math.min(MOST_MISFIT, level ** 2) + Math.min(MOST_MISFIT, noise ** 2);
  }, 0);

const isSilent = (line: HeardLine): boolean => heardLevel(line) < SILENT_DBFS;

/**
 * @param heard what was measured, by the channel of the plan
 * @returns for each channel that is off, why that may be, the likeliest first
 */
export function* causesInSteps(
  rig: Rig,
  heard: Readonly<Record<string, HeardLine>>,
  memory: EngineMemory = makeEngineMemory(),
): Steps<Record<string, LineCause[]>> {
  const known = new Map(Object.entries(heard));
  const solved = solve(rig, memory);
  const lines = plannedLines(solved);
  const off = lines.flatMap((line) => {
    const came = known.get(line.id);
    if (!came) return [];
    const db = heardLevel(came) - heardLevel(line);
    const noiseDb = came.noiseDbfs === null || line.noiseDbfs === null ? 0 : came.noiseDbfs - line.noiseDbfs;
    return Math.abs(db) > VOICE_TOLERANCE_DB || noiseDb > NOISE_TOLERANCE_DB
      ? [{ line, came, db, noiseDb }]
      : [];
  });
  const guesses = new Map<string, Guess>();
  for (const { line, came, db, noiseDb } of off) {
    const strand = mainStrand(solved, line.id);
    if (!strand) continue;
    const turns = isSilent(came) ? absentGuesses(solved, strand) : voiceGuesses(solved, strand, db);
    for (const guess of [
      ...turns,
      ...knobGuesses(solved, strand, db),
      ...leadGuesses(solved, strand),
      ...channelGuesses(solved, strand),
      ...deviceGuesses(solved, strand, noiseDb),
    ])
      guesses.set(guess.words, guess);
  }
  const tried: { guess: Guess; lines: readonly PlannedLine[]; cost: number }[] = [];
  for (const guess of guesses.values()) {
    const { rig: changed } = guess.edit ? applyEdit(rig, guess.edit) : { rig };
    const found = plannedLines(solve(changed, memory, guess.conditions));
    tried.push({ guess, lines: found, cost: guess.seldom + misfit(found, known) });
    yield { done: tried.length, of: guesses.size };
  }
  return Object.fromEntries(
    off.map(({ line, db, noiseDb }) => {
      // What moves this channel the way it is off; what else is wrong elsewhere weighs alike on all of them.
      const own = tried.flatMap(({ guess, lines: found, cost }) => {
        const then = found.find(({ id }) => id === line.id);
        const explainsDb = (then ? heardLevel(then) : FLOOR_DBFS) - heardLevel(line);
        const noise = (then?.noiseDbfs ?? FLOOR_DBFS) - (line.noiseDbfs ?? FLOOR_DBFS);
        const isIt =
          explainsDb * db > 0 ? Math.abs(explainsDb) >= 1 : noise >= 1 && noiseDb > NOISE_TOLERANCE_DB;
        return isIt ? [{ guess, explainsDb, cost }] : [];
      });
      const least = Math.min(...own.map(({ cost }) => cost));
      const weights = own.map(({ cost }) => Math.exp((least - cost) / 2));
      const all = weights.reduce((sum, one) => sum + one, 0);
      const causes = own.map(({ guess, explainsDb }, at): LineCause => {
        const { words, tell, cure, edit, mayBePlan } = guess;
        const plan = edit && mayBePlan ? { plan: edit } : {};
        return { words, tell, cure, explainsDb, share: weights[at]! / all, ...plan };
      });
      const likely = causes.filter(({ share }) => share >= LEAST_SHARE);
      return [line.id, orderBy(likely, [({ share }) => share], ['desc']).slice(0, MOST_SHOWN)];
    }),
  );
}
