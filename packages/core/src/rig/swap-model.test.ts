import * as fc from 'fast-check';
import { battery } from '../battery.testing';
import { DEVICE_MODELS } from '../catalogue';
import { ordinaryDesks } from '../checks/desks.testing';
import { DEMO_RIGS, liveStream, skerryLight } from '../demo';
import { applyEdit, tryEdit } from './edit';
import { readRigValue } from './read-rig';
import { duplicateDevice, swapModel } from './swap-model';

const modelOf = (id: string) => DEVICE_MODELS.find((model) => model.id === id)!;
const swap = (device: string, model: string) =>
  applyEdit(skerryLight, swapModel(skerryLight, device, modelOf(model))).rig;

describe('another model in a device’s place', () => {
  it('a microphone keeps its lead, its talker and its place', () => {
    const after = swap('keeper-mic', 'mic-condenser-large');
    const was = skerryLight.devices.find(({ id }) => id === 'keeper-mic')!;
    expect(after.devices.find(({ id }) => id === 'keeper-mic')).toMatchObject({
      model: 'mic-condenser-large',
      name: was.name,
      place: was.place,
    });
    expect(after.leads).toEqual(skerryLight.leads);
    expect(after.placements.find(({ device }) => device === 'keeper-mic')).toMatchObject({
      person: 'keeper',
    });
    expect(after.models.map(({ id }) => id)).toContain('mic-condenser-large');
  });

  it('a mixer keeps the leads that its place-taker has sockets for, and its program its stream', () => {
    const after = swap('mixer', 'interface-4');
    const inputs = after.leads.flatMap(({ ends }) =>
      ends.flatMap((end) => (end && 'device' in end && end.device === 'mixer' ? [end.port] : [])),
    );
    expect(inputs).toEqual(expect.arrayContaining(['in1', 'in2', 'usb']));
    const recorder = after.apps.find(({ input }) => input && 'device' in input && input.device === 'mixer');
    expect(recorder).toBeDefined();
  });

  it('a loudspeaker on a line output gets no headphone socket, though its plug goes in', () => {
    const onPhones = ({ leads }: typeof skerryLight) =>
      leads
        .filter(({ ends }) =>
          ends.some((end) => end && 'device' in end && end.device === 'mixer' && /^phones/.test(end.port)),
        )
        .map(({ id }) => id);
    // It has headphone sockets of the same shape, and no line outputs.
    expect(onPhones(swap('mixer', 'mixer-podcast'))).toEqual(onPhones(skerryLight));
    expect(onPhones(skerryLight)).toHaveLength(1);
  });

  it('other devices of the old model stay what they are', () => {
    const two = applyEdit(skerryLight, duplicateDevice(skerryLight, 'keeper-mic')).rig;
    const after = applyEdit(two, swapModel(two, 'keeper-mic', modelOf('mic-ribbon'))).rig;
    const copy = after.devices.at(-1)!;
    expect(copy.model).toBe(skerryLight.devices.find(({ id }) => id === 'keeper-mic')!.model);
  });

  it('a device named after its model is named after the new one', () => {
    const rig = {
      ...skerryLight,
      devices: skerryLight.devices.map((one) =>
        one.id === 'keeper-mic' ? { ...one, name: modelOf(one.model).name } : one,
      ),
    };
    const after = applyEdit(rig, swapModel(rig, 'keeper-mic', modelOf('mic-ribbon'))).rig;
    expect(after.devices.find(({ id }) => id === 'keeper-mic')!.name).toBe(modelOf('mic-ribbon').name);
  });

  it('a computer that becomes something else takes its programs, joined inputs and what is meant of them along', () => {
    const after = applyEdit(liveStream, swapModel(liveStream, 'stream-computer', modelOf('hub-bus'))).rig;
    expect([after.apps.map(({ id }) => id), after.joinedInputs, after.intents.map(({ id }) => id)]).toEqual([
      ['call'],
      [],
      ['visitor-call'],
    ]);
    expect(readRigValue(after).ok).toBe(true);
  });

  it('any model in any place: the rig holds together, and one step back is as it was', () => {
    const rigs = [...DEMO_RIGS.map(({ rig }) => rig), ...ordinaryDesks().map(([, rig]) => rig)];
    fc.assert(
      fc.property(fc.nat(rigs.length - 1), fc.nat(100), fc.nat(DEVICE_MODELS.length - 1), (r, d, m) => {
        const rig = rigs[r]!;
        const device = rig.devices[d % rig.devices.length]!;
        const done = tryEdit(rig, swapModel(rig, device.id, DEVICE_MODELS[m]!));
        expect(done.ok ? [] : done.problems).toEqual([]);
        if (!done.ok) return;
        const read = readRigValue(done.rig);
        expect(read.ok ? [] : read.problems).toEqual([]);
        expect(applyEdit(done.rig, done.inverse).rig).toEqual(rig);
      }),
      { numRuns: battery(300, 100) },
    );
  });
});

describe('one more of a device', () => {
  it('is set the same, named on, and has nothing plugged in', () => {
    const after = applyEdit(skerryLight, duplicateDevice(skerryLight, 'mixer')).rig;
    const copy = after.devices.at(-1)!;
    expect(copy).toMatchObject({ name: 'Lamp room mixer 2', model: 'mixer-4-usb', settings: { gain1: 54 } });
    expect(after.leads).toEqual(skerryLight.leads);
    const third = applyEdit(after, duplicateDevice(after, copy.id)).rig.devices.at(-1)!;
    expect(third.name).toBe('Lamp room mixer 3');
  });
});
