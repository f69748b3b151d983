import { modelById } from '../catalogue';
import { channelCount, solve, makeEngineMemory, solveRig } from '../offers';
import { after, call, people, recorder, rigOf, seat } from './testing';
import {
  adoptModel,
  asSystem,
  putApp,
  readRigValue,
  referenceProblems,
  removeDevice,
  setSystem,
  swapModel,
  type Rig,
} from '.';

/** A voice at an interface, a recorder and a call that follow the system of their laptop. */
const desk = (): Rig =>
  after(
    rigOf({
      devices: [
        { id: 'mic', model: 'mic-dynamic-hand' },
        { id: 'desk', model: 'interface-2', settings: { gain1: 44, 'phones-volume': -24 } },
        { id: 'pc', model: 'laptop-c', apps: [recorder('desk'), call('desk', 'usb-in', 'usb-out')] },
        { id: 'ears', model: 'headphones', name: 'Headphones' },
      ],
      leads: [
        { kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 3 },
        { kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 },
        { kind: 'mini-trs', ends: ['ears.in', 'desk.phones'], lengthM: 2 },
      ],
      people: people('ann'),
      placements: [seat('ann', 'mic', 0.05)],
    }),
    (now) => putApp(now, { ...now.apps[0]!, input: asSystem('input') }),
    (now) => putApp(now, { ...now.apps[1]!, input: asSystem('input'), output: asSystem('output') }),
  );

const DESK = { input: { device: 'desk', stream: 'usb-in' }, output: { device: 'desk', stream: 'usb-out' } };
const set = (rig: Rig, side: 'input' | 'output'): Rig =>
  after(rig, (now) =>
    setSystem(
      now,
      now.devices.find(({ id }) => id === 'pc')!,
      side,
      DESK[side],
    ),
  );
const bothSet = (): Rig => set(set(desk(), 'input'), 'output');

const states = (rig: Rig) => {
  const { speakers, posts, rows } = solve(rig, makeEngineMemory()).feeds;
  const at = (who: string, where: string) =>
    rows[speakers.findIndex(({ name }) => name === who)]![posts.findIndex(({ name }) => name === where)]!
      .arrival !== undefined;
  return {
    track: at('ANN', 'Track 1'),
    farEnd: at('ANN', 'Far end of Call'),
    ears: at('Far end of Call', 'Headphones'),
  };
};

describe('programs that follow the system', () => {
  it('take the laptop’s own socket until the system is set to the interface, each side by itself', () => {
    expect(states(desk())).toEqual({ track: false, farEnd: false, ears: false });
    expect(states(set(desk(), 'input'))).toEqual({ track: true, farEnd: true, ears: false });
    expect(states(set(desk(), 'output'))).toEqual({ track: false, farEnd: false, ears: true });
    expect(states(bothSet())).toEqual({ track: true, farEnd: true, ears: true });
    expect(solveRig(bothSet()).findings.filter(({ severity }) => severity !== 'advice')).toEqual([]);
  });

  it('do as one that has chosen the same by itself', () => {
    const own = after(
      bothSet(),
      (now) => putApp(now, { ...now.apps[0]!, input: DESK.input }),
      (now) => putApp(now, { ...now.apps[1]!, ...DESK }),
    );
    const arrivals = (rig: Rig) => solve(rig, makeEngineMemory()).heard.arrivals;
    expect(arrivals(bothSet())).toEqual(arrivals(own));
    expect(channelCount(bothSet(), bothSet().apps[0]!)).toBe(2);
  });

  it('a system that is set to what goes away is as the computer comes', () => {
    const systemIn = (rig: Rig) => rig.devices.find(({ id }) => id === 'pc')!.system;
    expect(systemIn(bothSet())).toEqual(DESK);
    expect(systemIn(after(bothSet(), (now) => removeDevice(now, 'desk')))).toBeUndefined();
    expect(systemIn(after(bothSet(), (now) => swapModel(now, 'desk', modelById('mic-usb-plain'))))).toEqual({
      input: DESK.input,
    });
    const without = { ...modelById('interface-2'), streams: [] };
    expect(systemIn(after(bothSet(), (now) => adoptModel(now, without)))).toBeUndefined();
    expect(systemIn(after(bothSet(), (now) => swapModel(now, 'pc', modelById('desktop'))))).toEqual(DESK);
    expect(
      systemIn(after(bothSet(), (now) => swapModel(now, 'pc', modelById('interface-1')))),
    ).toBeUndefined();
    const pc = (rig: Rig) => rig.devices.find(({ id }) => id === 'pc')!;
    expect(systemIn(after(bothSet(), (now) => setSystem(now, pc(now), 'output', undefined)))).toEqual({
      input: DESK.input,
    });
  });

  it.each([
    ['an output as the system’s input', { input: asSystem('output') }, 'apps[0].input'],
    ['a system on something that is no computer', { system: DESK }, 'devices[1].system'],
    [
      'a stream that is not there',
      { system: { input: { device: 'desk', stream: 'tracks' } } },
      'devices[2].system.input',
    ],
    [
      'a stream nobody has to play into',
      { system: { output: { ...DESK.input, stream: 'usb-9' } } },
      'devices[2].system.output',
    ],
    ['a joined input nobody has joined', { system: { input: { joined: 'all' } } }, 'devices[2].system.input'],
  ])('a file with %s says where', (_name, wrong, where) => {
    const rig = bothSet();
    const at = where.startsWith('devices[1]') ? 1 : 2;
    const bad =
      'input' in wrong
        ? { ...rig, apps: rig.apps.map((app, index) => (index === 0 ? { ...app, ...wrong } : app)) }
        : { ...rig, devices: rig.devices.map((one, index) => (index === at ? { ...one, ...wrong } : one)) };
    expect(referenceProblems(bad as Rig).map((problem) => problem.where)).toContain(where);
    expect(readRigValue(bad).ok).toBe(false);
    expect(readRigValue(rig).ok).toBe(true);
  });
});
