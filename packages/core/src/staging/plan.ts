import { runChecks } from '../checks';
import { unitOf, verdictOf, type Strand, type Verdict } from '../gain';
import { finish, solve, type EngineMemory, type Progress } from '../offers';
import type { Edit, Rig } from '../rig';
import type { Db, LevelUnit } from '../units';
import { smallestClash } from './clash';
import type { Solver } from './linear';
import { moveOf, type Move } from './moves';
import { workOut, type Proof } from './work-out';

/** A voice, or whatever else an amplifier brings in, at one listener, as it stands and as it would stand. */
export interface SoundChange {
  strand: string;
  sourceName: string;
  sinkLabel: string;
  before: Standing;
  after: Standing;
}

export interface Standing {
  verdict: Verdict;
  /** What its level is in. */
  unit: LevelUnit;
  /** Least room between peaks and ceiling on its way, dB; null where nothing on it can clip. */
  roomDb: Db | null;
  /** Over the noise where it ends, dB; null where no noise is known. */
  overNoiseDb: Db | null;
}

/** What cannot be met together, and what would help. */
export interface Unmet {
  /** The fewest demands that clash: with any of them left out, the others can be met. */
  clash: { strand: string; words: string }[];
  why: string;
  /** What all demands of these voices miss at the nearest possible, dB. */
  missingDb: Db;
}

/** Where every gain, pad, fader and switch of a desk belongs. */
export interface GainPlan {
  /** In the order a hand would do it; empty where all is right already. */
  moves: Move[];
  edit: Edit | null;
  sounds: SoundChange[];
  unmet: Unmet[];
  /** What is heard too weakly or unevenly even so: no demand is made for it, by each finding's words. */
  left: string[];
  proof: Proof;
}

/** Findings of levels that are not solved for: what comes to ears and rooms, far ends, what is played. */
const NOT_SOLVED: ReadonlySet<string> = new Set(['too-quiet', 'uneven-ears']);

const standingOf = (strand: Strand): Standing => {
  const rooms = strand.stages.flatMap(({ headroomDb }) => (headroomDb === null ? [] : [headroomDb]));
  return {
    verdict: verdictOf(strand),
    unit: unitOf(strand.aim),
    roomDb: rooms.length > 0 ? Math.min(...rooms) : null,
    overNoiseDb: strand.stages.at(-1)!.signalToNoiseDb,
  };
};

/**
 * Solves every gain, pad, fader and switch of a desk at once: each voice at what each of its listeners wants, with the most
 * room and the least hiss, out of the last tenth of a gain's travel. Levels are sums of what controls add in dB, so this is a
 * mixed-integer programme for each part of the desk that shares no control; the figures given are the engine's own, worked
 * out anew with everything set so.
 * What would help where demands cannot be met is asked for by itself: `helpsInSteps`.
 * @param solver what solves a programme: see `solverOf`
 */
export function* planGainsInSteps(
  rig: Rig,
  solver: Solver,
  memory: EngineMemory,
): Generator<Progress, GainPlan> {
  const { solved, parts, placed, edit, set, proof } = yield* workOut(rig, solver, memory);
  const was = new Map(solved.strands.map((strand) => [strand.id, strand]));
  const setSolved = solve(set, memory);
  const then = new Map(setSolved.strands.map((strand) => [strand.id, strand]));
  const unmet: Unmet[] = [];
  for (const { part, isMet, missingDb } of parts) {
    if (isMet) continue;
    yield { done: parts.length, of: parts.length };
    unmet.push({ ...smallestClash(part, solver), missingDb });
  }
  return {
    moves: placed.map((one) => moveOf(solved, one, then)),
    edit,
    sounds: parts
      .flatMap(({ part }) => part.demands)
      .filter(({ isLimit, course }) => !isLimit && was.has(course.strand.id) && then.has(course.strand.id))
      .map(({ course: { strand } }) => ({
        strand: strand.id,
        sourceName: strand.sourceName,
        sinkLabel: strand.sinkLabel,
        before: standingOf(was.get(strand.id)!),
        after: standingOf(then.get(strand.id)!),
      })),
    unmet,
    left: runChecks(setSolved)
      .filter(({ code }) => NOT_SOLVED.has(code))
      .map(({ title }) => title),
    proof,
  };
}

/** The same, all at once. */
export const planGains = (rig: Rig, solver: Solver, memory: EngineMemory): GainPlan =>
  finish(planGainsInSteps(rig, solver, memory));
