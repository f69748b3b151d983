import { turnedAt, type Turned } from '../../gain';
import type { FlowEdge } from '../../flow';
import { combineEdits, setControl } from '../../rig';
import type { Db } from '../../units';
import { figureText, type Fix, type Solved } from '../finding';

const setTo = ({ find, rig }: Solved, { device, control, label }: Turned, db: Db): Fix => ({
  label: `Turn ${label} of ${find.nameOf(device)} up to ${figureText(db, Number.isInteger(db) ? 0 : 1)} dB`,
  edit: setControl(rig, device, control, db),
});

/** The step of a control at or above so many dB, in its range. */
const stepFrom = ({ max, step }: Turned, db: Db): Db =>
  Math.min(max, Number((Math.ceil(db / step - 1e-9) * step).toFixed(6)));

/**
 * Turns up what stands on a way, by so much: the one that is furthest below its mark or its top first, since that is the one
 * somebody has pulled down; where none alone is enough, all that can be turned, the last first.
 * @param mayTurn which of them; absent: all
 */
export const turnUpAlong = (
  solved: Solved,
  way: readonly FlowEdge[],
  byDb: Db,
  mayTurn: (one: Turned) => boolean = () => true,
): Fix[] => {
  const all = [...way].reverse().flatMap((edge) => turnedAt(solved.find, edge).filter(mayTurn));
  const once = [...new Map(all.map((one) => [`${one.device} ${one.control}`, one])).values()];
  const enough = once
    .filter(({ value, max }) => max - value >= byDb)
    .sort((a, b) => b.max - b.value - (a.max - a.value));
  if (enough.length > 0) return enough.map((one) => setTo(solved, one, stepFrom(one, one.value + byDb)));
  let left = byDb;
  const turns: Fix[] = [];
  for (const one of once) {
    const spare = Math.min(left, one.max - one.value);
    if (spare <= 0) continue;
    turns.push(setTo(solved, one, stepFrom(one, one.value + spare)));
    left -= spare;
  }
  if (turns.length < 2 || left > 0) return [];
  const label = turns.map((turn) => turn.label).join(', ');
  return [{ label, edit: combineEdits(label, ...turns.map(({ edit }) => edit)) }];
};
