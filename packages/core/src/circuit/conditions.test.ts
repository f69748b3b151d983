import { buildRig, changeLead, applyEdit, lookup, withConditions, type Condition } from '../rig';
import { solveCircuit } from './circuit';
import { makeCircuitMemory } from './memory';

const rig = buildRig({
  name: 'a condenser on two legs',
  devices: [
    { id: 'mic', model: 'mic-condenser-budget' },
    { id: 'desk', model: 'mixer-4-usb', settings: { phantom: true } },
    { id: 'other', model: 'mic-dynamic-hand' },
  ],
  leads: [
    { id: 'lead', kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 3 },
    { id: 'second', kind: 'xlr', ends: ['other.out', 'desk.in2'], lengthM: 3 },
  ],
});
const find = lookup(rig);
const under = (...conditions: Condition[]) => solveCircuit(withConditions(find, conditions));
const coupling = (circuit: ReturnType<typeof solveCircuit>) =>
  circuit.couplings.find(({ from }) => from.device === 'mic')!;

describe('conditions laid over a rig', () => {
  it('an open wire is the same as one that is broken', () => {
    const broken = applyEdit(rig, changeLead(rig, 'lead', { broken: ['cold'] })).rig;
    expect(under({ kind: 'open', lead: 'lead', conductor: 'cold' })).toEqual(solveCircuit(lookup(broken)));
  });

  it('two wires exchanged turn the sound over', () => {
    const swapped = under({ kind: 'swapped', lead: 'lead', conductors: ['hot', 'cold'] });
    expect(coupling(swapped).re).toBeCloseTo(-coupling(under()).re, 6);
  });

  it('two wires touching leave nothing', () => {
    const shorted = under({ kind: 'shorted', lead: 'lead', conductors: ['hot', 'cold'] });
    expect(Math.hypot(coupling(shorted)?.re ?? 0, coupling(shorted)?.im ?? 0)).toBeLessThan(0.01);
  });

  it('the rig itself is as it was', () => {
    under({ kind: 'open', lead: 'lead', conductor: 'cold' });
    expect(solveCircuit(find)).toEqual(under());
  });

  it('what was remembered gives the same figures, and only the cluster it touches is solved again', () => {
    const memory = makeCircuitMemory();
    const before = solveCircuit(find, memory);
    const known = memory.clusters.size;
    expect(known).toBeGreaterThan(2);
    expect(solveCircuit(find, memory)).toEqual(before);
    expect(memory.clusters.size).toBe(known);
    const condition: Condition = { kind: 'open', lead: 'lead', conductor: 'cold' };
    const open = solveCircuit(withConditions(find, [condition]), memory);
    expect(open).toEqual(under(condition));
    expect(memory.clusters.size).toBe(known + 1);
    expect(solveCircuit(find, memory)).toEqual(before);
  });
});

describe('electronics behind two legs', () => {
  it('one leg open: they stand on the volts of the other, not on half', () => {
    const [load] = under({ kind: 'open', lead: 'lead', conductor: 'cold' }).loads;
    // 4 mA through one 6.8 kΩ leaves 20.8 V, under the 24 V it needs: then it draws 24 V / 4 mA = 6 kΩ.
    expect(load!.volts).toBeCloseTo((48 * 6000) / (6000 + 6800), 1);
    expect(load!.fed).toBe(false);
  });

  it('a plug-in capsule on phantom stands at nearly all of it: it draws 0.3 mA, not a share (arithmetic)', () => {
    const { loads } = solveCircuit(
      lookup(
        buildRig({
          name: 'lapel on phantom',
          devices: [
            { id: 'lapel', model: 'mic-lavalier' },
            { id: 'desk', model: 'mixer-4-usb', settings: { phantom: true } },
          ],
          leads: [{ kind: 'mini-xlr', ends: ['lapel.out', 'desk.in1'], lengthM: 1 }],
        }),
      ),
    );
    expect(loads[0]!.volts).toBeGreaterThan(40);
  });

  it('says whose 48 V it is', () => {
    const { outputsDc } = solveCircuit(
      lookup(
        buildRig({
          name: 'two desks',
          devices: [
            { id: 'laptop', model: 'laptop-c' },
            { id: 'desk', model: 'mixer-4-usb', settings: { phantom: true } },
          ],
          leads: [{ kind: 'mini-xlr', ends: ['laptop.jack', 'desk.in3'], lengthM: 1 }],
        }),
      ),
    );
    expect(outputsDc.find(({ element }) => element === 'jack-left')!.fedBy).toEqual({
      device: 'desk',
      element: 'feed3',
    });
  });
});

describe('thermal noise of what lies between', () => {
  it('an in-line pad hisses as the resistance it shows (Johnson–Nyquist, 290 K, 20 kHz)', () => {
    const { inputs } = solveCircuit(
      lookup(
        buildRig({
          name: 'pad',
          devices: [
            { id: 'mic', model: 'mic-dynamic-hand' },
            { id: 'desk', model: 'mixer-4-usb' },
          ],
          leads: [
            { id: 'run', kind: 'xlr', ends: ['mic.out', null], lengthM: 1 },
            { kind: 'xlr-pad-20', ends: ['run/1', 'desk.in1'], lengthM: 0 },
          ],
        }),
      ),
    );
    const noise = inputs.find(({ device }) => device === 'desk')!.thermalVolts;
    // Between the noise of 50 Ω and that of 600 Ω: 0.127 and 0.439 µV.
    expect(noise * 1e6).toBeGreaterThan(0.12);
    expect(noise * 1e6).toBeLessThan(0.44);
  });

  it('a plain lead adds none', () => {
    expect(under().inputs.every(({ thermalVolts }) => thermalVolts === 0)).toBe(true);
  });
});
