import { DEVICE_MODELS, type DeviceModel } from '../catalogue';
import { skerryLight } from '../demo';
import { withoutPort } from '../models';
import { applyEdit, tryEdit } from './edit';
import { lookup } from './lookup';
import { adoptModel, newerModel } from './adopt-model';

const own = (id: string, change: Partial<DeviceModel> = {}): DeviceModel => ({
  ...DEVICE_MODELS.find((model) => model.id === id)!,
  id: `own-${id}`,
  name: 'Our own',
  ...change,
});

const use = (model: DeviceModel, device?: string) => {
  const done = tryEdit(skerryLight, adoptModel(skerryLight, model, device));
  if (!done.ok) throw new Error(JSON.stringify(done.problems));
  return done;
};

describe('making a device one of a model', () => {
  it('keeps name, place, leads and settings that fit', () => {
    const { rig } = use(own('mixer-4-usb'), 'mixer');
    const before = skerryLight.devices.find(({ id }) => id === 'mixer')!;
    expect(rig.devices.find(({ id }) => id === 'mixer')).toEqual({ ...before, model: 'own-mixer-4-usb' });
    expect(rig.leads).toEqual(skerryLight.leads);
  });

  it('undone, the document is the very same', () => {
    const { rig, inverse } = use(own('mixer-4-usb'), 'mixer');
    expect(applyEdit(rig, inverse).rig).toEqual(skerryLight);
  });

  it('a gain outside the new range comes to its end', () => {
    const model = own('mixer-4-usb');
    const tight = {
      ...model,
      controls: model.controls.map((control) =>
        control.id === 'gain1' && control.kind === 'gain' ? { ...control, maxDb: 30 } : control,
      ),
    };
    expect(use(tight, 'mixer').rig.devices.find(({ id }) => id === 'mixer')!.settings['gain1']).toBe(30);
  });

  it('a socket that is gone leaves its lead hanging free, and the document whole', () => {
    const { rig } = use(withoutPort(own('mixer-4-usb'), 'in1'), 'mixer');
    expect(rig.leads.find(({ id }) => id === 'keeper-lead')!.ends).toContain(null);
    expect(lookup(rig).inPort('mixer', 'in1')).toBeUndefined();
  });

  it('a microphone without its capsule has nobody in front of it', () => {
    const { rig } = use(own('player'), 'keeper-mic');
    expect(rig.placements.some(({ device }) => device === 'keeper-mic')).toBe(false);
  });

  it('streams that are gone are chosen by nobody', () => {
    const { rig } = use(own('mixer-4-usb', { streams: [] }), 'mixer');
    const choices = rig.apps.flatMap(({ input, output }) => [input, output]);
    expect(choices.filter((chosen) => chosen && 'device' in chosen && chosen.device === 'mixer')).toEqual([]);
  });

  it('changed once more, every device of the model follows', () => {
    const once = use(own('mic-condenser-large'), 'guest-mic').rig;
    const quieter = own('mic-condenser-large', { name: 'Our own, mended' });
    const { rig } = applyEdit(once, adoptModel(once, quieter));
    expect(lookup(rig).modelOf('guest-mic')!.name).toBe('Our own, mended');
    expect(rig.models.filter(({ id }) => id === quieter.id)).toHaveLength(1);
  });
});

describe('a model the catalogue describes anew', () => {
  it('is known by its id where the rig carries an older one; taken, the desk is there and the leads stay', () => {
    const mixer = skerryLight.models.find(({ id }) => id === 'mixer-4-usb')!;
    const { desk: _desk, ...old } = mixer;
    const rig = {
      ...skerryLight,
      models: skerryLight.models.map((model) => (model === mixer ? old : model)),
      devices: skerryLight.devices.map((device) =>
        device.id === 'mixer' ? { ...device, settings: { phantom: true, gain1: 54 } } : device,
      ),
    };
    expect(newerModel(mixer)).toBeUndefined();
    expect(newerModel(own('mixer-4-usb'))).toBeUndefined();
    const taken = applyEdit(rig, adoptModel(rig, newerModel(old)!)).rig;
    expect(taken.models.find(({ id }) => id === 'mixer-4-usb')).toEqual(mixer);
    expect(taken.leads).toEqual(skerryLight.leads);
    expect(taken.devices.find(({ id }) => id === 'mixer')!.settings).toEqual({ phantom: true, gain1: 54 });
  });
});
