import type { Finding, Fix } from '../checks';
import { deepEqual } from '../rig';

/** What a fix is by its steps and what it leaves, without a rig. */

/** Whether one fix sets again what another has set: it would undo it. */
export const turnsBack = (turn: Fix, fix: Fix): boolean =>
  turn.edit.steps.some((step) =>
    fix.edit.steps.some(({ id, path }) => id === step.id && deepEqual(path, step.path)),
  );

/** Whether one fix takes what another has turned back towards where it stood; gear that it brings stood nowhere. */
export const undoes = (turn: Fix, fix: Fix): boolean =>
  turn.edit.steps.some((again) =>
    fix.edit.steps.some(({ id, path, from, to }) => {
      if (newcomersOf(fix).has(id) || id !== again.id || !deepEqual(path, again.path)) return false;
      return typeof to === 'number' && typeof again.to === 'number' && typeof from === 'number'
        ? Math.sign(again.to - to) === -Math.sign(to - from)
        : deepEqual(again.to, from);
    }),
  );

/** The devices a fix brings. */
export const newcomersOf = ({ edit }: Fix): Set<string> =>
  new Set(
    edit.steps.flatMap(({ collection, id, path, from }) =>
      collection === 'devices' && path.length === 0 && from === undefined ? [id] : [],
    ),
  );

/** The same matter at the same place, only by another way: not mended. */
export const isSameAgain = (
  one: Pick<Finding, 'code' | 'severity' | 'places'>,
  found: Pick<Finding, 'code' | 'severity' | 'places'>,
): boolean =>
  one.code === found.code && one.severity === found.severity && deepEqual(one.places[0], found.places[0]);
