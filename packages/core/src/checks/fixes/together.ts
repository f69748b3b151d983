import { combineEdits } from '../../rig';
import type { Fix } from '../finding';

/** The first of each of some lists of fixes, as one; none where one of them has none, or all are the same. */
export const together = (fixes: readonly (readonly Fix[])[]): Fix[] => {
  const firsts = fixes.flatMap(([first]) => (first ? [first] : []));
  const once = [...new Map(firsts.map((fix) => [fix.label, fix])).values()];
  if (firsts.length < fixes.length || once.length < 2) return [];
  const label = once.map((fix) => fix.label).join(', ');
  return [{ label, edit: combineEdits(label, ...once.map(({ edit }) => edit)) }];
};
