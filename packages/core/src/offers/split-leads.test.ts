import type { Rig } from '../rig';
import { rigOf } from '../rig/testing';
import { splitLeads } from './split-leads';

const ref = (text: string) => ({ device: text.split('.')[0]!, port: text.split('.')[1]! });
const split = (rig: Rig, a: string, b: string) =>
  splitLeads(rig, ref(a), ref(b)).map(({ kind, ends, third }) => ({
    kind: kind.id,
    ends: ends.map((end) => (end && 'device' in end ? `${end.device}.${end.port}` : null)),
    third,
  }));

const rig = rigOf({
  devices: [
    { id: 'receiver', model: 'receiver-dual' },
    { id: 'box', model: 'interface-4' },
    { id: 'mic', model: 'mic-dynamic-hand' },
  ],
});

describe('leads of three plugs into two sockets', () => {
  it('the stem at the source, a plug in the socket, the other in the next', () => {
    expect(split(rig, 'receiver.out', 'box.in1')).toContainEqual({
      kind: 'mini-two-ts',
      ends: ['receiver.out', 'box.in1', 'box.in2'],
      third: 2,
    });
    expect(split(rig, 'receiver.out', 'box.in3')[0]!.ends).toEqual(['receiver.out', 'box.in3', 'box.in4']);
  });

  it('behind the last comes the first', () => {
    expect(split(rig, 'receiver.out', 'box.in4')[0]!.ends[2]).toBe('box.in1');
  });

  it('in whatever order the sockets are named', () => {
    expect(split(rig, 'box.in1', 'receiver.out')).toEqual(split(rig, 'receiver.out', 'box.in1'));
  });

  it('a socket that is taken is passed over; where all are, the plug stays free', () => {
    const leads = (...ports: number[]) =>
      ports.map((n) => ({ kind: 'xlr', ends: [`mic${n}.out`, `box.in${n}`] as [string, string] }));
    const taken = (...ports: number[]) =>
      rigOf({
        devices: [
          { id: 'receiver', model: 'receiver-dual' },
          { id: 'box', model: 'interface-4' },
          ...ports.map((n) => ({ id: `mic${n}`, model: 'mic-dynamic-hand' })),
        ],
        leads: leads(...ports),
      });
    expect(split(taken(2), 'receiver.out', 'box.in1')[0]!.ends[2]).toBe('box.in3');
    expect(split(taken(2, 3, 4), 'receiver.out', 'box.in1')[0]!.ends[2]).toBeNull();
  });

  it('two plugs into two sockets of one device: the stem stays free', () => {
    const [first] = split(rig, 'box.in1', 'box.in2').filter(({ kind }) => kind === 'mini-two-ts');
    expect(first).toEqual({ kind: 'mini-two-ts', ends: [null, 'box.in1', 'box.in2'], third: 0 });
  });

  it('none where a plug goes into one of them only', () => {
    expect(split(rig, 'mic.out', 'box.in1').filter(({ kind }) => kind.startsWith('mini'))).toEqual([]);
  });
});
