import loadHighs from 'highs';
import { otherDesks, runChecks } from '../checks';
import { ordinaryDesks } from '../checks/desks.testing';
import { DESKS, encoder, talk } from '../checks/feeds.testing';
import { finish, makeEngineMemory, solve } from '../offers';
import { readRigValue, sayIntent, tryEdit, type Rig, type SinkRef, type SourceRef } from '../rig';
import { after, call, people, recorder, rigOf, seat, type AppRow } from '../rig/testing';
import { solverOf, type Solver } from '../staging';
import { demandsOf } from './demands';
import { proposeInSteps, type Proposal } from '.';

/** What to get where nothing of a rig does it: a stream mix, a mix of its own, more sockets. Common practice, no published source. */

let solver: Solver;
beforeAll(async () => {
  solver = solverOf(await loadHighs());
});

const proposalFor = (rig: Rig): Proposal => finish(proposeInSteps(rig, solver, makeEngineMemory()));

/** Two voices at an interface with headphones, and programs on a laptop. */
const at = (
  model: string,
  apps: AppRow[],
  settings: Record<string, string | number | boolean> = {},
  ...wishes: [SourceRef, SinkRef, 'arrives' | 'never'][]
): Rig =>
  after(
    rigOf({
      devices: [
        { id: 'mic1', model: 'mic-dynamic-hand' },
        { id: 'mic2', model: 'mic-dynamic-hand' },
        { id: 'desk', model, name: 'Desk', settings: { gain1: 44, gain2: 44, ...settings } },
        { id: 'pc', model: 'laptop-c', apps },
        { id: 'ears', model: 'headphones', name: 'Headphones' },
      ],
      leads: [
        { kind: 'xlr', ends: ['mic1.out', 'desk.in1'], lengthM: 3 },
        { kind: 'xlr', ends: ['mic2.out', 'desk.in2'], lengthM: 3 },
        { kind: model === 'interface-2' ? 'usb-c-c' : 'usb-c-b', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 },
        { kind: 'mini-trs', ends: ['ears.in', 'desk.phones'], lengthM: 2 },
      ],
      people: people('ann', 'bob'),
      placements: [seat('ann', 'mic1', 0.05), seat('bob', 'mic2', 0.05)],
    }),
    ...wishes.map((wish) => (now: Rig) => sayIntent(now, ...wish)),
  );

const both = recorder('desk', [1, 2]);
const talkTo = call('desk', 'usb-in', 'usb-out');
const playing = (kind: 'game' | 'player'): AppRow => ({
  id: 'plays',
  name: 'Sounds',
  kind,
  input: null,
  output: { device: 'desk', stream: 'usb-out' },
  tracks: [],
});

/** Desks on which what is meant cannot be had, and what brings it. */
const IMPOSSIBLE: [string, Rig, RegExp][] = [
  [
    'a caller the audience is to hear',
    at('interface-2', [encoder('desk', 'usb-in'), talkTo]),
    /^Put a four-input/u,
  ],
  [
    'sounds of the computer the audience is to hear',
    at('interface-2', [encoder('desk', 'usb-in'), playing('player')], {}, [
      { app: 'plays' },
      { app: 'show' },
      'arrives',
    ]),
    /^Put a four-input/u,
  ],
  [
    'a game the audience is to hear',
    at('interface-2', [encoder('desk', 'usb-in'), playing('game')], {}, [
      { app: 'plays' },
      { app: 'show' },
      'arrives',
    ]),
    /^Put a four-input/u,
  ],
  [
    'one of two whom the caller is not to hear',
    at('interface-2', [both, talkTo], {}, [{ person: 'ann' }, { app: 'call' }, 'never']),
    /^Put a four-input/u,
  ],
  [
    'one of two whom the headphones are to leave out',
    at(
      'interface-2',
      [both, talkTo],
      { direct: 'mono' },
      [{ person: 'ann' }, { device: 'ears' }, 'never'],
      [{ person: 'bob' }, { device: 'ears' }, 'arrives'],
    ),
    /mixer/u,
  ],
];

describe('nothing of the rig does it', () => {
  it.each(IMPOSSIBLE)('%s: what to get, and with it all is met', (_, rig, words) => {
    const memory = makeEngineMemory();
    const solved = solve(rig, memory);
    const demands = demandsOf(solved);
    const proposal = proposalFor(rig);
    expect(proposal.unmet.length).toBeGreaterThan(0);
    expect(proposal.gear.length).toBeGreaterThan(0);
    expect(proposal.gear[0]!.changes[0]!.label).toMatch(words);
    for (const { edit, costs, changes } of proposal.gear) {
      const done = tryEdit(rig, edit);
      expect(done.ok).toBe(true);
      if (!done.ok) continue;
      expect(readRigValue(JSON.parse(JSON.stringify(done.rig))).ok).toBe(true);
      const then = solve(done.rig, memory);
      expect(costs).toEqual([]);
      expect(demands.filter((one) => !one.isMet(then)).map((one) => one.words)).toEqual([]);
      expect(runChecks(then).map(({ title }) => title)).toEqual([]);
      // No more than the gear and what has to be set on it.
      expect(changes.length).toBeLessThanOrEqual(6);
      expect(tryEdit(done.rig, done.inverse)).toMatchObject({ ok: true, rig });
    }
  });

  it('two callers on one interface no desk tells apart: nothing is offered', () => {
    const second = { ...talkTo, id: 'two', name: 'Second call' };
    const proposal = proposalFor(at('interface-2', [both, talkTo, second]));
    expect(proposal.unmet.length).toBeGreaterThan(0);
    expect(proposal.gear).toEqual([]);
  });
});

it('nothing has to be bought where a setting does it', () => {
  const rig = at('interface-4', [encoder('desk', 'usb-in'), talkTo]);
  const proposal = proposalFor(rig);
  expect(proposal.ways.length).toBeGreaterThan(0);
  expect(proposal.gear).toEqual([]);
  expect(proposalFor(talk(DESKS['podcast mixer, its first port']!, 'call')).gear).toEqual([]);
});

it('in another desk’s place every lead has a socket again, or it is not offered', () => {
  let laid = 0;
  for (const [name, rig] of ordinaryDesks().slice(0, 24))
    for (const { device, swap } of otherDesks(solve(rig, makeEngineMemory()))) {
      const fix = swap();
      if (!fix) continue;
      laid += 1;
      const done = tryEdit(rig, fix.edit);
      expect({ name, label: fix.label, ok: done.ok }).toEqual({ name, label: fix.label, ok: true });
      if (!done.ok) continue;
      const plugged = ({ leads }: Rig) =>
        leads.filter(({ ends }) => ends.some((end) => end && 'device' in end && end.device === device))
          .length;
      expect({ name, label: fix.label, leads: plugged(done.rig) }).toEqual({
        name,
        label: fix.label,
        leads: plugged(rig),
      });
    }
  expect(laid).toBeGreaterThan(40);
});
