import { plannedLines, type EngineMemory, solve } from '../offers';
import { editBetween, tryEdit, type Edit, type Rig, type Step } from '../rig';
import { backwards, inParts, stepWords } from './parts';

/** What was set for one voice on another day, as an edit of today's rig. */
export interface Recall {
  /** "Gain 1 of Mixer: 20 dB → 54 dB". Empty where all stands as it did. */
  words: string[];
  edit: Edit;
}

/**
 * The gains, switches and distances of whoever is on a track, as they were then: nothing else is touched.
 * @param line id of the track's line in the plan (`plannedLines`)
 * @returns undefined where there is no such track today
 */
export const recall = (then: Rig, now: Rig, line: string, memory: EngineMemory): Recall | undefined => {
  const solved = solve(now, memory);
  const planned = plannedLines(solved).find(({ id }) => id === line);
  if (!planned) return undefined;
  const strands = solved.strands.filter(
    ({ sink, sourceName }) => sink === planned.place && planned.who.includes(sourceName),
  );
  const key = (device: string, control: string) => JSON.stringify([device, control]);
  const controls = new Set(
    strands
      .flatMap(({ stages }) => stages.flatMap((stage) => stage.controls))
      .map((one) => key(one.device, one.control)),
  );
  const people = new Set(strands.flatMap(({ person }) => person ?? []));
  const placed = new Set(now.placements.flatMap(({ id, person }) => (people.has(person) ? [id] : [])));
  const isTheirs = ({ collection, id, path }: Step): boolean =>
    collection === 'placements'
      ? placed.has(id) && path.length > 0
      : collection === 'devices' && path[0] === 'settings' && controls.has(key(id, String(path[1])));
  const steps = editBetween(then, now, '').steps.flatMap(inParts).filter(isTheirs).map(backwards);
  // One that is refused by itself (a microphone that is gone) does not keep the others from being as they were.
  const good = steps.filter((step) => tryEdit(now, { label: '', steps: [step] }).ok);
  return {
    words: good.map((step) => stepWords(now, then, step)),
    edit: { label: `${planned.track} as on that day`, steps: good },
  };
};
