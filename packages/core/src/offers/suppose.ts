import type { Solved } from '../checks';
import type { Condition, Rig } from '../rig';
import { makeEngineMemory, solve, type EngineMemory } from './solve-rig';

/**
 * What a rig would read under each of many suppositions: a broken wire, a dead device, several at once. The rig itself is solved
 * once; of each supposition only the clusters of metal it touches and what lies behind them.
 * @param suppositions conditions that hold together, for each case
 * @returns the cases in the same order
 */
export const suppose = (
  rig: Rig,
  suppositions: readonly (readonly Condition[])[],
  memory: EngineMemory = makeEngineMemory(),
): Solved[] => {
  solve(rig, memory);
  return suppositions.map((conditions) => solve(rig, memory, conditions));
};
