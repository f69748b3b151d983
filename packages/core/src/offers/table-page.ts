import type { Solved } from '../checks';
import { spillsOf, type Spill } from '../gain';
import { capsulePoses, leastApartOf, placementsAt } from '../rig';

/** One voice in one microphone, as the table of spill shows it. */
export interface SpillCell extends Pick<Spill, 'againstDb' | 'straightDb' | 'roomDb' | 'ownDb'> {
  isTooLoud: boolean;
}

/** A microphone of the table of spill. */
export interface SpillRow {
  device: string;
  capsule: string;
  name: string;
  /** Who speaks into it. */
  owners: string[];
  /** By neighbour. */
  cells: Record<string, SpillCell>;
}

/** Who is heard in whose microphone. */
export interface TablePage {
  /** How far under is enough, dB. */
  leastApartDb: number;
  rows: SpillRow[];
}

/** Every microphone whose place is known, with every neighbour in it. */
export const tablePage = ({ find, rig, heard }: Solved): TablePage => {
  const least = leastApartOf(rig);
  const spills = spillsOf(find, heard);
  return {
    leastApartDb: least,
    rows: capsulePoses(rig).map(({ device, capsule }) => ({
      device,
      capsule,
      name: find.nameOf(device),
      owners: placementsAt(rig, { device, capsule }).map(({ person }) => person),
      cells: Object.fromEntries(
        spills
          .filter((one) => one.device === device && one.capsule === capsule)
          .map(({ person, againstDb, straightDb, roomDb, ownDb }) => [
            person,
            { againstDb, straightDb, roomDb, ownDb, isTooLoud: againstDb > -least },
          ]),
      ),
    })),
  };
};
