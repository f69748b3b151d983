import { solve } from '../offers';
import { rigOf } from '../rig/testing';
import { phantomRiskRibbon } from './phantom-risk-ribbon';

/** A ribbon on a phantom-fed input; what stands on its legs and flows through it is written down by hand. */
const rig = rigOf({
  devices: [
    { id: 'ribbon', model: 'mic-ribbon', name: 'Ribbon' },
    { id: 'desk', model: 'interface-2', name: 'Desk', settings: { phantom1: true } },
  ],
  leads: [{ id: 'run', kind: 'xlr', ends: ['ribbon.out', 'desk.in1'] }],
});
const solved = solve(rig);
const reading = solved.circuit.outputsDc.find(({ device }) => device === 'ribbon')!;
const calm = { ...reading, volts: 0, idleVolts: 0, milliamps: 0, milliwatts: 0 };
const said = (more: Partial<typeof reading>, of = solved) =>
  phantomRiskRibbon({ ...of, circuit: { ...of.circuit, outputsDc: [{ ...calm, ...more }] } });

it('five volts on its legs are a supply that is there, less is none', () => {
  expect(said({ legVolts: 5 })).toMatchObject([
    { severity: 'caution', title: 'Phantom stands on Ribbon, a ribbon that one bad lead destroys' },
  ]);
  expect(said({ legVolts: 4.9 })).toEqual([]);
  expect(said({ legVolts: 48 })).toHaveLength(1);
});

it('more through it than it survives is a danger, whatever stands on its legs', () => {
  const [found] = said({ legVolts: 0, milliamps: 100, volts: 1 });
  expect(found).toMatchObject({ severity: 'danger', title: '100.0 mA flow through the ribbon of Ribbon' });
  expect(found!.propose().at(-1)!.label).toBe('Unplug this lead');
});

it('what stands more than ten volts is no ribbon', () => {
  const standing = (volts: number) => {
    const models = rig.models.map((model) => ({
      ...model,
      elements: model.elements.map((one) =>
        model.id === 'mic-ribbon' && one.kind === 'output'
          ? { ...one, tolerates: { ...one.tolerates!, volts } }
          : one,
      ),
    }));
    return said({ legVolts: 48 }, solve({ ...rig, models }));
  };
  expect(standing(10)).toHaveLength(1);
  expect(standing(10.1)).toEqual([]);
});
