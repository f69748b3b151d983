import { controlOf } from '../catalogue';
import type { Fix } from '../checks';
import { lookup, type Rig } from '../rig';

/** The settings a fix turns, where it does nothing else. */
const turnedBy = ({ edit }: Fix): { device: string; control: string }[] | undefined => {
  const turned = edit.steps.map(({ collection, id, path }) =>
    collection === 'devices' && path[0] === 'settings' && path.length === 2
      ? { device: id, control: String(path[1]) }
      : undefined,
  );
  return turned.every((one) => one !== undefined) ? turned : undefined;
};

/** Whether a fix only turns a control: it costs nothing, moves nobody and swaps nothing. */
export const turnsOnly = (fix: Fix): boolean => turnedBy(fix) !== undefined;

/** Whether a fix only turns gains. */
export const turnsGainOnly = (rig: Rig, fix: Fix): boolean =>
  turnedBy(fix)?.every(
    ({ device, control }) => controlOf(lookup(rig).modelOf(device), control)?.kind === 'gain',
  ) ?? false;
