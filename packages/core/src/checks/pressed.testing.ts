import { fixesFor, makeEngineMemory, solveRig } from '../offers';
import type { Finding, Severity } from './finding';
import { applyEdit, readRigValue, type Rig } from '../rig';

/** A voice that is back at a level nobody has set yet is told next. */
const OF_LEVEL: ReadonlySet<string> = new Set(['gain-short', 'too-quiet']);

/**
 * Every fix of each finding of a code, pressed: the rig still reads, the finding is gone, no other such one and nothing as grave has
 * come. For tests.
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
  const [labels] = found.map(({ id, title, severity }) => {
    const fixes = fixesFor(rig, id, memory);
    const isWorse = (one: Finding) =>
      (grave.includes(one.severity) && !OF_LEVEL.has(one.code)) ||
      (one.code === code && one.severity === severity);
    expect([title, fixes.length]).not.toEqual([title, 0]);
    for (const { edit, label } of fixes) {
      const { rig: mended } = applyEdit(rig, edit);
      expect([label, readRigValue(mended).ok]).toEqual([label, true]);
      const left = solveRig(mended, memory).findings;
      const worse = left.filter((one) => one.id === id || (!known.has(one.id) && isWorse(one)));
      expect([title, label, worse.map((one) => one.title)]).toEqual([title, label, []]);
    }
    return fixes.map(({ label }) => label);
  });
  return labels!;
};
