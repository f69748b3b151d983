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

/** All of it. */
export const wholeRig = ({ rig, modelOf }: Lookup): Scope => ({
  devices: rig.devices.flatMap(({ id }): ScopedDevice[] => {
    const model = modelOf(id);
    return model ? [{ id, model, elements: model.elements }] : [];
  }),
  leads: rig.leads,
});
