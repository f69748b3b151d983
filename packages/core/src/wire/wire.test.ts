import loadHighs from 'highs';
import { readPartsList, rigOfPieces } from '../pieces';
import { runChecks, toDoOf } from '../checks';
import { finish, makeEngineMemory, solve } from '../offers';
import { LEAD_KINDS } from '../catalogue';
import { sinkRefOf } from '../feeds';
import { applyEdit, connect, sayIntent, type Rig } from '../rig';
import { leadText } from '../rig/testing';
import { solverOf, type Solver } from '../staging';
import { wireInSteps, type WireOptions, type Wiring } from '.';

let solver: Solver;
beforeAll(async () => {
  solver = solverOf(await loadHighs());
});

const table = (text: string): Rig => rigOfPieces(readPartsList(text), 'a table');
const wired = (rig: Rig, options: WireOptions = {}): Wiring =>
  finish(wireInSteps(rig, solver, makeEngineMemory(), options));

/** What is wrong, and what is still to do, in a rig. */
const wrongIn = (rig: Rig): string[] => {
  const solved = solve(rig);
  return [
    ...runChecks(solved).flatMap(({ severity, title }) => (severity === 'advice' ? [] : [title])),
    ...toDoOf(solved).map(({ words }) => words),
  ];
};
const tracksOf = ({ apps }: Rig): string[] => apps.flatMap(({ tracks }) => tracks.map(({ name }) => name));
const joinedTo = (rig: Rig, device: string): string[] =>
  rig.leads
    .filter(({ ends }) => ends.some((end) => end && 'device' in end && end.device === device))
    .map(leadText);

/** Ordinary tables: each has a wiring with nothing wrong. Common practice, no published source. */
const TABLES: [table: string, leads: number, tracks: string[]][] = [
  ['dynamic mic, interface, laptop, headphones', 3, ['Voice 1']],
  ['2 condenser mics, interface, laptop, headphones', 4, ['Voice 1', 'Voice 2']],
  ['usb mic, laptop', 1, ['Voice 1']],
  ['3 usb mics, powered hub, laptop', 4, ['Voice 1', 'Voice 2', 'Voice 3']],
  [
    '2 condenser mics, small mixer with usb, laptop, 2 headphones, headphone amp, a caller',
    7,
    ['Voice 1', 'Voice 2'],
  ],
  ['guitar, vocal mic, interface, laptop', 3, ['Voice 1']],
  ['keyboard, mic, 4 channel interface, desktop', 3, ['Voice 1']],
  ['4 dynamic mics, podcast mixer, laptop, 2 headphones, a caller', 7, ['Voice 1', 'Voice 4']],
  ['2 mics, interface, laptop, pair of studio monitors', 5, ['Voice 1', 'Voice 2']],
  ['2 mics, field recorder', 2, []],
];

describe('a table of loose pieces, wired', () => {
  it.each(TABLES)('%s: nothing wrong, nothing to do, no lead more than needed', (text, leads, tracks) => {
    const rig = table(text);
    const { rig: then, edit, unmet, left, isProven } = wired(rig);
    expect(wrongIn(then)).toEqual([]);
    expect([unmet, left]).toEqual([[], []]);
    // Two leads to an amplifier are better than one that splits, and one more than the least.
    expect(isProven).toBe(!text.includes('headphone amp'));
    expect(then.leads).toHaveLength(leads);
    expect(tracksOf(then)).toEqual(expect.arrayContaining(tracks));
    // The edit is all of it, and one undo takes it back.
    expect(applyEdit(rig, edit).rig).toEqual(then);
  });

  it('a lapel microphone at a desk of XLR sockets: through the adapter that is there, with phantom on', () => {
    const { rig } = wired(table('lapel mic, plug-in power adapter, interface, laptop'));
    expect(joinedTo(rig, 'plugin-adapter')).toHaveLength(2);
    expect(rig.devices.find(({ model }) => model === 'interface-2')!.settings).toMatchObject({
      phantom1: true,
    });
  });

  it('a laptop that hums through a mixer: through the isolator that is there', () => {
    const hums = table('mic, mixer, laptop, old laptop, laptop isolator box, headphones');
    const player = {
      id: 'video',
      computer: 'laptop-earthed',
      name: 'Video',
      kind: 'player',
      input: null,
      output: null,
      tracks: [],
    } as const;
    const { rig } = wired({ ...hums, apps: [...hums.apps, { ...player, tracks: [] }] });
    expect(wrongIn(rig)).toEqual([]);
    expect(joinedTo(rig, 'isolator-laptop')).toHaveLength(2);
  });
});

describe('with the leads that are there', () => {
  const rig = table('dynamic mic, interface, laptop');

  it('those are taken, as long as they are; what is missing is bought', () => {
    const stock = [
      { kind: 'xlr', lengthM: 10, count: 1 },
      { kind: 'usb-a-b', lengthM: 2, count: 1 },
    ];
    const { rig: then, toBuy } = wired(rig, { stock });
    expect(joinedTo(then, 'mic-dynamic-hand')).toEqual(['xlr 10 m, mic-dynamic-hand.out – interface-2.in1']);
    expect(toBuy).toEqual([{ kind: 'usb-c-c', name: 'USB lead C to C', count: 1 }]);
  });

  it('those that lie in the rig are not there twice', () => {
    const { rig: done } = wired(rig);
    const half = { ...done, leads: done.leads.filter(({ kind }) => kind === 'xlr') };
    const two = {
      ...half,
      devices: [...half.devices, { ...half.devices[0]!, id: 'second', name: 'Second' }],
    };
    const { toBuy } = wired(two, { stock: [{ kind: 'xlr', lengthM: 3, count: 1 }] });
    expect(toBuy.map(({ kind }) => kind).sort()).toEqual(['usb-c-c', 'xlr']);
  });

  it('a lead with the adapter that is there, before one is bought', () => {
    const stock = [
      { kind: 'xlr', lengthM: 3, count: 1 },
      { kind: 'usb-a-c', lengthM: 1, count: 1 },
      { kind: 'usb-c-a', lengthM: 0.1, count: 1 },
    ];
    const { rig: then, toBuy } = wired(rig, { stock });
    expect(toBuy).toEqual([]);
    expect(wrongIn(then)).toEqual([]);
  });
});

describe('what is plugged already', () => {
  it('stays, and the rest is joined to it', () => {
    const { rig: done } = wired(table('2 dynamic mics, interface, laptop'));
    const first = done.leads[0]!;
    const half = {
      ...done,
      leads: [
        {
          ...first,
          ends: first.ends.map((end) =>
            end && 'device' in end && end.port === 'in1' ? { ...end, port: 'in2' } : end,
          ),
        },
      ],
    };
    const { rig: then } = wired(half);
    expect(then.leads.map(leadText)).toEqual(expect.arrayContaining(half.leads.map(leadText)));
    expect(then.leads).toHaveLength(3);
  });

  it('is laid anew where it may be and something is wrong with it; kept, it stays', () => {
    // A lapel microphone that gets phantom by a plain lead is harmed.
    const rig = table('lapel mic, plug-in power adapter, interface, laptop');
    const kind = 'mini-xlr';
    const wrong: Rig = {
      ...rig,
      devices: rig.devices.map((one) =>
        one.model === 'interface-2' ? { ...one, settings: { phantom1: true } } : one,
      ),
      leads: [
        {
          id: 'wrong',
          kind,
          lengthM: 3,
          broken: [],
          ends: [
            { device: 'mic-lavalier', port: 'out' },
            { device: 'interface-2', port: 'in1' },
          ],
        },
      ],
    };
    // What feeds a device stays, whatever is laid anew.
    const power = LEAD_KINDS.find(({ id }) => id === 'dc-barrel')!;
    const fed = applyEdit(wrong, connect(wrong, power, [null, null])).rig;
    expect(wired(fed).rig.leads.map(({ kind: one }) => one)).toContain(power.id);
    expect(wired(wrong, { isKept: true }).rig.leads.map(({ id }) => id)).toContain('wrong');
    expect(joinedTo(wired(wrong).rig, 'plugin-adapter')).toHaveLength(2);
  });
});

describe('what cannot be had', () => {
  it('is said, with the piece that frees it', () => {
    const { unmet, frees } = wired(table('lapel mic, mixer'));
    expect(unmet.map(({ sound }) => sound)).toEqual(['Voice 1']);
    expect(frees?.model).toBe('plugin-adapter');
  });

  it('a caller nobody can hear: headphones free it', () => {
    const { unmet, frees } = wired(table('usb mic plain, laptop, a caller'));
    expect(unmet).toMatchObject([{ sound: 'Far end of Call', listener: 'anybody here' }]);
    expect(frees?.model).toBe('headphones');
  });

  it('a caller hears a voice on each of two devices: both are joined for the call', () => {
    const { rig, unmet } = wired(table('dynamic mic, usb mic, interface, laptop, headphones, a caller'));
    expect(unmet).toEqual([]);
    expect(rig.apps.find(({ kind }) => kind === 'call')!.input).toHaveProperty('joined');
  });

  it('nothing on the table: nothing to do', () => {
    expect(wired(table(''))).toMatchObject({ unmet: [], left: [], toBuy: [], isProven: true });
  });

  it('a microphone nobody speaks into, a computer with no program: somebody and a recorder are lent', () => {
    const { rig } = wired({
      ...table('dynamic mic, interface, laptop'),
      apps: [],
      people: [],
      placements: [],
    });
    expect(rig.people.map(({ name }) => name)).toEqual(['Voice 1']);
    expect(tracksOf(rig)).toEqual(['Voice 1']);
  });
});

describe('what the operator has said', () => {
  it('a player that must be heard in the headphones is', () => {
    const rig = table('music player, mixer with usb, laptop, mic, headphones');
    const { feeds } = solve(rig);
    const player = feeds.speakers.find(({ kind }) => kind === 'programme')!;
    const ears = feeds.posts.find(({ kind }) => kind === 'ears')!;
    const said = applyEdit(rig, sayIntent(rig, player.ref, sinkRefOf(ears), 'arrives')).rig;
    const then = solve(wired(said).rig);
    const at = then.feeds.posts.findIndex(({ id }) => id === ears.id);
    const row = then.feeds.speakers.findIndex(({ id }) => id === player.id);
    expect(then.feeds.rows[row]![at]!.arrival).toBeDefined();
  });
});
