import { newApp } from '../offers';
import {
  applyEdit,
  combineEdits,
  freeId,
  lookup,
  putApp,
  putPerson,
  putPlacement,
  takesSound,
  type Edit,
  type Rig,
} from '../rig';

/** Two or three fingers for a microphone made to be spoken into from near; an arm's length less for one that is not. Common practice, no published source. */
const CLOSE_M = 0.05;
const FURTHER_M = 0.15;

/** Made to be spoken into from near: a coil or ribbon, whose noise is only its own resistance. */
const isMadeForNear = (rig: Rig, device: string): boolean =>
  lookup(rig)
    .modelOf(device)!
    .elements.some((element) => element.kind === 'output' && element.thermal === true);

/** How far from the mouth a microphone usually stands, metres. */
export const usualDistanceM = (rig: Rig, device: string): number =>
  isMadeForNear(rig, device) ? CLOSE_M : FURTHER_M;

/** A recorder on the first computer, where there is one and no program or device keeps or sends anything. */
const lendRecorder = (rig: Rig): Edit[] => {
  const find = lookup(rig);
  const keeps = rig.devices.some(({ id }) => find.modelOf(id)?.points.some(({ role }) => role === 'track'));
  const computer = rig.devices.find(({ id }) => find.modelOf(id)?.kind === 'computer');
  return keeps || !computer || rig.apps.some(({ kind }) => takesSound(kind))
    ? []
    : [putApp(rig, newApp(rig, computer.id, 'recorder'))];
};

/**
 * Somebody for each microphone that nobody speaks into: "Voice 1", "Voice 2"; and something that records.
 * @param names what they are called, in the order of the microphones; one that is empty or missing: as above
 */
export const readyPieces = (rig: Rig, names: readonly string[] = []): Edit => {
  const left = names.map((name) => name.trim());
  let now = rig;
  const edits: Edit[] = [];
  const apply = (edit: Edit) => {
    edits.push(edit);
    now = applyEdit(now, edit).rig;
  };
  for (const { id: device } of rig.devices)
    for (const { id: capsule, role } of lookup(rig).modelOf(device)?.points ?? []) {
      if (
        role !== 'capsule' ||
        rig.placements.some((one) => one.device === device && one.capsule === capsule)
      )
        continue;
      const taken = new Set(now.people.map(({ name }) => name));
      let n = 1;
      while (taken.has(`Voice ${n}`)) n += 1;
      const person = freeId(now, `voice-${n}`);
      const own = left.shift();
      const name = own && !taken.has(own) ? own : `Voice ${n}`;
      apply(putPerson(now, { id: person, name, effort: 'normal' }));
      apply(
        putPlacement(now, {
          id: freeId(now, `${person}-seat`),
          person,
          device,
          capsule,
          distanceM: usualDistanceM(rig, device),
          offAxisDeg: 0,
        }),
      );
    }
  for (const edit of lendRecorder(now)) apply(edit);
  return combineEdits('Say who speaks into what', ...edits);
};
