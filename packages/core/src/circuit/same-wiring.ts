import type { DeviceModel } from '../catalogue';
import type { Device, Rig } from '../rig';

/** Controls that change the circuit: phantom switches and what elements depend on. Gains do not. */
const wiringControls = (model: DeviceModel): string[] =>
  model.elements.flatMap((element) => [
    ...('control' in element && element.control ? [element.control] : []),
    ...(element.when ? [element.when.control] : []),
  ]);

const sameDevice = (models: ReadonlyMap<string, DeviceModel>, a: Device, b: Device | undefined): boolean => {
  if (a === b) return true;
  if (!b || a.id !== b.id || a.model !== b.model) return false;
  const model = models.get(a.model);
  return model !== undefined && wiringControls(model).every((id) => a.settings[id] === b.settings[id]);
};

/** Whether two versions of a document have the same circuit, so that a solved one can be used again. */
export const isSameWiring = (a: Rig, b: Rig): boolean => {
  if (a.assumptions.interferenceNanoampsPerM !== b.assumptions.interferenceNanoampsPerM) return false;
  if (a.assumptions.earthHumMillivolts !== b.assumptions.earthHumMillivolts) return false;
  if (a.models !== b.models || a.leads !== b.leads || a.leadKinds !== b.leadKinds) return false;
  if (a.devices === b.devices) return true;
  const models = new Map(a.models.map((model) => [model.id, model]));
  return (
    a.devices.length === b.devices.length &&
    a.devices.every((device, index) => sameDevice(models, device, b.devices[index]))
  );
};
