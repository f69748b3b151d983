import { isGrave, runChecks } from '../checks';
import { makeEngineMemory, plannedLines, solve, type EngineMemory, type Steps } from '../offers';
import { editBetween, tryEdit, type Rig, type Step } from '../rig';
import { backwards, inParts, stepWords } from './parts';

/** What is otherwise than when it worked, and what of today's trouble each of it explains. */

export interface RigChange {
  /** "Gain 1 of Mixer: 40 dB → 20 dB". */
  words: string;
  /** What is wrong now, was not then, and goes when this alone is taken back. */
  ends: string[];
  /** The track whose level it moved most, and by how much, dB. */
  moved: { track: string; db: number } | null;
}

export interface WhatChanged {
  /** What explains most stands first. */
  changes: RigChange[];
  /** What is wrong now and was not then. */
  troubles: string[];
}

/** Names and notes explain nothing. */
const isSound = ({ collection, id, path }: Step): boolean =>
  !(collection === 'rig' && (id === 'name' || id === 'notes')) && path[0] !== 'name' && path[0] !== 'place';

const readingOf = (rig: Rig, memory: EngineMemory) => {
  const solved = solve(rig, memory);
  const troubles = runChecks(solved)
    .filter(isGrave)
    .map(({ title }) => title);
  const levels = new Map(plannedLines(solved).map(({ track, levelDbfs }) => [track, levelDbfs]));
  return { troubles: new Set(troubles), levels };
};

/** Each change taken back by itself, the rig as it is now solved without it. Levels that moved by less are not told, dB. */
const TOLD_DB = 0.5;

/** What changed between a rig that worked and the same rig now, ranked by what each change explains. */
export function* whatChanged(then: Rig, now: Rig): Steps<WhatChanged> {
  const memory = makeEngineMemory();
  const [before, after] = [readingOf(then, memory), readingOf(now, memory)];
  const troubles = [...after.troubles].filter((title) => !before.troubles.has(title));
  const steps = editBetween(then, now, '').steps.flatMap(inParts).filter(isSound);
  const back = (some: readonly Step[]) => tryEdit(now, { label: '', steps: some.map(backwards) });
  // What cannot be taken back by itself (a piece something hangs on) is taken back with what cannot either.
  const single = steps.filter((step) => back([step]).ok);
  const bound = steps.filter((step) => !single.includes(step));
  const groups = [...single.map((step) => [step]), ...(bound.length > 0 ? [[...bound]] : [])];
  const changes: RigChange[] = [];
  for (const [done, group] of groups.entries()) {
    yield { done, of: groups.length };
    const edited = back(group);
    const without = edited.ok ? readingOf(edited.rig, memory) : undefined;
    const moved = [...(without?.levels ?? [])].flatMap(([track, level]) => {
      const here = after.levels.get(track);
      if (level === null || here === null || here === undefined) return [];
      return Math.abs(here - level) >= TOLD_DB ? [{ track, db: here - level }] : [];
    });
    changes.push({
      words: group.map((step) => stepWords(then, now, step)).join('; '),
      ends: without ? troubles.filter((title) => !without.troubles.has(title)) : [],
      moved: moved.sort((a, b) => Math.abs(b.db) - Math.abs(a.db))[0] ?? null,
    });
  }
  const weight = ({ ends, moved }: RigChange) => 1000 * ends.length + Math.abs(moved?.db ?? 0);
  return { changes: changes.sort((a, b) => weight(b) - weight(a)), troubles };
}
