import * as fc from 'fast-check';
import { DEMO_RIGS, generateRig, skerryLight } from '../demo';
import { applyEdit, lookup, removeLead, setControl } from '../rig';
import { fresh } from '../rig/testing';
import { makeEngineMemory, solve, solveRig } from './solve-rig';

describe('one full pass', () => {
  it('gives the same with the last circuit used again as from nothing', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.oneof(
            fc.record({
              control: fc.constantFrom('gain1', 'gain2', 'gain3'),
              value: fc.integer({ min: 0, max: 60 }),
            }),
            fc.record({ control: fc.constantFrom('phantom', 'pad1', 'pad2'), value: fc.boolean() }),
          ),
          { minLength: 1, maxLength: 5 },
        ),
        (edits) => {
          let rig = skerryLight;
          for (const { control, value } of edits) {
            rig = applyEdit(rig, setControl(rig, 'mixer', control, value)).rig;
            solveRig(rig);
          }
          expect(solveRig(rig)).toEqual(solveRig(fresh(rig)));
        },
      ),
      { numRuns: 40 },
    );
  });

  it('taking a lead away and putting it back changes nothing', () => {
    for (const { rig } of DEMO_RIGS) {
      const before = solveRig(rig);
      const { rig: without, inverse } = applyEdit(rig, removeLead(rig, rig.leads[0]!.id));
      solveRig(without);
      expect(solveRig(applyEdit(without, inverse).rig)).toEqual(before);
    }
  });

  it('findings have ids of their own, come gravest first, and are the same every time', () => {
    const rig = generateRig(60);
    const { findings } = solveRig(rig);
    expect(new Set(findings.map(({ id }) => id)).size).toBe(findings.length);
    const order = ['danger', 'fault', 'caution', 'advice'];
    const ranks = findings.map(({ severity }) => order.indexOf(severity));
    expect([...ranks].sort((a, b) => a - b)).toEqual(ranks);
    expect(solveRig(fresh(rig)).findings.map(({ id }) => id)).toEqual(findings.map(({ id }) => id));
  });

  it('a rig with nothing in it has nothing to say', () => {
    const nothing = { ...skerryLight, devices: [], leads: [], people: [], placements: [] };
    expect(solveRig(nothing)).toMatchObject({ findings: [], strands: [] });
  });
});

describe('what is supposed of a rig', () => {
  const open = (['hot', 'cold'] as const).map((conductor) => ({
    ...{ kind: 'open' as const, lead: 'guest-lead', conductor },
  }));
  const guestIsHeard = (conditions: Parameters<typeof solve>[2]) =>
    solve(skerryLight, undefined, conditions).strands.some(
      ({ sourceName, sinkLabel, arrives }) =>
        sourceName === 'Guest' && sinkLabel === 'Track Guest' && arrives,
    );

  it('is in what is heard; with nothing supposed the rig is as it is', () => {
    expect(guestIsHeard([])).toBe(true);
    expect(guestIsHeard(open)).toBe(false);
    expect(solve(skerryLight).find).toBe(lookup(skerryLight));
  });

  it('is not remembered as what is heard in the rig', () => {
    const memory = makeEngineMemory();
    solve(skerryLight, memory, open);
    expect(memory.heard).toBeUndefined();
    const { heard } = solve(skerryLight, memory);
    expect(memory.heard).toBe(heard);
    solve(skerryLight, memory, open);
    expect(memory.heard).toBe(heard);
  });
});
