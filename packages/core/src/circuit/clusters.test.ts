import { ordinaryDesks } from '../checks/desks.testing';
import { DEMO_RIGS, generateRig, generateStage } from '../demo';
import { buildRig, lookup, withConditions, type Condition, type Lookup, type Rig } from '../rig';
import { solveCircuit } from './circuit';
import { clustersOf } from './clusters';
import { findGroundLoops } from './ground-loops';
import { humVolts } from './hum';
import { makeCircuitMemory } from './memory';
import { metalOf } from './metal';
import { openCircuit } from './open-circuit';
import type { ClusterReadings } from './readings';
import { solveSound } from './sound';
import { solveSupplies } from './supplies';

/** Cut into parts, a rig reads as it does whole: the whole is solved here in one piece, as nothing else does. */

const RIGS: [string, Rig][] = [
  ...DEMO_RIGS.map(({ key, rig }): [string, Rig] => [key, rig]),
  ...ordinaryDesks(),
  ['generated', generateRig(40)],
  ['stage', generateStage()],
];

const whole = (find: Lookup): ClusterReadings => {
  const open = openCircuit(find);
  return { ...solveSound(open), ...solveSupplies(open) };
};

/** Readings as sorted rows with nine digits: the order of equations changes the last ones. */
const rows = (readings: object): string[] => {
  const { couplings, terminals, clashes, inputs, feeds, rails, loads, outputsDc } =
    readings as ClusterReadings;
  const round = (_key: string, value: unknown) => {
    if (typeof value !== 'number') return value;
    return Math.abs(value) < 1e-9 ? 0 : Number(value.toPrecision(9));
  };
  return Object.entries({ couplings, terminals, clashes, inputs, feeds, rails, loads, outputsDc })
    .flatMap(([name, list]) => (list as object[]).map((row) => `${name} ${JSON.stringify(row, round)}`))
    .sort();
};

/** A condition of each kind on leads spread over the rig. */
const conditionsOf = (rig: Rig): Condition[] => {
  const spread = rig.leads.filter((_, at) => at % Math.ceil(rig.leads.length / 4) === 0);
  return spread.flatMap(({ id, kind }): Condition[] => {
    const names = (rig.leadKinds.find((one) => one.id === kind)?.conductors ?? []).map(({ name }) => name);
    const [first, second] = names as [string, string?];
    return [
      ...names.map((conductor): Condition => ({ kind: 'open', lead: id, conductor })),
      ...(second === undefined
        ? []
        : (['shorted', 'swapped'] as const).map((one): Condition => ({
            kind: one,
            lead: id,
            conductors: [first, second],
          }))),
    ];
  });
};

describe('a rig cut into clusters', () => {
  it.each(RIGS)('%s: reads as it does in one piece', (_name, rig) => {
    expect(rows(solveCircuit(lookup(rig)))).toEqual(rows(whole(lookup(rig))));
  });

  it.each(RIGS)('%s: with conditions too, each from what was remembered', (_name, rig) => {
    const memory = makeCircuitMemory();
    solveCircuit(lookup(rig), memory);
    for (const condition of conditionsOf(rig)) {
      const find = withConditions(lookup(rig), [condition]);
      const { groundLoops, hum, ...read } = solveCircuit(find, memory);
      expect([condition, rows(read)]).toEqual([condition, rows(whole(find))]);
      const { pieces } = metalOf(find);
      expect(groundLoops).toEqual(findGroundLoops(pieces));
      expect(hum).toEqual(humVolts(find, pieces));
    }
  });

  it.each([
    ['interface-4', 'in1', 'in2', 1],
    ['mixer-4-usb', 'in1', 'in2', 2],
  ])(
    'two microphones on a %s: %s and %s are %i clusters, as its phantom has one rail or none',
    (model, a, b, count) => {
      const rig = buildRig({
        name: 'two microphones',
        devices: [
          { id: 'a', model: 'mic-condenser-large' },
          { id: 'b', model: 'mic-dynamic-hand' },
          { id: 'desk', model },
        ],
        leads: [
          { kind: 'xlr', ends: ['a.out', `desk.${a}`] },
          { kind: 'xlr', ends: ['b.out', `desk.${b}`] },
        ],
      });
      const plugged = clustersOf(lookup(rig)).filter(({ leads }) => leads.length > 0);
      expect(plugged).toHaveLength(count);
      expect(plugged.flatMap(({ leads }) => leads)).toHaveLength(2);
    },
  );
});
