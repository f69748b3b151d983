import loadHighs from 'highs';
import { deskControlId as is, leadKindById, modelById } from '../catalogue';
import { ordinaryDesks } from '../checks/desks.testing';
import { DESKS, talk, withFarEnds } from '../checks/feeds.testing';
import { generateStage, skerryLight } from '../demo';
import { finish, makeEngineMemory, solve, solveRig } from '../offers';
import {
  addDevice,
  applyEdit,
  connect,
  moveLoudspeaker,
  sayIntent,
  seatRound,
  setControl,
  type Rig,
} from '../rig';
import { after, call, people, recorder, rigOf, seat } from '../rig/testing';
import { solverOf, type Solver } from '../staging';
import { proposeInSteps, type Proposal } from '.';

let solver: Solver;
beforeAll(async () => {
  solver = solverOf(await loadHighs());
});

const proposalFor = (rig: Rig): Proposal => finish(proposeInSteps(rig, solver, makeEngineMemory()));
const labels = ({ ways }: Proposal) => ways.map(({ changes }) => changes.map(({ label }) => label));

/** What is not as it is meant after one of the ways. */
const wrongAfter = (rig: Rig, { ways }: Proposal, at = 0) =>
  solve(applyEdit(rig, ways[at]!.edit).rig, makeEngineMemory()).feeds.rows.flatMap((row) =>
    row.filter(({ state }) => state === 'missing' || state === 'unwanted'),
  );

const PODCAST = DESKS['podcast mixer, its first port']!;
const MIXER = DESKS['mixer, its mix by USB']!;

it('says nothing where all is as it is meant', () => {
  expect(proposalFor(talk(PODCAST, 'call'))).toMatchObject({
    ways: [],
    wrong: [],
    unmet: [],
    isProven: true,
  });
});

describe('the trade’s cases', () => {
  it('the whole mix to a call: its own left out, or a mix of its own', () => {
    const rig = talk(PODCAST, 'call', { [is.kind('main')]: 'whole mix' });
    const proposal = proposalFor(rig);
    expect(labels(proposal).slice(0, 2)).toEqual([
      ['Set USB 1, main mix content to minus own'],
      ['Set USB 1, main mix content to custom'],
    ]);
    for (const at of proposal.ways.keys()) expect(wrongAfter(rig, proposal, at)).toEqual([]);
  });

  it('a USB return sent to the main mix that goes back: to the headphones only, or the stream without it', () => {
    const rig = talk(MIXER, 'call', { [is.kind('usb-mix')]: 'whole mix' });
    const proposal = proposalFor(rig);
    expect(labels(proposal)).toEqual(
      expect.arrayContaining([
        ['Set Main mix to USB content to minus own'],
        ['Set USB playback destination to headphones only'],
      ]),
    );
  });

  it('two muted, and the call that comes back: three changes, and no fewer', () => {
    const rig = talk(PODCAST, 'call', {
      [is.kind('main')]: 'whole mix',
      [is.mute('ch1')]: true,
      [is.mute('ch2')]: true,
    });
    const proposal = proposalFor(rig);
    expect(proposal.isProven).toBe(true);
    expect(proposal.ways[0]!.changes).toHaveLength(3);
    expect(wrongAfter(rig, proposal)).toEqual([]);
  });

  it('someone who is to be kept from one listener keeps all the others', () => {
    const rig = after(talk(PODCAST, 'call'), (now) =>
      sayIntent(now, { person: 'bob' }, { app: 'call' }, 'never'),
    );
    const proposal = proposalFor(rig);
    expect(wrongAfter(rig, proposal)).toEqual([]);
    const { feeds } = solve(applyEdit(rig, proposal.ways[0]!.edit).rig, makeEngineMemory());
    const bob = feeds.rows[feeds.speakers.findIndex(({ name }) => name === 'BOB')]!;
    const at = (name: string) => bob[feeds.posts.findIndex((post) => post.name === name)]!.state;
    expect([at('Track 2'), at('Headphones'), at('Far end of Call')]).toEqual(['arrives', 'arrives', 'quiet']);
    expect(proposal.ways[0]!.costs).toEqual([]);
  });

  it('a call that is to be heard nowhere costs what it costs, and says so', () => {
    const rig = after(talk(MIXER, 'call'), (now) =>
      sayIntent(now, { person: 'ann' }, { device: 'ears' }, 'never'),
    );
    const { ways } = proposalFor(rig);
    expect(ways.length).toBeGreaterThan(0);
    for (const { edit } of ways) {
      const { feeds } = solve(applyEdit(rig, edit).rig, makeEngineMemory());
      const ann = feeds.rows[feeds.speakers.findIndex(({ name }) => name === 'ANN')]!;
      expect(ann[feeds.posts.findIndex(({ name }) => name === 'Headphones')]!.state).toBe('quiet');
    }
  });

  it('a lead where no setting brings it', () => {
    const proposal = proposalFor(skerryLight);
    expect(proposal.wrong).toEqual([
      'Headphones hears the far end of Call: somebody here has to hear the far end',
    ]);
    expect(proposal.unmet).toEqual([]);
    expect(proposal.ways[0]!.changes[0]!.place).toBeUndefined();
    expect(wrongAfter(skerryLight, proposal)).toEqual([]);
    expect(
      solveRig(applyEdit(skerryLight, proposal.ways[0]!.edit).rig).findings.map(({ code }) => code),
    ).not.toContain('mono-cancel');
  });

  it('a caller out of a loudspeaker into the microphone before it: something is shut, and the caller stays heard', () => {
    const [, desk] = ordinaryDesks().find(([name]) => /main mix minus own/.test(name))!;
    const rig = after(
      desk,
      (now) => addDevice(now, modelById('loudspeaker'), { id: 'wedge', settings: { level: 0 } }),
      (now) =>
        connect(now, leadKindById('trs-635'), [
          { device: 'desk', port: 'outL' },
          { device: 'wedge', port: 'in' },
        ]),
      seatRound,
      (now) => moveLoudspeaker(now, 'wedge', { xM: 1, yM: 0, turnDeg: -90 }),
    );
    const proposal = proposalFor(rig);
    expect(proposal.wrong.join(' ')).toMatch(/never hears itself/);
    expect(proposal.unmet).toEqual([]);
    expect(proposal.ways.length).toBeGreaterThan(0);
    for (const at of proposal.ways.keys()) expect(wrongAfter(rig, proposal, at)).toEqual([]);
  });

  it('three callers on lines of their own: each mix without its own caller, and no fewer changes', () => {
    const lines = [1, 2, 3];
    const strips = [1, 2, 11, 12, 13];
    const rig = rigOf({
      devices: [
        { id: 'mic1', model: 'mic-dynamic-hand' },
        { id: 'mic2', model: 'mic-dynamic-hand' },
        {
          id: 'desk',
          model: 'mixer-32',
          settings: Object.fromEntries([
            ...strips.map((n) => [`gain${n}`, n > 10 ? 20 : 45]),
            ...lines.flatMap((mix) => strips.map((n) => [is.send(`mix${mix}`, `ch${n}`), 0])),
          ]),
        },
        ...lines.flatMap((n) => [
          {
            id: `box${n}`,
            model: 'interface-2',
            settings: { direct: 'off', 'monitor-volume': 0, gain1: 10 },
          },
          {
            id: `pc${n}`,
            model: 'laptop-c',
            apps: [{ ...call(`box${n}`, 'usb-in', 'usb-out'), id: `line${n}`, name: `Line ${n}` }],
          },
        ]),
        { id: 'ears', model: 'headphones', name: 'Headphones' },
      ],
      leads: [
        { kind: 'xlr', ends: ['mic1.out', 'desk.in1'], lengthM: 3 },
        { kind: 'xlr', ends: ['mic2.out', 'desk.in2'], lengthM: 3 },
        ...lines.flatMap((n) => [
          { kind: 'usb-c-c', ends: [`pc${n}.usb1`, `box${n}.usb`], lengthM: 1 },
          { kind: 'xlr-trs', ends: [`desk.out${n}`, `box${n}.in1`], lengthM: 3 },
          { kind: 'trs-xlr', ends: [`box${n}.outL`, `desk.in${10 + n}`], lengthM: 3 },
        ]),
        { kind: 'mini-trs', ends: ['ears.in', 'desk.phones'], lengthM: 2 },
      ],
      people: people('ann', 'bob'),
      placements: [seat('ann', 'mic1', 0.05), seat('bob', 'mic2', 0.05)],
    });
    const proposal = proposalFor(rig);
    expect(proposal.wrong.filter((words) => /never hears itself/.test(words))).toHaveLength(3);
    expect(proposal).toMatchObject({ isProven: true, unmet: [] });
    expect(labels(proposal)[0]).toHaveLength(3);
    expect(labels(proposal)[0]!.sort()).toEqual(lines.map((n) => `Switch Channel ${10 + n} in Mix ${n} off`));
    expect(wrongAfter(rig, proposal)).toEqual([]);
  }, 60_000);

  it('two far ends in one call are served by one change', () => {
    const rig = talk(
      PODCAST,
      'call',
      { [is.kind('main')]: 'whole mix' },
      withFarEnds({ id: 'ines' }, { id: 'jon' }),
    );
    expect(labels(proposalFor(rig))[0]).toEqual(['Set USB 1, main mix content to minus own']);
  });
});

describe('what cannot be', () => {
  it('says which of what is meant clash, and no more of them than do', () => {
    // One pair of headphones on an interface that only has one mix: what one of two is to hear, the other is not.
    const rig = rigOf({
      devices: [
        { id: 'mic', model: 'mic-dynamic-hand' },
        { id: 'desk', model: 'interface-1', settings: { gain1: 44 } },
        { id: 'pc', model: 'laptop-c', apps: [recorder('desk', [1]), call('desk', 'usb-in', 'usb-out')] },
        { id: 'ears', model: 'headphones', name: 'Headphones' },
        { id: 'box', model: 'loudspeaker', name: 'Box', place: 'Hall' },
      ],
      leads: [
        { kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 3 },
        { kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 },
        { kind: 'mini-trs', ends: ['ears.in', 'desk.phones'], lengthM: 2 },
      ],
      people: people('ann'),
      placements: [seat('ann', 'mic', 0.05)],
    });
    const asked = after(
      rig,
      (now) => sayIntent(now, { app: 'call' }, { device: 'ears' }, 'arrives'),
      (now) => sayIntent(now, { app: 'call' }, { device: 'box' }, 'arrives'),
    );
    const proposal = proposalFor(asked);
    expect(proposal.unmet.concat(proposal.clash).join(' ')).toMatch(
      /^Hall hears the far end of Call.* Hall hears/,
    );
  });
});

it('what is meant and would leave somebody recorded nowhere is not brought about, and that is said', () => {
  const rig = after(
    rigOf({
      devices: [
        { id: 'mic', model: 'mic-dynamic-hand' },
        { id: 'desk', model: 'interface-1', settings: { gain1: 44 } },
        { id: 'pc', model: 'laptop-c', apps: [recorder('desk', [1])] },
      ],
      leads: [
        { kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 3 },
        { kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 },
      ],
      people: people('ann'),
      placements: [seat('ann', 'mic', 0.05)],
    }),
    (now) => sayIntent(now, { person: 'ann' }, { app: now.apps[0]!.id, track: 't1' }, 'never'),
  );
  const proposal = proposalFor(rig);
  expect(proposal).toMatchObject({ ways: [], gear: [], isProven: true });
  expect(proposal.unmet).toHaveLength(1);
  expect(proposal.against.join()).toMatch(/ANN/u);
});

describe('a large desk', () => {
  it('opens what is shut and shuts what comes back, in less than it takes to read it', () => {
    const stage = generateStage();
    const set = (control: string, value: string | boolean | number) => (now: Rig) =>
      setControl(now, 'desk', control, value);
    const rig = after(stage, set(is.mute('ch3'), true), set(is.send('mix1', 'ch7'), 'off'));
    const proposal = proposalFor(rig);
    expect(proposal.isProven).toBe(true);
    expect(proposal.unmet).toEqual([]);
    expect(wrongAfter(rig, proposal)).toEqual([]);
  });

  it('someone kept out of one call: nothing else is lost, and what is turned elsewhere on the desk has no part in it', () => {
    const stage = ['box-0', 'box-1', 'box-2'].reduce(
      (now, box) => after(now, (rig) => setControl(rig, box, 'direct', 'off')),
      generateStage(),
    );
    const { feeds } = solve(stage, makeEngineMemory());
    const [first, second] = feeds.posts.filter(({ kind }) => kind === 'call');
    const rig = after(
      stage,
      (now) => sayIntent(now, { person: 'p1' }, { app: first!.app! }, 'never'),
      (now) => sayIntent(now, { person: 'p3' }, { app: second!.app! }, 'never'),
    );
    const proposal = proposalFor(rig);
    expect(proposal).toMatchObject({ isProven: true, unmet: [] });
    // Both channels of a stereo lead to each call, and nothing else.
    expect(labels(proposal)[0]!.sort()).toEqual([
      'Switch Channel 1 in Mix 3 off',
      'Switch Channel 1 in Mix 4 off',
      'Switch Channel 3 in Mix 5 off',
      'Switch Channel 3 in Mix 6 off',
    ]);
    expect(wrongAfter(rig, proposal)).toEqual([]);
    // A handful of rigs: clauses of one voice do not name what was turned for another.
    expect(proposal.solvedRigs).toBeLessThan(40);
  }, 60_000);
});

describe('when time is up', () => {
  const rig = talk(PODCAST, 'call', {
    [is.kind('main')]: 'whole mix',
    [is.mute('ch1')]: true,
    [is.mute('ch2')]: true,
  });
  const within = (rigs: number): Proposal => {
    let left = rigs;
    return finish(proposeInSteps(rig, solver, makeEngineMemory(), () => (left -= 1) < 0));
  };

  it('before anything is found, that is said, and how many changes it takes at least', () => {
    expect(within(0)).toMatchObject({ ways: [], isProven: false, atLeast: 0 });
    const late = within(1);
    expect(late).toMatchObject({ ways: [], isProven: false, gear: [] });
    expect(late.unmet).toEqual(late.wrong);
    // Three are needed; a bound is never more than that.
    expect(late.atLeast).toBeLessThanOrEqual(3);
  });

  it('after the first is found, it is the answer, and no other is looked for', () => {
    const all = proposalFor(rig);
    const cut = Array.from({ length: all.solvedRigs }, (_, n) => within(n)).find(
      ({ ways }) => ways.length > 0,
    )!;
    expect(cut.isProven).toBe(true);
    expect(cut.ways.length).toBeLessThan(all.ways.length);
    expect(cut.ways[0]!.changes).toEqual(all.ways[0]!.changes);
  });
});
