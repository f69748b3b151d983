import { buildRig, lookup, withConditions, type Condition, type RigRows } from '../rig';
import { recorder, seat } from '../rig/testing';
import { solveCircuit } from '../circuit';
import { appId, buildFlow, einAt, makeFlowMemory, pointId, trackId, voiceId } from '.';
import { usbTree } from './usb-links';

/** In the open: no room answers. */
const OPEN = { roomVolumeM3: 100_000, roomReverbS: 0.05 };

const flowOf = (rows: RigRows, assumptions = {}) => {
  const made = buildRig(rows);
  const find = lookup({ ...made, assumptions: { ...made.assumptions, ...assumptions } });
  return buildFlow(find, solveCircuit(find), usbTree(find));
};

const usbVoice = (distanceM: number, offAxisDeg = 0): RigRows => ({
  name: 'a voice at a USB microphone',
  devices: [
    { id: 'mic', model: 'mic-usb', settings: { gain: 0 } },
    { id: 'pc', model: 'laptop-c', apps: [recorder('mic')] },
  ],
  leads: [{ kind: 'usb-c-c', ends: ['pc.usb1', 'mic.usb'], lengthM: 1 }],
  people: [{ id: 'ann', name: 'Ann', effort: 'normal' }],
  placements: [seat('ann', 'mic', distanceM, 'capsule', offAxisDeg)],
});

describe('equivalent input noise between the rows of a data sheet', () => {
  const table: [number, number][] = [
    [0, -98],
    [20, -114],
    [60, -128],
  ];
  it.each([
    [0, -98],
    [10, -106],
    [20, -114],
    [40, -121],
    [60, -128],
    [-10, -98],
    [75, -128],
  ])('at %f dB: %f dBu', (gain, ein) => {
    expect(einAt(table, gain)).toBeCloseTo(ein, 9);
  });
});

describe('the ways of sound', () => {
  it('air: 2.92 ms for each metre at 343 m/s (physics), and the inverse-square law', () => {
    const edge = (distanceM: number) => flowOf(usbVoice(distanceM), OPEN).out.get(voiceId('ann'))![0]!;
    expect(edge(1).delayMs).toBeCloseTo(2.92, 2);
    expect(edge(0.5).gainDb - edge(1).gainDb).toBeCloseTo(6.02, 2);
    expect(edge(1).kind).toBe('air');
  });

  it('a cardioid hears 6.02 dB less from the side', () => {
    const gain = (degrees: number) => flowOf(usbVoice(1, degrees), OPEN).out.get(voiceId('ann'))![0]!.gainDb;
    expect(gain(90) - gain(0)).toBeCloseTo(-6.02, 2);
  });

  it('straight from behind a cardioid hears next to nothing, and turns nothing over', () => {
    const edge = flowOf(usbVoice(1, 180), OPEN).out.get(voiceId('ann'))![0]!;
    expect(edge.re).toBeGreaterThan(0);
    expect(edge.re).toBeLessThan(0.02);
  });

  it('a track hears its channel only while the device hangs on that computer', () => {
    const rows = usbVoice(0.2);
    const sink = trackId('pc', 'recorder', 't1');
    expect(flowOf(rows).into.get(sink)).toHaveLength(1);
    expect(flowOf({ ...rows, leads: [] }).into.get(sink)).toBeUndefined();
  });

  it('a track of a channel that the stream does not have hears nothing', () => {
    const rows = usbVoice(0.2);
    rows.devices[1]!.apps = [recorder('mic', [9])];
    expect(flowOf(rows).into.get(trackId('pc', 'recorder', 't1'))).toBeUndefined();
  });

  it('a player plays into what it chose; a call sends what it hears', () => {
    const graph = flowOf({
      name: 'call',
      devices: [
        {
          id: 'pc',
          model: 'laptop-c',
          apps: [
            {
              id: 'call',
              name: 'Call',
              kind: 'call',
              input: { device: 'pc', stream: 'jack-in' },
              output: { device: 'pc', stream: 'jack-out' },
              tracks: [],
            },
            { id: 'tune', name: 'Tune', kind: 'player', input: null, output: null, tracks: [] },
          ],
        },
      ],
    });
    const plays = graph.out.get(appId('pc', 'call', 'out'))!.map(({ to }) => to);
    expect(plays).toEqual([pointId('pc', 'play-L'), pointId('pc', 'play-R')]);
    expect(graph.into.get(appId('pc', 'call', 'in'))!.map(({ from }) => from)).toEqual([
      pointId('pc', 'mic-in'),
    ]);
    expect(graph.out.has(appId('pc', 'tune', 'out'))).toBe(false);
    expect(graph.sources.map(({ name }) => name)).toContain('Tune on Laptop with USB-C only');
  });

  it('is built in the order of the last without faults, where that still is one', () => {
    const find = lookup(buildRig(usbVoice(0.2)));
    const built = (conditions: Condition[] = []) => {
      const now = withConditions(find, conditions);
      return buildFlow(now, solveCircuit(now), usbTree(now), memory).components;
    };
    const memory = makeFlowMemory();
    const first = built();
    const dead = built([{ kind: 'dead', device: 'mic' }]);
    expect(dead).not.toBe(first);
    expect(built()).toBe(first);
  });

  it('a volume adds its decibels to the way', () => {
    const rig = (volume: number) =>
      flowOf({ name: 'v', devices: [{ id: 'player', model: 'player', settings: { volume } }] });
    expect(rig(-40).out.get(pointId('player', 'programme-left'))![0]!.gainDb).toBe(-40);
    expect(rig(0).out.get(pointId('player', 'programme-left'))![0]!.gainDb).toBe(0);
  });

  it('a receiver in mono mode puts each transmitter on both sides, in stereo mode on one', () => {
    const ways = (mode: string) =>
      flowOf({ name: 'r', devices: [{ id: 'r', model: 'receiver-dual', settings: { mode } }] }).out.get(
        pointId('r', 'capsule1'),
      )!.length;
    expect(ways('mono')).toBe(2);
    expect(ways('stereo')).toBe(1);
  });

  it('unfed electronics pass nothing', () => {
    const graph = flowOf({ name: 'c', devices: [{ id: 'mic', model: 'mic-condenser-large' }] });
    expect(graph.out.has(pointId('mic', 'capsule'))).toBe(false);
  });
});
