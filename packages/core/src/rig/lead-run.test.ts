import {
  endAt,
  guestsOf,
  isInSocket,
  leadRun,
  leadsAt,
  leadsAtEnds,
  lookup,
  socketBeyond,
  socketsIn,
} from '.';
import { rigOf } from './testing';

/** One lead from a microphone on, a second into its far end, a third into that; and one that has nothing to do with them. */
const rig = rigOf({
  devices: [
    { id: 'mic', model: 'mic-dynamic-hand' },
    { id: 'box', model: 'interface-2' },
    { id: 'other', model: 'mic-dynamic-hand' },
  ],
  leads: [
    { id: 'first', kind: 'xlr', ends: ['mic.out', null] },
    { id: 'second', kind: 'xlr', ends: ['first/1', null] },
    { id: 'third', kind: 'xlr', ends: ['second/1', 'box.in1'] },
    { id: 'apart', kind: 'xlr', ends: ['other.out', 'box.in2'] },
  ],
});
const lead = (id: string) => lookup(rig).lead(id)!;
const ids = (leads: { id: string }[]) => leads.map(({ id }) => id);

it('guests are those that have an end in it, in that end where one is asked for', () => {
  expect(ids(guestsOf(rig, 'first'))).toEqual(['second']);
  expect(ids(guestsOf(rig, 'first', 1))).toEqual(['second']);
  expect(guestsOf(rig, 'first', 0)).toEqual([]);
  expect(guestsOf(rig, 'third')).toEqual([]);
});

it('at its ends are guests and hosts', () => {
  expect(ids(leadsAtEnds(rig, lead('second')))).toEqual(['first', 'third']);
  expect(leadsAtEnds(rig, lead('apart'))).toEqual([]);
});

it('a run is all that hangs together, from whichever of them', () => {
  expect(ids(leadRun(rig, lead('first')))).toEqual(['first', 'second', 'third']);
  expect(ids(leadRun(rig, lead('second')))).toEqual(['second', 'first', 'third']);
  expect(ids(leadRun(rig, lead('apart')))).toEqual(['apart']);
});

it('ends in the sockets of devices', () => {
  expect(socketsIn(leadRun(rig, lead('third')))).toEqual([
    { device: 'box', port: 'in1' },
    { device: 'mic', port: 'out' },
  ]);
  expect(socketsIn([lead('second')])).toEqual([]);
});

it('an end is in a socket, of any device or of one', () => {
  const [inLead, inBox] = lead('third').ends;
  expect([inLead, inBox, null, undefined].map((end) => isInSocket(end))).toEqual([false, true, false, false]);
  expect(['box', 'mic'].map((device) => isInSocket(inBox, device))).toEqual([true, false]);
  expect(isInSocket(inLead, 'second')).toBe(false);
});

it('leads in the sockets of a device, by which end, and where else they go', () => {
  expect(ids(leadsAt(rig, 'box'))).toEqual(['third', 'apart']);
  expect(ids(leadsAt(rig, 'mic'))).toEqual(['first']);
  expect(leadsAt(rig, 'first')).toEqual([]);
  expect(['other', 'box', 'mic'].map((device) => endAt(lead('apart'), device))).toEqual([0, 1, -1]);
  expect(socketsIn(rig.leads, 'box')).toEqual([
    { device: 'box', port: 'in1' },
    { device: 'box', port: 'in2' },
  ]);
  expect(socketBeyond(lead('apart'), 'other')).toEqual({ device: 'box', port: 'in2' });
  expect(socketBeyond(lead('apart'), 'box')).toEqual({ device: 'other', port: 'out' });
  expect(socketBeyond(lead('first'), 'mic')).toBeUndefined();
  expect(socketBeyond(undefined, 'mic')).toBeUndefined();
});
