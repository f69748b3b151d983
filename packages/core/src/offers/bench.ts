import { portOfPin, modelById, type ControlValue, type DeviceModel, type SignalKind } from '../catalogue';
import { matingLeads, someLead, type PortRef } from '../checks';
import {
  addDevice,
  applyEdit,
  connect,
  emptyRig,
  freeAppId,
  freeId,
  longEnough,
  lookup,
  putApp,
  putPerson,
  putPlacement,
  setControl,
  type App,
  type Edit,
  type Rig,
} from '../rig';
import type { VoiceEffort } from '../units';

/** A rig being put together the way a careful person would: the best lead each time, by the engine's own judgement. */
export interface Bench {
  rig: () => Rig;
  apply: (edit: Edit) => void;
  /** Places a model, of the catalogue by its id or any other as it is; answers with the device's id. */
  add: (model: string | DeviceModel, name: string, place: string) => string;
  set: (device: string, control: string, value: ControlValue) => void;
  /** Sets a socket to take a kind of signal, where a switch or a choice of its device does that. */
  setTo: (socket: PortRef, signal: SignalKind) => void;
  /** Joins two sockets by the lead that does it best, long enough; false when no lead goes. */
  join: (a: PortRef, b: PortRef, lengthM: number) => boolean;
  /** The same by a lead with nothing in it, whatever it does to the level. */
  joinPlainly: (a: PortRef, b: PortRef, lengthM: number) => boolean;
  apps: (device: string, apps: Omit<App, 'computer'>[]) => void;
  talker: (name: string, microphone: string, voice: { effort: VoiceEffort; mouthM: number }) => void;
}

export const makeBench = (name: string): Bench => {
  let rig = emptyRig(name);
  const apply = (edit: Edit) => {
    rig = applyEdit(rig, edit).rig;
  };
  const plug = (
    a: PortRef,
    b: PortRef,
    lengthM: number,
    best: ReturnType<typeof matingLeads>[number] | undefined,
  ) => {
    if (!best) return false;
    const ends = best.flipped ? [b, a] : [a, b];
    apply(connect(rig, best.kind, ends, longEnough(best.kind.usualLengthsM, lengthM)));
    return true;
  };
  return {
    rig: () => rig,
    apply,
    add: (model, deviceName, place) => {
      const found = typeof model === 'string' ? modelById(model) : model;
      const id = freeId(rig, found.id);
      apply(addDevice(rig, found, { id, name: deviceName, place }));
      return id;
    },
    set: (device, control, value) => apply(setControl(rig, device, control, value)),
    setTo: ({ device, port }, signal) => {
      const input = lookup(rig)
        .modelOf(device)
        ?.elements.find(
          (element) =>
            element.kind === 'input' && element.signal === signal && portOfPin(element.plus) === port,
        );
      if (input?.when) apply(setControl(rig, device, input.when.control, input.when.is));
    },
    join: (a, b, lengthM) => plug(a, b, lengthM, someLead(rig, a, b)),
    joinPlainly: (a, b, lengthM) =>
      plug(
        a,
        b,
        lengthM,
        matingLeads(rig, a, b).find(({ kind }) => kind.elements.length === 0),
      ),
    apps: (device, apps) =>
      apps.forEach((app) => apply(putApp(rig, { ...app, id: freeAppId(rig, app.id), computer: device }))),
    talker: (person, microphone, { effort, mouthM }) => {
      const id = freeId(rig, person.toLowerCase().replace(/[^a-z0-9]+/g, '-'));
      apply(putPerson(rig, { id, name: person, effort }));
      const model = lookup(rig).modelOf(microphone);
      const capsule = model?.points.find(({ role }) => role === 'capsule')?.id ?? 'capsule';
      apply(
        putPlacement(rig, {
          id: `${id}-seat`,
          person: id,
          device: microphone,
          capsule,
          distanceM: mouthM,
          offAxisDeg: 0,
        }),
      );
    },
  };
};
