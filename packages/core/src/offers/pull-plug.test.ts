import { joinedDesk } from '../checks/joined.testing';
import { people, recorder, rigOf, seat } from '../rig/testing';
import type { Rig } from '../rig';
import { pullPlug } from './pull-plug';
import { solve } from './solve-rig';

/** What would happen, were a lead pulled out now, said before anybody does. */

const three = joinedDesk(['mic-usb', 'mic-usb', 'mic-usb']);
const restarting = (rig: Rig): Rig => ({
  ...rig,
  apps: rig.apps.map((app) => ({ ...app, restarts: true })),
});
const leadOf = (rig: Rig, device: string) =>
  rig.leads.find(({ ends }) => ends.some((end) => end && 'device' in end && end.device === device))!.id;
const pulled = (rig: Rig, device: string) => pullPlug(solve(rig), leadOf(rig, device))!;

describe('one of three joined microphones', () => {
  it('takes all that is joined down, and its recorder’s input; those behind it move up', () => {
    expect(pulled(three, 'd1')).toMatchObject({
      down: ['All of them'],
      deaf: ['Recorder'],
      mute: [],
      restart: [],
      moved: [{ app: 'Recorder', track: 'Track 3', from: 3, to: 2 }],
    });
    expect(pulled(three, 'd0').moved.map(({ track, to }) => [track, to])).toEqual([
      ['Track 2', 1],
      ['Track 3', 2],
    ]);
    expect(pulled(three, 'd2').moved).toEqual([]);
  });

  it('leaves nobody heard where they were', () =>
    expect(pulled(three, 'd1').quiet.map(({ who }) => who)).toEqual(['A', 'B', 'C']));

  it('makes a program start again that has to', () =>
    expect(pulled(restarting(three), 'd1').restart).toEqual(['Recorder']));
});

describe('a lead at a desk', () => {
  const desk = rigOf({
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      { id: 'other', model: 'mic-dynamic-hand' },
      { id: 'box', model: 'interface-2', settings: { gain1: 50, gain2: 50 } },
      {
        id: 'pc',
        model: 'laptop-c',
        apps: [
          { ...recorder('box', [1, 2]), output: { device: 'box', stream: 'usb-out' }, restarts: true },
          { ...recorder('pc', [1], 'jack-in'), id: 'jack', name: 'Jack recorder', restarts: true },
        ],
      },
    ],
    leads: [
      { id: 'voice', kind: 'xlr', ends: ['mic.out', 'box.in1'], lengthM: 3 },
      { id: 'second', kind: 'xlr', ends: ['other.out', 'box.in2'], lengthM: 3 },
      { id: 'data', kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'], lengthM: 1 },
    ],
    people: people('ann', 'bob'),
    placements: [seat('ann', 'mic', 0.05), seat('bob', 'other', 0.05)],
  });

  it('of a microphone: that voice alone, and no program', () =>
    expect(pullPlug(solve(desk), 'voice')).toEqual({
      lead: 'voice',
      quiet: [{ who: 'ANN', where: expect.arrayContaining([expect.stringMatching(/Track 1/)]) }],
      down: [],
      deaf: [],
      mute: [],
      restart: [],
      moved: [],
    }));

  it('of its data: all of it, and what listens there, but not what listens elsewhere', () => {
    const { quiet, deaf, mute, restart, down } = pullPlug(solve(desk), 'data')!;
    expect(quiet.map(({ who }) => who)).toEqual(['ANN', 'BOB']);
    expect([deaf, mute, restart, down]).toEqual([['Recorder'], ['Recorder'], ['Recorder'], []]);
  });

  it('that is not there, or hangs nowhere: nothing is said, or nothing changes', () => {
    expect(pullPlug(solve(desk), 'nobody')).toBeUndefined();
    const hanging = {
      ...desk,
      leads: [...desk.leads, { ...desk.leads[0]!, id: 'loose', ends: [null, null] }],
    };
    expect(pullPlug(solve(hanging), 'loose')).toMatchObject({ quiet: [], deaf: [], mute: [] });
  });
});
