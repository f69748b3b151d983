import loadHighs from 'highs';
import { battery } from '../battery.testing';
import { controlsOf } from '../catalogue';
import { deskAt } from '../checks/random-desks.testing';
import { finish, makeEngineMemory, solve, streamOptions, type EngineMemory } from '../offers';
import { lookup, putApp, setControl, settingOf, tryEdit, type Edit, type Rig } from '../rig';
import { after } from '../rig/testing';
import { solverOf, type Solver } from '../staging';
import { demandsOf, type Demand } from './demands';
import { valuesOf } from './gates';
import { proposeInSteps } from '.';

/**
 * Proposals for small desks turned at random, held against every other set of things that could be turned, each worked out by the
 * whole engine: none with fewer changes meets what is meant.
 */

let solver: Solver;
beforeAll(async () => {
  solver = solverOf(await loadHighs());
});

/** Everything in a rig that decides who hears what, one change each. */
const changesOf = (rig: Rig): Edit[] => {
  const find = lookup(rig);
  const controls = rig.devices.flatMap((device) =>
    controlsOf(find.modelOf(device.id)!).flatMap((control) =>
      valuesOf(control, settingOf(device, control))
        .slice(1)
        .map((value) => setControl(rig, device.id, control.id, value)),
    ),
  );
  const streams = rig.apps.flatMap((app) =>
    (['input', 'output'] as const).flatMap((side) =>
      streamOptions(rig, app.computer, side)
        .filter(({ channels }) => channels > 0)
        .filter(({ isThere }) => isThere && (side === 'input' || app.kind === 'call'))
        .map(({ device, stream }) => putApp(rig, { ...app, [side]: { device, stream } })),
    ),
  );
  return [...controls, ...streams].filter(({ steps }) => steps.length > 0);
};

const allMet = (rig: Rig, demands: readonly Demand[], memory: EngineMemory): boolean => {
  const solved = solve(rig, memory);
  return demands.every((one) => one.isMet(solved));
};

/** Sets of two are tried on so many desks only. */
const PAIRS = 1;
const DESKS_TRIED = battery(300, 80);

describe('desks turned at random', () => {
  let pairs = 0;
  const tallies = { fine: 0, mended: 0, impossible: 0 };

  afterAll(() => {
    // The desks are worth trying: many are wrong, and some need more than one change.
    expect(tallies.mended).toBeGreaterThan(DESKS_TRIED / 4);
    expect(pairs).toBe(PAIRS);
  });

  it.each(Array.from({ length: DESKS_TRIED / 20 }, (_, block) => block))('block %d of twenty', (block) => {
    for (let seed = block * 20; seed < block * 20 + 20; seed += 1) {
      const rig = deskAt(seed);
      const memory = makeEngineMemory();
      const demands = demandsOf(solve(rig, memory));
      const proposal = finish(proposeInSteps(rig, solver, memory));
      if (proposal.wrong.length === 0) {
        expect(allMet(rig, demands, memory)).toBe(true);
        tallies.fine += 1;
        continue;
      }
      expect({ seed, isProven: proposal.isProven }).toEqual({ seed, isProven: true });
      const [best] = proposal.ways;
      const isWhole = best !== undefined && proposal.unmet.length === 0 && best.costs.length === 0;
      tallies[isWhole ? 'mended' : 'impossible'] += 1;
      // Each way that is offered does what it says, in the order of what it turns.
      for (const way of proposal.ways) {
        const result = tryEdit(rig, way.edit);
        expect(result.ok).toBe(true);
        if (!result.ok || way.costs.length > 0) continue;
        // What it leaves is said, and all else is met.
        const asked = demands.filter(({ words }) => !way.leaves.includes(words));
        expect({ seed, label: way.edit.label, met: allMet(result.rig, asked, memory) }).toEqual({
          seed,
          label: way.edit.label,
          met: true,
        });
        if (proposal.unmet.length === 0)
          expect(way.changes.length).toBeGreaterThanOrEqual(best!.changes.length);
      }
      const fewer = isWhole ? best.changes.length - 1 : 1;
      // Whether an input is for microphones or lines is a level, as gains and pads are: it routes nothing, findings tell of it.
      const singles = changesOf(rig).filter(({ label }) => !/^Set Level \d+ /u.test(label));
      // Where nothing does it, every single change is tried on each fourth of them.
      if (isWhole ? fewer >= 1 : seed % 4 === 0)
        for (const one of singles)
          expect({ seed, one: one.label, met: allMet(after(rig, one), demands, memory) }).toEqual({
            seed,
            one: one.label,
            met: false,
          });
      if (fewer < 2 || pairs >= PAIRS) continue;
      pairs += 1;
      for (const one of singles) {
        const first = after(rig, one);
        for (const two of changesOf(first))
          expect({ seed, two: two.label, met: allMet(after(first, two), demands, memory) }).toEqual({
            seed,
            two: two.label,
            met: false,
          });
      }
    }
  });
});
