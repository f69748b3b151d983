import { ordinaryDesks } from '../checks/desks.testing';
import { DEMO_RIGS, generateRig, generateStage } from '../demo';
import { changeLead, lookup, setControl, type Rig } from '../rig';
import { after, fresh, rigOf } from '../rig/testing';
import { makeAlike } from './alike';
import { solveCluster } from './circuit';
import { clustersOf } from './clusters';

/** Every cluster by itself, and each read off one that is like it where there is one. */
const bothOf = (rig: Rig) => {
  const find = lookup(rig);
  const alike = makeAlike(find);
  let solved = 0;
  const clusters = clustersOf(find);
  const shared = clusters.map((scope) =>
    alike(scope, () => {
      solved += 1;
      return solveCluster(find, scope);
    }),
  );
  return {
    alone: clusters.map((scope) => solveCluster(find, scope)),
    shared,
    solved,
    count: clusters.length,
  };
};

const RIGS: [string, Rig][] = [
  ...DEMO_RIGS.map(({ key, rig }): [string, Rig] => [key, rig]),
  ...ordinaryDesks(),
  ['a desk of 32 × 16', generateStage()],
  ['two hundred devices', generateRig(200)],
];

describe('clusters that are the same but for their names', () => {
  it.each(RIGS)('%s: read as if each had been solved by itself, to the last bit', (_name, rig) => {
    const { alone, shared } = bothOf(rig);
    expect(shared).toEqual(alone);
  });

  it('of two hundred devices four in five need not be solved', () => {
    const { solved, count } = bothOf(generateRig(200));
    expect(solved / count).toBeLessThan(0.35);
  });

  it.each([
    ['a feed is switched on', 'phantom1', true],
    ['another input counts', 'instrument1', true],
  ])('one switch the other way, so that %s: no longer alike', (_what, control, value) => {
    const rig = rigOf({
      devices: ['a', 'b'].flatMap((name) => [
        { id: `mic-${name}`, model: 'mic-dynamic-hand' },
        { id: `box-${name}`, model: 'interface-2' },
      ]),
      leads: ['a', 'b'].map((name) => ({ kind: 'xlr', ends: [`mic-${name}.out`, `box-${name}.in1`] })),
    });
    const same = bothOf(rig);
    expect(same.solved).toBe(same.count / 2);
    const other = bothOf(after(rig, (now) => setControl(now, 'box-a', control, value)));
    expect(other.solved).toBeGreaterThan(same.solved);
    expect(other.shared).toEqual(other.alone);
  });

  it('one wire broken, one lead longer: no longer alike', () => {
    const rig = generateStage();
    const { solved } = bothOf(rig);
    const [lead] = rig.leads.filter(({ ends }) => ends.every((end) => end && 'device' in end));
    const longer = { ...rig, leads: rig.leads.map((one) => (one === lead ? { ...one, lengthM: 77 } : one)) };
    const kind = rig.leadKinds.find(({ id }) => id === lead!.kind)!;
    const broken = after(rig, (now) => changeLead(now, lead!.id, { broken: [kind.conductors[0]!.name] }));
    for (const one of [longer, broken]) {
      const other = bothOf(fresh(one));
      expect(other.solved).toBe(solved + 1);
      expect(other.shared).toEqual(other.alone);
    }
  });
});
