import loadHighs from 'highs';
import { battery } from '../battery.testing';
import { controlsOf, deskControlId as is } from '../catalogue';
import { deskAt } from '../checks/random-desks.testing';
import { liveStream } from '../demo';
import { sinkRefOf } from '../feeds';
import { finish, makeEngineMemory, solve, type EngineMemory } from '../offers';
import { applyEdit, lookup, sayIntent, setControl, settingOf, type Edit, type Rig } from '../rig';
import { after } from '../rig/testing';
import { solverOf, type Solver } from '../staging';
import { demandsOf, type Demand } from './demands';
import { proposeInSteps, type Proposal } from '.';

/** What is to stay under the others is turned, by as few hands as do it. Common practice, no published source. */

let solver: Solver;
beforeAll(async () => {
  solver = solverOf(await loadHighs());
});

const proposalFor = (rig: Rig): Proposal => finish(proposeInSteps(rig, solver, makeEngineMemory()));
const { feeds } = solve(liveStream, makeEngineMemory());
const speakerAt = (name: string) => feeds.speakers.find((one) => one.name.startsWith(name))!;
const postAt = (name: string) => feeds.posts.find((one) => one.name === name)!;
const set = (control: string, value: number | string | boolean) => (now: Rig) =>
  setControl(now, 'desk', control, value);
const quieter = (speaker: string, post: string, byDb: number) => (now: Rig) =>
  sayIntent(now, speakerAt(speaker).ref, sinkRefOf(postAt(post)), 'quieter', byDb);

const allMet = (rig: Rig, demands: readonly Demand[], memory: EngineMemory): boolean => {
  const solved = solve(rig, memory);
  return demands.every((one) => one.isMet(solved));
};

/** Every way that is offered does it, and nothing that came before is gone. @returns what the first turns */
const mended = (rig: Rig): string[] => {
  const memory = makeEngineMemory();
  const demands = demandsOf(solve(rig, memory));
  expect(allMet(rig, demands, memory)).toBe(false);
  const proposal = proposalFor(rig);
  expect(proposal).toMatchObject({ isProven: true, unmet: [] });
  for (const { edit, costs } of proposal.ways)
    expect({ label: edit.label, met: allMet(applyEdit(rig, edit).rig, demands, memory) }).toEqual({
      label: edit.label,
      met: costs.length === 0,
    });
  return proposal.ways[0]!.changes.map(({ label }) => label);
};

const JINGLES = 'Jingle pads';
const LOUD = after(liveStream, set(is.fader('pads'), 0));

describe('jingles over those who speak', () => {
  it.each(['Harbour pilot', 'Archivist', 'Audience of Live stream', 'Guest headphones', 'Gallery'])(
    'at %s: their fader, and what is otherwise then is told',
    (post) => {
      const rig = after(LOUD, quieter(JINGLES, post, 12));
      const labels = mended(rig);
      expect(labels).toEqual([expect.stringMatching(/^Set Jingle pads fader to −\d+ dB$/u)]);
      const [way] = proposalFor(rig).ways;
      const told = way!.feeds.find((one) => one.post === post)!;
      const downDb = Number(/−(\d+) dB/u.exec(labels[0]!)![1]);
      expect(told).toMatchObject({ was: 'too loud', is: 'arrives' });
      // Levels in dB: a fader from 0 down takes as much from what comes.
      expect(told.louderByDb).toBeCloseTo(-downDb, 1);
    },
  );

  it('at several listeners: one fader, down to where the strictest has them', () => {
    const all = feeds.posts.filter(
      (_, at) => feeds.rows[feeds.speakers.indexOf(speakerAt(JINGLES))]![at]!.arrival,
    );
    expect(all.length).toBeGreaterThan(4);
    const each = (byDb: number) => all.map(({ name }) => quieter(JINGLES, name, byDb));
    expect(mended(after(LOUD, ...each(12)))).toHaveLength(1);
    const strict = mended(after(LOUD, ...each(12), quieter(JINGLES, 'Gallery', 20)));
    const [gallery] = mended(after(LOUD, quieter(JINGLES, 'Gallery', 20)));
    expect(strict).toEqual([gallery]);
  });

  it('and a guest who is muted: both at once', () => {
    const labels = mended(after(LOUD, set(is.mute('ch2'), true), quieter(JINGLES, 'Gallery', 12)));
    expect(labels.sort()).toEqual(['Set Jingle pads fader to −11 dB', 'Switch Microphone 2 mute off']);
  });

  it('says nothing where they are under them already', () => {
    const rig = after(liveStream, set(is.fader('pads'), -20), quieter(JINGLES, 'Gallery', 12));
    expect(proposalFor(rig)).toMatchObject({ wrong: [], ways: [] });
  });

  it('more than a fader has is not had by it alone', () => {
    const rig = after(LOUD, quieter(JINGLES, 'Gallery', 60));
    const proposal = proposalFor(rig);
    expect(proposal.wrong).toHaveLength(1);
    expect(proposal.ways.length).toBeGreaterThan(0);
    for (const { edit, costs } of proposal.ways) {
      const then = solve(applyEdit(rig, edit).rig, makeEngineMemory()).feeds;
      const left = then.rows.flat().filter(({ tooLoudByDb }) => tooLoudByDb !== undefined);
      expect(left).toEqual([]);
      // What is only got by shutting it says what is lost.
      const at = then.rows[then.speakers.findIndex(({ name }) => name.startsWith(JINGLES))]!;
      const comes = at[then.posts.findIndex(({ name }) => name === 'Gallery')]!.arrival !== undefined;
      expect(costs.join(' ')).toMatch(comes ? /^$/u : /no longer hears Jingle pads/u);
    }
  });
});

/** A desk turned at random on which somebody is to be quieter somewhere than they are. */
const wishAt = (seed: number): Rig | undefined => {
  const rig = deskAt(seed);
  const { speakers, posts, rows } = solve(rig, makeEngineMemory()).feeds;
  const could = posts.flatMap((post, at) => {
    const coming = speakers.filter((_, row) => rows[row]![at]!.arrival);
    return coming.length > 1 ? coming.map((speaker) => ({ speaker, post })) : [];
  });
  const wish = could[seed % Math.max(1, could.length)];
  const byDb = 6 + (seed % 4) * 4;
  return wish && after(rig, (now) => sayIntent(now, wish.speaker.ref, sinkRefOf(wish.post), 'quieter', byDb));
};

/** Everything that can be turned down, at places from its end on. */
const levelsOf = (rig: Rig): Edit[] => {
  const find = lookup(rig);
  return rig.devices
    .flatMap((device) =>
      controlsOf(find.modelOf(device.id)!).flatMap((control) => {
        if (control.kind !== 'gain' && control.kind !== 'trim' && control.kind !== 'fader') return [];
        if (typeof settingOf(device, control) !== 'number') return [];
        const { minDb, maxDb } = control;
        return [0, 0.25, 0.5, 0.75, 1].map((share) =>
          setControl(rig, device.id, control.id, Math.round(minDb + share * (maxDb - minDb))),
        );
      }),
    )
    .filter(({ steps }) => steps.length > 0);
};

const BLOCKS = battery(5, 2);

describe('desks turned at random on which somebody is to be quieter', () => {
  const tallies = { one: 0, more: 0, tried: 0 };

  afterAll(() => {
    expect(tallies.one).toBeGreaterThan(2 * BLOCKS);
    expect(tallies.more).toBeGreaterThan(BLOCKS);
    expect(tallies.tried).toBeGreaterThan(40 * BLOCKS);
  });

  it.each(Array.from({ length: BLOCKS }, (_, block) => block))('block %d of ten', (block) => {
    for (let seed = block * 10; seed < block * 10 + 10; seed += 1) {
      const rig = wishAt(seed);
      if (!rig) continue;
      const memory = makeEngineMemory();
      const demands = demandsOf(solve(rig, memory));
      if (allMet(rig, demands, memory)) continue;
      const { ways, unmet, isProven } = proposalFor(rig);
      expect({ seed, isProven }).toEqual({ seed, isProven: true });
      const [best] = ways;
      if (!best || unmet.length > 0 || best.costs.length > 0) continue;
      for (const { edit, costs } of ways)
        if (costs.length === 0)
          expect({ seed, label: edit.label, met: allMet(applyEdit(rig, edit).rig, demands, memory) }).toEqual(
            { seed, label: edit.label, met: true },
          );
      tallies[best.changes.length === 1 ? 'one' : 'more'] += 1;
      if (best.changes.length === 1) continue;
      // No level turned by itself, however far, does it.
      for (const one of levelsOf(rig)) {
        tallies.tried += 1;
        expect({ seed, one: one.label, met: allMet(after(rig, one), demands, memory) }).toEqual({
          seed,
          one: one.label,
          met: false,
        });
      }
    }
  });
});
