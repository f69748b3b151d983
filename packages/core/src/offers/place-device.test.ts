import { modelById } from '../catalogue';
import { addDevice, emptyRig, putPerson, putPlacement, type Rig } from '../rig';
import { after } from '../rig/testing';
import { fixesFor } from './fixes';
import { listenTo, streamOptions } from './apps';
import { newApp, placeDevice } from './place-device';
import { solveRig } from './solve-rig';
import { offerLeads } from './lead-offers';

describe('a rig made by hand, from nothing', () => {
  it('a second computer of a kind gets a recorder of its own', () => {
    const place = (rig: Rig) => placeDevice(rig, modelById('laptop-c'));
    const { apps, devices } = after(emptyRig('New'), place, place);
    expect(apps.map(({ computer }) => computer)).toEqual(devices.map(({ id }) => id));
    expect(new Set(devices.map(({ id }) => id)).size).toBe(2);
  });

  it('an empty one is not called clear, and lacks nothing yet', () => {
    expect(solveRig(emptyRig('New'))).toMatchObject({ findings: [], toDo: [], isHeard: false });
  });

  it('says what is missing until a voice is recorded, and nothing after that', () => {
    let rig = after(emptyRig('New'), placeDevice(emptyRig('New'), modelById('laptop-c')));
    expect(rig.apps).toMatchObject([
      { name: 'Recorder', kind: 'recorder', computer: 'laptop-c', input: null },
    ]);
    const words = () => solveRig(rig).toDo.map((one) => one.words);
    expect(words()).toEqual(['Recorder on Laptop with USB-C only listens to nothing yet']);

    rig = after(rig, placeDevice(rig, modelById('mic-dynamic-hand')));
    expect(words()).toContain('Nobody speaks into Hand-held dynamic microphone yet');
    rig = after(rig, putPerson(rig, { id: 'guest', name: 'Guest', effort: 'raised' }));
    rig = after(
      rig,
      putPlacement(rig, {
        id: 'seat',
        person: 'guest',
        device: 'mic-dynamic-hand',
        capsule: 'capsule',
        distanceM: 0.05,
        offAxisDeg: 0,
      }),
    );
    expect(words()).toContain('Guest’s microphone goes nowhere yet');
    expect(solveRig(rig).findings).toEqual([]);

    rig = after(rig, addDevice(rig, modelById('interface-2'), { settings: { gain1: 46 } }));
    const join = (a: [string, string], b: [string, string]) => {
      const [offer] = offerLeads(rig, { device: a[0], port: a[1] }, { device: b[0], port: b[1] });
      rig = after(rig, offer!.edit);
    };
    join(['mic-dynamic-hand', 'out'], ['interface-2', 'in1']);
    join(['interface-2', 'usb'], ['laptop-c', 'usb1']);
    // It has come all the way to a computer with a recorder, and the recorder takes nothing: that is a fault.
    const [lost] = solveRig(rig).findings;
    expect(lost).toMatchObject({ code: 'not-arriving', title: 'Guest is heard by no track and no call' });
    expect(fixesFor(rig, lost!.id)[0]!.label).toMatch(/^Let Recorder listen to USB input 1–2/);

    const options = streamOptions(rig, 'laptop-c', 'input');
    const box = options.find(({ device }) => device === 'interface-2')!;
    expect(box).toMatchObject({ isThere: true, channels: 2 });
    rig = after(rig, listenTo(rig, rig.apps[0]!, { device: box.device, stream: box.stream }));
    expect(rig.apps[0]!.tracks.map(({ channel }) => channel)).toEqual([1, 2]);
    expect(solveRig(rig)).toMatchObject({ toDo: [], isHeard: true });
    expect(solveRig(rig).findings.filter(({ severity }) => severity !== 'advice')).toEqual([]);
  });

  it('several programs of a kind have names and ids of their own', () => {
    const rig = after(emptyRig('New'), placeDevice(emptyRig('New'), modelById('desktop')));
    expect(newApp(rig, 'desktop', 'recorder')).toMatchObject({ id: 'recorder-2', name: 'Recorder 2' });
    expect(newApp(rig, 'desktop', 'call')).toMatchObject({ id: 'call', name: 'Call', output: null });
  });

  it('a game and a browser play wherever their system does', () => {
    const rig = after(emptyRig('New'), placeDevice(emptyRig('New'), modelById('desktop')));
    for (const kind of ['game', 'browser'] as const)
      expect(newApp(rig, 'desktop', kind)).toMatchObject({ kind, output: { system: 'output' } });
  });
});
