import { modelById } from '../catalogue';
import { newApp } from '../offers';
import {
  addDevice,
  applyEdit,
  changeDevice,
  emptyRig,
  lookup,
  newFarEnd,
  putApp,
  type App,
  type AppKind,
  type Edit,
  type Rig,
} from '../rig';
import { readyPieces } from '../wire';
import type { PartsList } from './parts-list';

/** The pieces of a parts list as a rig in which nothing is joined yet: somebody at each microphone, a recorder, a call, a stream. @param voices who speaks, in the order of the microphones */
export const rigOfPieces = (
  { parts, callers, streams }: Pick<PartsList, 'parts' | 'callers' | 'streams'>,
  name: string,
  voices: readonly string[] = [],
): Rig => {
  let rig = emptyRig(name);
  const apply = (edit: Edit) => {
    rig = applyEdit(rig, edit).rig;
  };
  const program = (computer: string, kind: AppKind) => apply(putApp(rig, newApp(rig, computer, kind)));
  for (const { model, count, program: own } of parts)
    for (let n = 0; n < count; n += 1) {
      apply(addDevice(rig, modelById(model)));
      if (own) program(rig.devices.at(-1)!.id, own);
    }
  const find = lookup(rig);
  const computers = rig.devices.filter(
    ({ id }) => find.modelOf(id)?.kind === 'computer' && !rig.apps.some((app) => app.computer === id),
  );
  const [first] = computers;
  if (first) {
    program(first.id, 'recorder');
    const hasLine = rig.apps.some(({ kind }) => kind === 'call');
    if (callers > 0 && !hasLine) apply(putApp(rig, callWith(rig, computers.at(-1)!.id, callers)));
    if (streams) program(first.id, 'encoder');
  }
  apply(readyPieces(rig, voices));
  for (const edit of microphonesNamed(rig, voices)) apply(edit);
  return rig;
};

/** One call with so many at its other end; one is nobody in particular. */
const callWith = (rig: Rig, computer: string, callers: number): App => {
  let call = newApp(rig, computer, 'call');
  for (let n = 0; callers > 1 && n < callers; n += 1)
    call = { ...call, farEnds: [...(call.farEnds ?? []), newFarEnd(call)] };
  return call;
};

/** Microphones called after whoever speaks into them, where somebody has said who that is. */
const microphonesNamed = (rig: Rig, voices: readonly string[]): Edit[] =>
  rig.placements.flatMap(({ person, device }) => {
    const name = rig.people.find(({ id }) => id === person)!.name;
    const isShared = rig.placements.filter((one) => one.device === device).length > 1;
    return isShared || !voices.some((voice) => voice.trim() === name)
      ? []
      : [changeDevice(rig, device, { name: `${name}’s microphone` })];
  });
