import {
  between,
  capsulePoses,
  DEFAULT_HEADPHONE_LEAK_DB,
  placeAt,
  placementsAt,
  posesBefore,
  roomOf,
  seatedPeople,
  type CapsulePose,
  type Lookup,
  type Spot,
} from '../../rig';
import {
  distanceLossDb,
  fromAllAroundDb,
  mouthLossDb,
  offAxisLossDb,
  patternFactor,
  powerSumDb,
  roomAnswerDb,
  SPEECH_LEVEL_AT_1_M,
  WHITE_NOISE_A_DB,
  type Db,
  type Emitting,
} from '../../units';
import type { Point } from '../../catalogue';
import type { FlowEdge, GraphMaker } from '../graph';
import { pointId, voiceId } from '../ids';
import { law, type Term } from '../law';

/** Speed of sound at 20 °C, metres per second. */
const SPEED_OF_SOUND = 343;

/** Everyone who speaks here. */
export const lowerVoices = (graph: GraphMaker, { rig }: Lookup) => {
  for (const { id, name, effort, againstUsualDb = 0 } of rig.people) {
    graph.node({ id: voiceId(id), label: `${name}, 1 m`, unit: 'dB SPL', role: 'voice', person: id });
    graph.source({
      node: voiceId(id),
      name,
      level: SPEECH_LEVEL_AT_1_M[effort] + againstUsualDb,
      crestDb: rig.assumptions.speechCrestDb,
      person: id,
    });
  }
};

/** What a capsule makes of sound from an angle: how much is left, and whether it is turned over. */
const directionOf = (find: Lookup, device: string, capsule: string, offAxisDeg: number) => {
  const omniPart = find.modelOf(device)?.points.find(({ id }) => id === capsule)?.omniPart ?? 1;
  return {
    db: offAxisLossDb(omniPart, offAxisDeg),
    isTurnedOver: patternFactor(omniPart, offAxisDeg) < 0,
    omniPart,
  };
};

/** A way through the air, which a capsule may turn over. */
const airLaw = (
  row: Pick<FlowEdge, 'from' | 'to' | 'terms'> & {
    distanceM: number;
    isTurnedOver: boolean;
    isCrosstalk?: true;
  },
) => {
  const { distanceM, isTurnedOver, ...rest } = row;
  const edge = law({ ...rest, kind: 'air', delayMs: (distanceM / SPEED_OF_SOUND) * 1000 });
  return isTurnedOver ? { ...edge, re: -edge.re } : edge;
};

/** What the room sends back of a sound, as it adds to what comes straight. @param answerDb the room's answer against the sound at 1 m */
const roomTerm = (straight: readonly Term[], answerDb: Db, omniPart: number): Term => {
  const straightDb = straight.reduce((sum, { db }) => sum + db, 0);
  const words = 'what the room sends back (volume and reverberation are assumptions)';
  return {
    db: powerSumDb([straightDb, answerDb + fromAllAroundDb(omniPart)]) - straightDb,
    because: { kind: 'air', words },
  };
};

/** From mouths to capsules: weaker with distance and off the axis, later by the way. */
export const lowerAir = (graph: GraphMaker, find: Lookup) => {
  const { volumeM3, reverbS } = roomOf(find.rig);
  const answerDb = roomAnswerDb(volumeM3, reverbS);
  for (const { id, person, device, capsule, distanceM, offAxisDeg, bearingDeg } of find.rig.placements) {
    const { db, isTurnedOver, omniPart } = directionOf(find, device, capsule, offAxisDeg);
    const terms: Term[] = [
      { db: distanceLossDb(distanceM), because: { kind: 'distance', placement: id } },
      { db, because: { kind: 'direction', placement: id } },
    ];
    if (bearingDeg) terms.push({ db: mouthLossDb(bearingDeg), because: { kind: 'mouth', placement: id } });
    const all = [...terms, roomTerm(terms, answerDb, omniPart)];
    graph.edge(
      airLaw({ from: voiceId(person), to: pointId(device, capsule), terms: all, distanceM, isTurnedOver }),
    );
  }
};

/** How sound comes straight from a place to a capsule it is not meant for. */
const strayLaw = (find: Lookup, from: Spot, { device, capsule, ...pose }: CapsulePose) => {
  const { distanceM, bearingDeg, offAxisDeg } = between(from, pose);
  const { db, isTurnedOver, omniPart } = directionOf(find, device, capsule, offAxisDeg);
  const away = `${Math.round(distanceM * 100)} cm away, not meant to be heard`;
  const terms = [
    because(distanceLossDb(distanceM), away),
    because(db, `${Math.round(Math.abs(offAxisDeg))}° off the microphone’s axis`),
  ];
  return { row: { to: pointId(device, capsule), terms, distanceM, isTurnedOver }, bearingDeg, omniPart };
};

const because = (db: Db, words: string): Term => ({ db, because: { kind: 'air', words } });

/** From every mouth with a place to every capsule it does not speak into. */
const lowerSpill = (graph: GraphMaker, find: Lookup, poses: readonly CapsulePose[]) => {
  const { volumeM3, reverbS } = roomOf(find.rig);
  const answerDb = roomAnswerDb(volumeM3, reverbS);
  for (const pose of poses) {
    const own = new Set(placementsAt(find.rig, pose).map(({ person }) => person));
    for (const { id, spot } of seatedPeople(find.rig)) {
      if (own.has(id)) continue;
      const { row, bearingDeg, omniPart } = strayLaw(find, spot, pose);
      const mouth = because(mouthLossDb(bearingDeg), `${Math.round(Math.abs(bearingDeg))}° beside the mouth`);
      const straight = [...row.terms, mouth];
      const terms = [...straight, roomTerm(straight, answerDb, omniPart)];
      graph.edge(airLaw({ ...row, from: voiceId(id), terms, isCrosstalk: true }));
    }
  }
};

/** What sounds into a room: where it is, and what it is weaker there 1 m away than its driver is. */
interface Emitter {
  from: string;
  spot: Spot;
  outside?: Term;
}

const driversOf = (find: Lookup, device: string): Point[] =>
  find.modelOf(device)?.points.filter(({ role }) => role === 'driver') ?? [];

/** Every loudspeaker with a place. */
const loudspeakers = (find: Lookup): Emitter[] =>
  find.rig.devices.flatMap(({ id, spot }) =>
    spot ? driversOf(find, id).map((driver) => ({ from: pointId(id, driver.id), spot })) : [],
  );

/** Where someone is taken to be whom nobody has given a place: only what is around their own head counts. */
const NOWHERE: Spot = { xM: 0, yM: 0, turnDeg: 0 };

/** Ears are so far behind the mouth and to the side of it, metres: a head some 15 cm wide and 20 long (ISO 7250, from memory). */
const EAR_BEHIND_M = 0.1;
const EAR_ASIDE_M = 0.075;
/** How far outside a cup its leak is stated, metres. */
const LEAK_AT_M = 0.1;

/** The cups of the headphones someone wears. @param spot where the mouth is */
const cupsOf = (find: Lookup, wears: string, spot: Spot): Emitter[] =>
  driversOf(find, wears).map(({ id, leakDb }, at) => {
    const behind = placeAt(spot, spot.turnDeg, -EAR_BEHIND_M);
    const leak = leakDb ?? find.rig.assumptions.headphoneLeakDb ?? DEFAULT_HEADPHONE_LEAK_DB;
    return {
      from: pointId(wears, id),
      spot: { ...spot, ...placeAt(behind, spot.turnDeg + (at === 0 ? -90 : 90), EAR_ASIDE_M) },
      outside: because(
        -leak - distanceLossDb(LEAK_AT_M),
        'what the cup lets out (its model, or an assumption)',
      ),
    };
  });

/** From whatever sounds into the room to capsules: straight, and by the room. */
const lowerEmitters = (
  graph: GraphMaker,
  find: Lookup,
  emitters: readonly Emitter[],
  poses: readonly CapsulePose[],
  by: Emitting,
) => {
  const { volumeM3, reverbS } = roomOf(find.rig);
  const answerDb = roomAnswerDb(volumeM3, reverbS, by);
  for (const { from, spot, outside } of emitters) {
    for (const pose of poses) {
      const { row, omniPart } = strayLaw(find, spot, pose);
      const room = roomTerm(row.terms, answerDb, omniPart);
      const terms = [...row.terms, room, ...(outside ? [outside] : [])];
      graph.edge(airLaw({ ...row, from, terms, isCrosstalk: true }));
    }
  }
};

/** From the headphones people wear into microphones; of one without a place, into those before that mouth. */
const lowerBleed = (graph: GraphMaker, find: Lookup, poses: readonly CapsulePose[]) => {
  for (const person of find.rig.people) {
    if (person.wears === undefined) continue;
    const spot = person.spot ?? NOWHERE;
    const reached = person.spot ? poses : posesBefore(find.rig, { ...person, spot });
    lowerEmitters(graph, find, cupsOf(find, person.wears, spot), reached, 'cup');
  }
};

/** What nobody means to be heard: neighbours, loudspeakers and headphones in open microphones. */
export const lowerStrayAir = (graph: GraphMaker, find: Lookup) => {
  const poses = capsulePoses(find.rig);
  lowerSpill(graph, find, poses);
  lowerEmitters(graph, find, loudspeakers(find), poses, 'loudspeaker');
  lowerBleed(graph, find, poses);
};

/** The room's own noise at every capsule, with that of the capsule itself: from all around, less what its pattern keeps out. */
export const lowerRoomNoise = (graph: GraphMaker, find: Lookup) => {
  const level = roomOf(find.rig).noiseDba - WHITE_NOISE_A_DB;
  for (const { id } of find.rig.devices) {
    for (const { id: capsule, role, omniPart = 1 } of find.modelOf(id)?.points ?? []) {
      const node = role === 'capsule' ? graph.at(pointId(id, capsule)) : undefined;
      if (!node) continue;
      const room = level + fromAllAroundDb(omniPart);
      graph.node({ ...node, noise: node.noise === undefined ? room : powerSumDb([node.noise, room]) });
    }
  }
};
