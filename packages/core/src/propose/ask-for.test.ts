import loadHighs from 'highs';
import { deskControlId as is } from '../catalogue';
import { finish, makeEngineMemory, solve } from '../offers';
import { applyEdit, type Rig } from '../rig';
import { people, recorder, rigOf, seat } from '../rig/testing';
import { solverOf, type Solver } from '../staging';
import { askForInSteps } from '.';

let solver: Solver;
beforeAll(async () => {
  solver = solverOf(await loadHighs());
});

/** A voice whose strip is muted and whose send is off: two things keep it from the headphones. */
const rig: Rig = rigOf({
  devices: [
    { id: 'mic', model: 'mic-dynamic-hand' },
    {
      id: 'desk',
      model: 'mixer-podcast',
      settings: { gain1: 45, [is.mute('ch1')]: true, [is.fader('ch1')]: 'off' },
    },
    { id: 'phones', model: 'headphones', name: 'Headphones' },
    { id: 'pc', model: 'laptop-c', apps: [recorder('desk', [1], 'tracks')] },
  ],
  leads: [
    { kind: 'xlr', ends: ['mic.out', 'desk.in1'] },
    { kind: 'mini-trs', ends: ['phones.in', 'desk.phones1'] },
    { kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb1'] },
  ],
  people: people('ann'),
  placements: [seat('ann', 'mic', 0.1)],
});

const ask = (speaker: string, post: string) =>
  finish(askForInSteps(rig, speaker, post, solver, makeEngineMemory()));

describe('what it takes for one sound to come to one listener', () => {
  it('both things that keep it back, and then it comes', () => {
    const way = ask('person ann', 'ears phones')!.ways[0]!;
    expect(way.changes).toHaveLength(2);
    const { feeds } = solve(applyEdit(rig, way.edit).rig);
    const at = feeds.posts.findIndex(({ id }) => id === 'ears phones');
    expect(feeds.rows[0]![at]!.arrival).toBeDefined();
    // It was asked, not said for good.
    expect(applyEdit(rig, way.edit).rig.intents).toEqual([]);
  });

  it('somebody who is not there: no answer', () => {
    expect(ask('person bob', 'ears phones')).toBeUndefined();
  });
});
