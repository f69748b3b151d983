import * as fc from 'fast-check';
import { battery } from '../battery.testing';
import { controlsOf, type Control, type ControlValue } from '../catalogue';
import { runChecks } from '../checks';
import { ordinaryDesks } from '../checks/desks.testing';
import { DEMO_RIGS, generateRig } from '../demo';
import type { Heardness } from '../gain';
import { powerOf } from '../flow';
import { applyEdit, removeDevice, removeLead, setControl, type Condition, type Rig } from '../rig';
import { makeEngineMemory, solve, type EngineMemory } from './solve-rig';
import { suppose } from './suppose';

/** What was worked out before is used again: whatever was done meanwhile, the figures are those of a pass from nothing. */

const RIGS: [string, Rig][] = [
  ...DEMO_RIGS.map(({ key, rig }): [string, Rig] => [key, rig]),
  ...ordinaryDesks().filter((_, at) => at % 4 === 0),
  ['generated', generateRig(30)],
];

/** Nine digits: sums in another order differ in the last ones. Powers far below anything heard are nothing. */
const digits = (value: number): number | string =>
  Math.abs(value) < 1e-20 ? 0 : Number.isFinite(value) ? Number(value.toPrecision(9)) : String(value);

const heardRows = ({ graph, everywhere, noise, arrivals, loops, ways, sinks }: Heardness): string[] => {
  const rows: string[] = [];
  for (const [id, here] of everywhere)
    for (const [source, heard] of here) rows.push(`${id} hears ${source} at ${digits(powerOf(heard))}`);
  for (const [id, level] of noise) rows.push(`${id} noise ${digits(level)}`);
  const round = (_key: string, value: unknown) => (typeof value === 'number' ? digits(value) : value);
  for (const arrival of arrivals) rows.push(JSON.stringify(arrival, round));
  for (const loop of loops) rows.push(JSON.stringify({ ...loop, nodes: [...loop.nodes].sort() }, round));
  for (const sink of sinks) rows.push(JSON.stringify(sink));
  ways.forEach((way, source) => {
    for (const id of graph.nodes.keys()) {
      const edge = way.edgeTo(id);
      if (edge)
        rows.push(`${source} comes to ${id} from ${edge.from} by ${JSON.stringify(edge.terms, round)}`);
    }
  });
  return rows.sort();
};

const reading = (rig: Rig, memory?: EngineMemory, conditions: Condition[] = []) => {
  const solved = solve(rig, memory, conditions);
  const findings = runChecks(solved).map(
    ({ id, severity, title, why }) => `${severity} ${id}: ${title} ${why}`,
  );
  return {
    heard: heardRows(solved.heard),
    findings: findings.sort(),
    strands: solved.strands.map(({ id, arrives, stages }) => [id, arrives, stages.map(({ label }) => label)]),
  };
};

const anotherValue = (control: Control, n: number): ControlValue => {
  if (control.kind === 'switch') return n % 2 === 0;
  if (control.kind === 'choice') return control.options[n % control.options.length]!;
  if (control.kind === 'pan') return (n % 3) * 50 - 50;
  return n % 3 === 0 ? control.minDb : n % 3 === 1 ? control.maxDb : control.minDb + 1;
};

/** One change of those a hand makes, picked by numbers. */
const changed = (rig: Rig, kind: number, n: number): Rig => {
  const device = rig.devices[n % Math.max(1, rig.devices.length)];
  const lead = rig.leads[n % Math.max(1, rig.leads.length)];
  if (!device) return rig;
  if (kind === 0 && lead) return applyEdit(rig, removeLead(rig, lead.id)).rig;
  if (kind === 1 && n % 5 === 0) return applyEdit(rig, removeDevice(rig, device.id)).rig;
  const model = rig.models.find(({ id }) => id === device.model)!;
  const controls = controlsOf(model);
  const control = controls[n % Math.max(1, controls.length)];
  if (!control) return rig;
  return applyEdit(rig, setControl(rig, device.id, control.id, anotherValue(control, n))).rig;
};

const conditionOn = (rig: Rig, kind: number, n: number): Condition[] => {
  const lead = rig.leads[n % Math.max(1, rig.leads.length)];
  const device = rig.devices[n % Math.max(1, rig.devices.length)];
  if (kind === 4 && device) return [{ kind: 'dead', device: device.id }];
  if (kind === 5 && device) return [{ kind: 'noisy', device: device.id, db: 30 }];
  const wires = rig.leadKinds.find(({ id }) => id === lead?.kind)?.conductors ?? [];
  const wire = wires[n % Math.max(1, wires.length)];
  return lead && wire ? [{ kind: 'open', lead: lead.id, conductor: wire.name }] : [];
};

describe('a pass with a memory', () => {
  it('reads as one from nothing, after any edits and under any conditions', () => {
    fc.assert(
      fc.property(
        fc.nat(RIGS.length - 1),
        fc.array(fc.tuple(fc.nat(5), fc.nat(10_000)), { minLength: 1, maxLength: 6 }),
        (which, steps) => {
          const memory = makeEngineMemory();
          let rig = RIGS[which]![1];
          solve(rig, memory);
          for (const [kind, n] of steps) {
            if (kind < 4) rig = changed(rig, kind, n);
            const conditions = kind < 3 ? [] : conditionOn(rig, kind, n);
            expect([RIGS[which]![0], reading(rig, memory, conditions)]).toEqual([
              RIGS[which]![0],
              reading({ ...rig }, undefined, conditions),
            ]);
          }
        },
      ),
      { numRuns: battery(120, 40) },
    );
  });
});

describe('suppositions', () => {
  it('made before the rig itself was solved do not stay in what is remembered', () => {
    for (const [name, rig] of RIGS) {
      const bare = solve({ ...rig }).circuit;
      for (const { id, kind } of rig.leads) {
        const { screen } = rig.leadKinds.find((one) => one.id === kind)!;
        if (!screen) continue;
        const memory = makeEngineMemory();
        solve(rig, memory, [{ kind: 'open', lead: id, conductor: screen }]);
        const { groundLoops, hum } = solve(rig, memory).circuit;
        expect([name, id, groundLoops, hum]).toEqual([name, id, bare.groundLoops, bare.hum]);
      }
    }
  });

  it('are told apart: each as if it were the only one, and the rig is as it was', () => {
    const [, rig] = RIGS[0]!;
    const memory = makeEngineMemory();
    const cases = rig.leads.slice(0, 6).map(({ id, kind }): Condition[] => {
      const [wire] = rig.leadKinds.find((one) => one.id === kind)!.conductors;
      return [{ kind: 'open', lead: id, conductor: wire!.name }];
    });
    const alone = cases.map((conditions) => heardRows(solve({ ...rig }, undefined, conditions).heard));
    expect(suppose(rig, cases, memory).map(({ heard }) => heardRows(heard))).toEqual(alone);
    expect(new Set(alone.map((rows) => rows.join())).size).toBeGreaterThan(2);
    expect(heardRows(solve(rig, memory).heard)).toEqual(heardRows(solve({ ...rig }).heard));
  });
});
