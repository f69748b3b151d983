import { fixesFor, makeEngineMemory, solveRig } from '../offers';
import type { Severity } from './finding';
import { applyEdit, readRigValue, type Rig } from '../rig';

/**
 * Every fix of each finding of a code, pressed: the rig still reads, the finding is gone, nothing as grave has come. For tests.
 * @param grave what counts: other gear may have limits of its own, which are told next
 * @returns what is offered for the first
 */
export const pressEveryFix = (
  rig: Rig,
  code: string,
  grave: readonly Severity[] = ['danger', 'fault'],
): string[] => {
  const memory = makeEngineMemory();
  const before = solveRig(rig, memory).findings;
  const known = new Set(before.map(({ id }) => id));
  const found = before.filter((one) => one.code === code);
  expect([code, found[0]?.code]).toEqual([code, code]);
  const [labels] = found.map(({ id, title }) => {
    const fixes = fixesFor(rig, id, memory);
    expect([title, fixes.length]).not.toEqual([title, 0]);
    for (const { edit, label } of fixes) {
      const { rig: mended } = applyEdit(rig, edit);
      expect([label, readRigValue(mended).ok]).toEqual([label, true]);
      const left = solveRig(mended, memory).findings;
      const worse = left.filter(
        (one) => one.id === id || (grave.includes(one.severity) && !known.has(one.id)),
      );
      expect([title, label, worse.map((one) => one.title)]).toEqual([title, label, []]);
    }
    return fixes.map(({ label }) => label);
  });
  return labels!;
};
