import { sortBy } from 'es-toolkit';
import { SEVERITIES, type Finding, type Fix } from '../checks';
import type { Preview } from './preview';

/** A way to mend a finding that was tried: it ends it, and brings nothing graver. */
export interface OfferedFix extends Fix {
  preview: Preview;
}

/** How grave something is, gravest 0; what is not there counts as less than advice. */
export const gravityOf = (findings: readonly Pick<Finding, 'severity'>[]): number =>
  Math.min(SEVERITIES.length, ...findings.map(({ severity }) => SEVERITIES.indexOf(severity)));

/** Whether a fix changes leads or devices, not only how something is set or what a program takes. */
const changesGear = ({ edit }: Fix): boolean =>
  edit.steps.some(
    ({ collection, path }) => collection === 'leads' || (collection === 'devices' && path[0] !== 'settings'),
  );

/**
 * Fixes that mend a finding, as they were proposed: those that bring another trouble as grave behind the others, a last resort last.
 * @param gravity of what is mended
 * What takes a sound from somebody who has it comes behind what takes nothing, and where that must come, it is offered only for want
 * of any other.
 * @param turnable findings, by id, that only want a setting turned: no reason to put a fix behind others
 * @param takes how much each takes from listeners, by its label; from a thousand on something that must come
 */
export const inOrderTried = (
  tried: readonly OfferedFix[],
  gravity: number,
  turnable: ReadonlySet<string>,
  takes: ReadonlyMap<string, number> = new Map(),
): OfferedFix[] => {
  const costOf = ({ label }: OfferedFix): number => takes.get(label) ?? 0;
  const takesOwed = (fix: OfferedFix): boolean => costOf(fix) >= 1000;
  const swapsTrouble = ({ preview }: OfferedFix): boolean =>
    gravityOf(preview.come.filter(({ id }) => !turnable.has(id))) <= gravity;
  const last = tried.filter(({ isLastResort }) => isLastResort);
  const first = tried.filter(({ isLastResort }) => !isLastResort);
  const clean = first.filter((fix) => !swapsTrouble(fix));
  const others = first.filter(swapsTrouble);
  // A choice that brings another trouble as grave is for want of a better one; a lead or gear may be half of what is needed.
  const byCost = (fixes: readonly OfferedFix[]) => [
    ...fixes.filter((fix) => costOf(fix) === 0),
    ...sortBy(
      fixes.filter((fix) => costOf(fix) > 0),
      [costOf],
    ),
  ];
  const better = [...clean, ...(clean.length > 0 ? others.filter(changesGear) : others)];
  const all = [...byCost(better), ...byCost(last)];
  const harmless = all.filter((fix) => !takesOwed(fix));
  return harmless.length > 0 ? harmless : all;
};
