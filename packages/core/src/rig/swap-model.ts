import { contactsBetween, isForSame, type DeviceModel, type Port } from '../catalogue';
import { fittingSettings } from './adopt-model';
import { freeId, freeName, intentsWithout, takenOff } from './commands';
import { drop, put, revise, type Edit, type Step } from './edit';
import { joinedSteps, withEachMember } from './joined';
import { fittingClock } from './rates';
import { fittingSliders } from './sliders';
import { lookup } from './lookup';
import { withoutSystem, withSystemChoices } from './system';
import type { App, Device, Rig } from './types';

/** Which socket of another model takes what is plugged into one of this: the same by its id, else the next that fits and is for the same. */
const socketsFor = (rig: Rig, device: Device, model: DeviceModel): Map<string, string> => {
  const find = lookup(rig);
  const left = [...model.ports];
  const chosen = new Map<string, string>();
  const used = (find.modelOf(device.id)?.ports ?? []).filter(({ id }) => find.inPort(device.id, id));
  const fits = (old: Port, port: Port): boolean => {
    const { lead, end } = find.inPort(device.id, old.id)!;
    const plug = find.leadKindOf(lead.id)?.ends[end]?.connector ?? '';
    const was = find.modelOf(device.id);
    return (
      contactsBetween(plug, port.connector) !== undefined && (!was || isForSame(was, old.id, model, port.id))
    );
  };
  const take = (old: Port, isIt: (port: Port) => boolean) => {
    const port = left.find((one) => isIt(one) && fits(old, one));
    if (!port) return;
    left.splice(left.indexOf(port), 1);
    chosen.set(old.id, port.id);
  };
  for (const old of used) take(old, ({ id }) => id === old.id);
  // What is alike next: the same side and the same part in USB; then anything on that side.
  for (const old of used) {
    if (!chosen.has(old.id)) take(old, ({ side, usb }) => side === old.side && usb?.role === old.usb?.role);
  }
  return chosen;
};

/** The stream of another model that stands for one of this: by its id, else the next that goes the same way. */
const streamFor = (old: DeviceModel | undefined, model: DeviceModel, id: string): string | undefined => {
  const was = old?.streams.find((stream) => stream.id === id);
  const alike = model.streams.filter(({ direction }) => direction === was?.direction);
  return (alike.find((stream) => stream.id === id) ?? alike[0])?.id;
};

/**
 * Puts another model in a device's place: its leads, its talker, its place and what programs take of it stay as far as the other
 * has something for them. Leads that find no socket hang free.
 * @throws Error when there is no such device
 */
export const swapModel = (rig: Rig, deviceId: string, model: DeviceModel): Edit => {
  const device = rig.devices.find(({ id }) => id === deviceId);
  if (!device) throw new Error(`There is no device "${deviceId}" in this rig.`);
  const old = lookup(rig).modelOf(deviceId);
  const sockets = socketsFor(rig, device, model);
  const isNamedByModel = old !== undefined && device.name.startsWith(old.name);
  const choice = (chosen: App['input']): App['input'] => {
    if (!chosen || !('device' in chosen) || chosen.device !== deviceId) return chosen;
    const stream = streamFor(old, model, chosen.stream);
    return stream === undefined ? null : { device: deviceId, stream };
  };
  const steps: Step[] = rig.models.some(({ id }) => id === model.id) ? [] : [put('models', model)];
  steps.push(
    ...revise(rig, 'devices', {
      ...fittingClock(
        fittingSliders(
          model.kind === 'computer' ? withSystemChoices(device, choice) : withoutSystem(device),
          model,
        ),
        model,
      ),
      model: model.id,
      name: isNamedByModel ? freeName(rig, model.name) : device.name,
      settings: fittingSettings(device, model),
    }),
  );
  for (const lead of rig.leads) {
    const ends = lead.ends.map((end) => {
      if (!end || !('device' in end) || end.device !== deviceId) return end;
      const port = sockets.get(end.port);
      return port === undefined ? null : { device: deviceId, port };
    });
    steps.push(...revise(rig, 'leads', { ...lead, ends }));
  }
  const [capsule] = model.points.filter(({ role }) => role === 'capsule');
  for (const placement of rig.placements) {
    if (placement.device !== deviceId) continue;
    const isThere = model.points.some(({ id, role }) => role === 'capsule' && id === placement.capsule);
    if (isThere) continue;
    steps.push(
      ...(capsule
        ? revise(rig, 'placements', { ...placement, capsule: capsule.id })
        : [drop(rig, 'placements', placement.id)]),
    );
  }
  if (model.kind !== 'headphones') steps.push(...takenOff(rig, deviceId));
  for (const one of rig.devices) {
    if (one.id !== deviceId) steps.push(...revise(rig, 'devices', withSystemChoices(one, choice)));
  }
  // What is no computer has no programs, and nothing is meant of them.
  const goes = ({ computer }: { computer: string }) => computer === deviceId && model.kind !== 'computer';
  const gone = new Set(rig.apps.filter(goes).map(({ id }) => id));
  steps.push(...intentsWithout(rig, (ref) => 'app' in ref && gone.has(ref.app)));
  for (const app of rig.apps) {
    if (gone.has(app.id)) {
      steps.push(drop(rig, 'apps', app.id));
      continue;
    }
    steps.push(...revise(rig, 'apps', { ...app, input: choice(app.input), output: choice(app.output) }));
  }
  for (const joined of rig.joinedInputs) {
    if (goes(joined)) {
      steps.push(drop(rig, 'joinedInputs', joined.id));
      continue;
    }
    const kept = withEachMember(joined, (member) => {
      if (member.device !== deviceId) return member;
      const stream = streamFor(old, model, member.stream);
      return stream === undefined ? undefined : { ...member, stream };
    });
    const modelOf = (id: string) => (id === deviceId ? model : lookup(rig).modelOf(id));
    steps.push(...joinedSteps(rig, kept, modelOf));
  }
  return { label: `Use ${model.name} in place of ${old?.name ?? device.name}`, steps };
};

/** One more of a device: the same model, set the same, in the same place; nothing plugged in. */
export const duplicateDevice = (rig: Rig, deviceId: string): Edit => {
  const device = rig.devices.find(({ id }) => id === deviceId);
  if (!device) throw new Error(`There is no device "${deviceId}" in this rig.`);
  const base = device.name.replace(/ \d+$/, '');
  const copy = {
    ...device,
    id: freeId(rig, device.id.replace(/-\d+$/, '')),
    name: freeName(rig, base),
    settings: { ...device.settings },
  };
  return { label: `Duplicate ${device.name}`, steps: [put('devices', copy)] };
};
