import type { Finding } from '../checks';
import { tryEdit, type Edit, type Rig } from '../rig';
import { solveRig, type EngineMemory } from './solve-rig';

/** What an edit would do to the findings. */
export interface Preview {
  possible: boolean;
  gone: Finding[];
  come: Finding[];
}

/** Tries an edit on a copy of the rig. */
export const previewEdit = (
  rig: Rig,
  edit: Edit,
  before: Finding[] = solveRig(rig).findings,
  memory?: EngineMemory,
): Preview => {
  const result = tryEdit(rig, edit);
  if (!result.ok) return { possible: false, gone: [], come: [] };
  const then = solveRig(result.rig, memory).findings;
  const ids = (findings: Finding[]) => new Set(findings.map(({ id }) => id));
  const [was, is] = [ids(before), ids(then)];
  return {
    possible: true,
    gone: before.filter(({ id }) => !is.has(id)),
    come: then.filter(({ id }) => !was.has(id)),
  };
};
