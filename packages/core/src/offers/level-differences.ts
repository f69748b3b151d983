import type { Db } from '../units';
import type { StrandRow } from './levels-page';

/** One sound at one listener in another state of a rig, against how it is now: more is above 0. */
export interface LevelDifference {
  strand: string;
  sourceName: string;
  sinkLabel: string;
  /** It arrives in one of the two only. */
  only: 'now' | 'then' | null;
  /** Its level where it ends; null where it arrives in one only. */
  levelDb: Db | null;
  /** Its distance over the noise there; null where none is known. */
  overNoiseDb: Db | null;
  /** The room over its peaks where there is least; null where nothing can clip. */
  roomDb: Db | null;
}

/** What nobody hears or reads off a meter, dB. */
const SLIGHT_DB = 0.05;

const less = (then: number | null | undefined, now: number | null | undefined): Db | null =>
  then === null || then === undefined || now === null || now === undefined ? null : then - now;

const between = (now: StrandRow | undefined, then: StrandRow | undefined): LevelDifference => {
  const { id, sourceName, sinkLabel } = (then ?? now)!;
  const only = now?.arrives === then?.arrives ? null : now?.arrives ? 'now' : 'then';
  const both = { strand: id, sourceName, sinkLabel };
  if (only) return { ...both, only, levelDb: null, overNoiseDb: null, roomDb: null };
  return {
    ...both,
    only,
    levelDb: less(then?.end.typical, now?.end.typical),
    overNoiseDb: less(then?.overNoiseDb, now?.overNoiseDb),
    roomDb: less(then?.tightest?.roomDb, now?.tightest?.roomDb),
  };
};

/** Every sound that is another, or another distance from its noise or its ceiling, in another state of a rig. */
export const levelDifferences = (
  now: readonly StrandRow[],
  then: readonly StrandRow[],
): LevelDifference[] => {
  const [was, is] = [now, then].map((rows) => new Map(rows.map((row) => [row.id, row])));
  return [...new Set([...was!.keys(), ...is!.keys()])]
    .filter((id) => was!.get(id)?.arrives || is!.get(id)?.arrives)
    .map((id) => between(was!.get(id), is!.get(id)))
    .filter(
      ({ only, levelDb, overNoiseDb, roomDb }) =>
        only !== null || [levelDb, overNoiseDb, roomDb].some((db) => Math.abs(db ?? 0) > SLIGHT_DB),
    );
};
