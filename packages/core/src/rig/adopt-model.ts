import { controlOf, controlRange, DEVICE_MODELS, type ControlValue, type DeviceModel } from '../catalogue';
import { deepEqual } from './deep-equal';
import { drop, revise, type Edit, type Step } from './edit';
import { joinedSteps, withEachMember } from './joined';
import { fittingClock } from './rates';
import { fittingSliders } from './sliders';
import { lookup } from './lookup';
import { WAY_OF, withSystemChoices, type Side } from './system';
import type { App, Device, Rig } from './types';

/** Settings that still make sense with a model: its controls only, gains inside their range. */
export const fittingSettings = ({ settings }: Device, model: DeviceModel): Device['settings'] =>
  Object.fromEntries(
    Object.entries(settings).flatMap(([id, value]): [string, ControlValue][] => {
      const control = controlOf(model, id);
      if (!control) return [];
      const near =
        typeof value === 'number' && 'minDb' in control
          ? Math.min(control.maxDb, Math.max(control.minDb, value))
          : value;
      return controlRange(control, near) === undefined ? [[id, near]] : [];
    }),
  );

/** The catalogue's present description of a model, where a rig carries an older one. */
export const newerModel = (model: DeviceModel): DeviceModel | undefined => {
  const known = DEVICE_MODELS.find(({ id }) => id === model.id);
  return known && !deepEqual(known, model) ? known : undefined;
};

/**
 * Takes a model into the rig and makes a device one of it; devices that already are follow.
 * What no longer fits goes: settings outside the ranges, leads in sockets that are gone (their ends hang free),
 * talkers at capsules that are gone, streams that are gone from the apps.
 * @param device the device to change; absent: only those that have this model already
 */
export const adoptModel = (rig: Rig, model: DeviceModel, device?: string): Edit => {
  const isChanged = (one: Device) => one.id === device || one.model === model.id;
  const changed = new Set(rig.devices.filter(isChanged).map(({ id }) => id));
  const ports = new Set(model.ports.map(({ id }) => id));
  const capsules = new Set(model.points.filter(({ role }) => role === 'capsule').map(({ id }) => id));
  const steps: Step[] = revise(rig, 'models', model);

  const choice = (chosen: App['input'], side: Side): App['input'] => {
    if (!chosen || !('device' in chosen) || !changed.has(chosen.device)) return chosen;
    return model.streams.some(({ id, direction }) => id === chosen.stream && direction === WAY_OF[side])
      ? chosen
      : null;
  };
  for (const one of rig.devices) {
    const kept = withSystemChoices(one, choice);
    steps.push(
      ...revise(
        rig,
        'devices',
        changed.has(one.id)
          ? {
              ...fittingClock(fittingSliders(kept, model), model),
              model: model.id,
              settings: fittingSettings(one, model),
            }
          : kept,
      ),
    );
  }
  for (const app of rig.apps) {
    const chosen = { input: choice(app.input, 'input'), output: choice(app.output, 'output') };
    steps.push(...revise(rig, 'apps', { ...app, ...chosen }));
  }
  for (const joined of rig.joinedInputs) {
    const kept = withEachMember(joined, (member, side) =>
      !changed.has(member.device) ||
      model.streams.some(({ id, direction }) => id === member.stream && direction === WAY_OF[side])
        ? member
        : undefined,
    );
    const modelOf = (id: string) => (changed.has(id) ? model : lookup(rig).modelOf(id));
    steps.push(...joinedSteps(rig, kept, modelOf));
  }
  for (const lead of rig.leads) {
    const ends = lead.ends.map((end) =>
      end && 'device' in end && changed.has(end.device) && !ports.has(end.port) ? null : end,
    );
    steps.push(...revise(rig, 'leads', { ...lead, ends }));
  }
  for (const placement of rig.placements) {
    if (changed.has(placement.device) && !capsules.has(placement.capsule))
      steps.push(drop(rig, 'placements', placement.id));
  }
  return { label: `Use the model ${model.name}`, steps };
};
