import type { Earlier } from '../../gain';
import { combineEdits, setControl } from '../../rig';
import { figureText, type Fix, type Solved } from '../finding';

/** Turns a later control down and an earlier one up by as much. */
export const earlierFix = ({ rig, find }: Solved, { early, late, byDb }: Earlier): Fix => {
  const nameOf = (id: string) => find.device(id)!.name;
  const label = `Turn ${late.label} of ${nameOf(late.device)} down and ${early.label} of ${nameOf(early.device)} up by ${figureText(byDb, 0)} dB`;
  return {
    label,
    edit: combineEdits(
      label,
      setControl(rig, late.device, late.control, Number((late.value - byDb).toFixed(6))),
      setControl(rig, early.device, early.control, Number((early.value + byDb).toFixed(6))),
    ),
  };
};
