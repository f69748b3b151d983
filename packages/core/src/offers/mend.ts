import { range } from 'es-toolkit';
import { runChecks, type Fix, type Found } from '../checks';
import { applyEdit, type Rig } from '../rig';
import { firstOf } from './first-of';
import { fixesFor } from './fixes';
import { makeEngineMemory, solve, type EngineMemory } from './solve-rig';
import { turnsOnly } from './turns';

/** A rig mended by its own findings' fixes. */

/** More rounds than this mean that two fixes undo one another. */
const MOST_ROUNDS = 60;

/**
 * Turns every gain, switch and supply as the findings' own fixes say, until none of them is left to turn.
 * What would need other gear stays as a finding.
 */
export const tuned = (start: Rig, memory: EngineMemory = makeEngineMemory()): Rig => {
  let rig = start;
  const tried = new Set<string>();
  /** What nothing turned could end when it was asked last: asked again once nothing else is left, as fixes take long to work out. */
  let stuck = new Set<string>();
  for (const _round of range(MOST_ROUNDS)) {
    const found = runChecks(solve(rig, memory));
    const turn = ({ id, propose }: Found) => {
      const fix = propose()
        .map((one) => ({ ...one, key: `${id} ${one.label}` }))
        .find((one) => turnsOnly(one) && !tried.has(one.key));
      if (!fix) stuck.add(id);
      return fix;
    };
    let fix = firstOf(
      found.filter(({ id }) => !stuck.has(id)),
      turn,
    );
    if (!fix) {
      const again = found.filter(({ id }) => stuck.has(id));
      stuck = new Set();
      fix = firstOf(again, turn);
    }
    if (!fix) return rig;
    tried.add(fix.key);
    rig = applyEdit(rig, fix.edit).rig;
  }
  return rig;
};

/**
 * The same, and what is still dangerous or at fault is mended with gear as the first fix says: boosters, DI boxes, pads. A
 * caution is mended so only where that brings nothing else.
 * @param mayDo which fixes may be pressed; absent: all
 * @param isTimeUp asked before each round: what is mended by then stays so
 */
export const mended = (
  start: Rig,
  memory: EngineMemory = makeEngineMemory(),
  mayDo: (fix: Fix) => boolean = () => true,
  isTimeUp: () => boolean = () => false,
): Rig => {
  let rig = tuned(start, memory);
  for (const _round of range(MOST_ROUNDS)) {
    if (isTimeUp()) return rig;
    const worse = runChecks(solve(rig, memory)).filter(({ severity }) => severity !== 'advice');
    const fix = firstOf(worse, ({ id, severity }) =>
      fixesFor(rig, id, memory).find(
        (one) =>
          mayDo(one) && (severity !== 'caution' || (one.preview.come.length === 0 && !one.isLastResort)),
      ),
    );
    if (!fix) return rig;
    rig = tuned(applyEdit(rig, fix.edit).rig, memory);
  }
  return rig;
};
