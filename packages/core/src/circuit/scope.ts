import type { CircuitElement, DeviceModel } from '../catalogue';
import type { Lead, Lookup } from '../rig';

/** What of a rig is solved together: some elements of its devices, and some of its leads. */
export interface Scope {
  devices: readonly ScopedDevice[];
  leads: readonly Lead[];
}

export interface ScopedDevice {
  id: string;
  model: DeviceModel;
  elements: readonly CircuitElement[];
}

/** A change to models, worked out once for each: they are never changed in place. */
const twins = (change: Partial<DeviceModel>) => {
  const known = new WeakMap<DeviceModel, DeviceModel>();
  return (model: DeviceModel): DeviceModel => {
    let twin = known.get(model);
    if (!twin) known.set(model, (twin = { ...model, ...change }));
    return twin;
  };
};
const floating = twins({ ground: 'floating' });
const tied = twins({ supply: 'usb' });

/** Whether a double-insulated device is tied to the room's ground all the same, by the metal of a data lead. */
const isTiedByData = (find: Lookup, id: string, { ports }: DeviceModel): boolean =>
  ports.some((port) => {
    const plugged = find.inPort(id, port.id);
    return plugged !== undefined && find.leadKindOf(plugged.lead.id)?.usb !== undefined;
  });

const isInsulated = ({ ground, supply }: DeviceModel): boolean =>
  ground === 'bonded' && supply === 'double-insulated';

/** What a device is in the circuit: a double-insulated supply ties nothing to the room's ground, only data leads do. */
export const modelInCircuit = (find: Lookup, id: string): DeviceModel | undefined => {
  const model = find.modelOf(id);
  return model && isInsulated(model) && !isTiedByData(find, id, model) ? floating(model) : model;
};

/** The models of a rig for a part of it without its data leads: what they tie there stays tied. */
export const modelsWithoutData = (find: Lookup): DeviceModel[] =>
  find.rig.models.map((model) =>
    isInsulated(model) &&
    find.rig.devices.some(({ id, model: of }) => of === model.id && isTiedByData(find, id, model))
      ? tied(model)
      : model,
  );

/** All of it. */
export const wholeRig = (find: Lookup): Scope => ({
  devices: find.rig.devices.flatMap(({ id }): ScopedDevice[] => {
    const model = modelInCircuit(find, id);
    return model ? [{ id, model, elements: model.elements }] : [];
  }),
  leads: find.rig.leads,
});
