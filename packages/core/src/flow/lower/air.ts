import type { Lookup } from '../../rig';
import { distanceLossDb, offAxisLossDb, SPEECH_LEVEL_AT_1_M } from '../../units';
import type { GraphMaker } from '../graph';
import { pointId, voiceId } from '../ids';
import { law } from '../law';

/** Speed of sound at 20 °C, metres per second. */
const SPEED_OF_SOUND = 343;

/** Everyone who speaks here. */
export const lowerVoices = (graph: GraphMaker, { rig }: Lookup) => {
  for (const { id, name, effort } of rig.people) {
    graph.node({ id: voiceId(id), label: `${name}, 1 m`, unit: 'dB SPL', role: 'voice', person: id });
    graph.source({
      node: voiceId(id),
      name,
      level: SPEECH_LEVEL_AT_1_M[effort],
      crestDb: rig.assumptions.speechCrestDb,
      person: id,
    });
  }
};

/** From mouths to capsules: weaker with distance and off the axis, later by the way. */
export const lowerAir = (graph: GraphMaker, find: Lookup) => {
  for (const { id, person, device, capsule, distanceM, offAxisDeg } of find.rig.placements) {
    const point = find.modelOf(device)?.points.find((one) => one.id === capsule);
    graph.edge(
      law({
        from: voiceId(person),
        to: pointId(device, capsule),
        kind: 'air',
        terms: [
          { db: distanceLossDb(distanceM), because: { kind: 'distance', placement: id } },
          {
            db: offAxisLossDb(point?.omniPart ?? 1, offAxisDeg),
            because: { kind: 'direction', placement: id },
          },
        ],
        delayMs: (distanceM / SPEED_OF_SOUND) * 1000,
      }),
    );
  }
};
