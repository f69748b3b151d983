import { fixesFor, makeEngineMemory, solveRig } from '../offers';
import type { Severity } from './finding';
import { applyEdit, readRigValue, type Rig } from '../rig';

/**
 * Every fix of the first finding of a code, pressed: the rig still reads, the finding is gone, nothing as grave has come. For tests.
 * @param grave what counts: other gear may have limits of its own, which are told next
 */
export const pressEveryFix = (
  rig: Rig,
  code: string,
  grave: readonly Severity[] = ['danger', 'fault'],
): void => {
  const before = solveRig(rig).findings;
  const found = before.find((one) => one.code === code);
  expect([code, found?.code]).toEqual([code, code]);
  const fixes = fixesFor(rig, found!.id, makeEngineMemory());
  expect(fixes.length).toBeGreaterThan(0);
  for (const { edit, label } of fixes) {
    const { rig: mended } = applyEdit(rig, edit);
    expect([label, readRigValue(mended).ok]).toEqual([label, true]);
    const left = solveRig(mended).findings;
    expect([label, left.filter(({ id }) => id === found!.id)]).toEqual([label, []]);
    const worse = left.filter(
      ({ id, severity }) => grave.includes(severity) && !before.some((one) => one.id === id),
    );
    expect([label, worse.map(({ title }) => title)]).toEqual([label, []]);
  }
};
