import { pointId } from '../flow';
import { between, capsulePoses, placementsAt, roomOf, seatedPeople, type Lookup } from '../rig';
import { fromAllAroundDb, powerDifferenceDb, roomAnswerDb, type Db } from '../units';
import { levelAt, type Heardness } from './arrivals';

/** A neighbour's voice in a microphone. */
export interface Spill {
  /** Whose voice it is. */
  person: string;
  /** Whose microphone: whoever is weakest of those it is for. */
  owner: string;
  device: string;
  capsule: string;
  /** Level of the owner there, dB SPL. */
  ownDb: number;
  /** The neighbour's, straight through the air, dB SPL. */
  straightDb: number;
  /** The neighbour's, by the room's answer, dB SPL. */
  roomDb: number;
  /** The neighbour, both ways, against the owner, dB. */
  againstDb: Db;
  distanceM: number;
  offAxisDeg: number;
}

/** Every neighbour in every microphone whose place is known, the worst first. */
export const spillsOf = (find: Lookup, heard: Heardness): Spill[] => {
  const { volumeM3, reverbS } = roomOf(find.rig);
  const answerDb = roomAnswerDb(volumeM3, reverbS);
  const seated = seatedPeople(find.rig);
  const { sources } = heard.graph;
  // Everyone who has a place makes sound.
  const sourceOf = (person: string) => sources.findIndex((source) => source.person === person);
  return capsulePoses(find.rig)
    .flatMap((pose): Spill[] => {
      const { device, capsule } = pose;
      const node = pointId(device, capsule);
      const level = (person: string): number => {
        const index = sourceOf(person);
        return levelAt(heard, sources[index]!, index, node)!;
      };
      const here = placementsAt(find.rig, pose);
      const own = here.map(({ person }) => ({ person, db: level(person) })).sort((a, b) => a.db - b.db)[0];
      if (!own) return [];
      const omniPart = find.modelOf(device)?.points.find(({ id }) => id === capsule)?.omniPart ?? 1;
      return seated.flatMap(({ id, spot }): Spill[] => {
        if (here.some(({ person }) => person === id)) return [];
        const bothDb = level(id);
        const roomDb = sources[sourceOf(id)]!.level + answerDb + fromAllAroundDb(omniPart);
        const straightDb = powerDifferenceDb(bothDb, roomDb);
        const { distanceM, offAxisDeg } = between(spot, pose);
        return [
          {
            person: id,
            owner: own.person,
            device,
            capsule,
            ownDb: own.db,
            straightDb,
            roomDb,
            againstDb: bothDb - own.db,
            distanceM,
            offAxisDeg,
          },
        ];
      });
    })
    .sort((a, b) => b.againstDb - a.againstDb);
};
