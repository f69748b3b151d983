import { canFollow } from '../../host';
import { setClock, type ClockSource } from '../../rig';
import { asFix, type Fix, type Solved } from '../finding';

/** Devices set to count otherwise: by what comes in, or by their own clock. */
export const countOtherwise = (
  { rig, find }: Solved,
  devices: readonly string[],
  clock: ClockSource,
): Fix[] =>
  devices
    .filter((id) => canFollow(find, id) && find.device(id)?.countsBy !== clock)
    .map((id) => asFix(setClock(rig, id, clock)));
