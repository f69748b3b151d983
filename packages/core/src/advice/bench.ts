import { DEVICE_MODELS, LEAD_KINDS, type ControlValue, type DeviceModel } from '../catalogue';
import { bestLead, matingLeads, type Finding, type PortRef } from '../checks';
import { solveRig } from '../offers';
import {
  addDevice,
  applyEdit,
  changeDevice,
  connect,
  emptyRig,
  freeId,
  lookup,
  putPerson,
  putPlacement,
  setControl,
  type App,
  type Edit,
  type Rig,
} from '../rig';
import type { Answers } from './answers';

export const modelById = (id: string): DeviceModel => {
  const found = DEVICE_MODELS.find((model) => model.id === id);
  if (!found) throw new Error(`The catalogue has no "${id}".`);
  return found;
};

/** A rig being put together the way a careful person would: the best lead each time, by the engine's own judgement. */
export interface Bench {
  rig: () => Rig;
  add: (model: string, name: string, place: string) => string;
  set: (device: string, control: string, value: ControlValue) => void;
  /** Joins two sockets by the lead that does it best, long enough; false when no lead goes. */
  join: (a: PortRef, b: PortRef, lengthM: number) => boolean;
  apps: (device: string, apps: App[]) => void;
  talker: (name: string, microphone: string, answers: Answers) => void;
}

const longEnough = (lengths: readonly number[], lengthM: number): number =>
  [...lengths].sort((a, b) => a - b).find((usual) => usual >= lengthM) ?? Math.max(lengthM, ...lengths);

export const makeBench = (name: string): Bench => {
  let rig = emptyRig(name);
  const apply = (edit: Edit) => {
    rig = applyEdit(rig, edit).rig;
  };
  return {
    rig: () => rig,
    add: (model, deviceName, place) => {
      const id = freeId(rig, model);
      apply(addDevice(rig, modelById(model), { id, name: deviceName, place }));
      return id;
    },
    set: (device, control, value) => apply(setControl(rig, device, control, value)),
    join: (a, b, lengthM) => {
      // A supply that is still off makes every lead look poor: the first that goes in, then, as the catalogue lists them.
      const best = bestLead(rig, a, b) ?? matingLeads(rig, a, b)[0];
      if (!best) return false;
      apply(
        connect(rig, best.kind, best.flipped ? [b, a] : [a, b], longEnough(best.kind.usualLengthsM, lengthM)),
      );
      return true;
    },
    apps: (device, apps) => apply(changeDevice(rig, device, { apps })),
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

/** A lead kind of the catalogue by id. */
export const leadById = (id: string) => LEAD_KINDS.find((kind) => kind.id === id)!;

/** More rounds than this mean that two fixes undo one another. */
const MOST_ROUNDS = 60;

/** Whether a fix only turns a control: it costs nothing and moves nobody. */
const turnsOnly = ({ edit }: Finding['fixes'][number]): boolean =>
  edit.steps.every((step) => step.op === 'put' && step.collection === 'devices');

/**
 * Turns every gain, switch and supply as the findings' own fixes say, until none of them is left to turn.
 * What would need other gear stays as a finding.
 */
export const tuned = (start: Rig): Rig => {
  let rig = start;
  const tried = new Set<string>();
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    const fix = solveRig(rig)
      .findings.flatMap(({ id, fixes }) => fixes.map((one) => ({ ...one, key: `${id} ${one.label}` })))
      .find((one) => turnsOnly(one) && !tried.has(one.key));
    if (!fix) return rig;
    tried.add(fix.key);
    rig = applyEdit(rig, fix.edit).rig;
  }
  return rig;
};

/** The same, and what is still dangerous or at fault is mended with gear as the first fix says: boosters, DI boxes, pads. */
export const mended = (start: Rig): Rig => {
  let rig = tuned(start);
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    const fix = solveRig(rig)
      .findings.filter(({ severity }) => severity === 'danger' || severity === 'fault')
      .flatMap(({ fixes }) => fixes.slice(0, 1))[0];
    if (!fix) return rig;
    rig = tuned(applyEdit(rig, fix.edit).rig);
  }
  return rig;
};
