import { generateRig, skerryLight } from '../demo';
import { buildRig, type RigRows, lookup, setControl, applyEdit, putPlacement, type Rig } from '../rig';
import type { CircuitElement, DeviceModel } from '../catalogue';
import { dbFromRatio } from '../units';
import { couplingLevel, solveCircuit, type Circuit } from './circuit';
import { makeCircuitMemory } from './memory';

const solve = (rows: RigRows) => solveCircuit(lookup(buildRig(rows)));

describe('what the circuit gives without any special case', () => {
  const into = (kind: string, from: string, to: string, model: string, desk = 'interface-2') =>
    solve({
      name: 'two devices',
      devices: [
        { id: 'a', model },
        { id: 'b', model: desk },
      ],
      leads: [{ kind, ends: [from, to], lengthM: 0 }],
    });

  it('stereo into a balanced input leaves left minus right', () => {
    const { couplings } = into('mini-trs', 'a.out', 'b.in1', 'player');
    const [left, right] = ['out-left', 'out-right'].map((id) =>
      couplings.find((c) => c.from.element === id)!,
    );
    expect(dbFromRatio(couplingLevel(left!))).toBeCloseTo(-0.1, 1);
    expect(left!.re + right!.re).toBeCloseTo(0, 9);
  });

  it('a splitter puts tip on one input and ring on the other', () => {
    const rig = buildRig({
      name: 'splitter',
      devices: [
        { id: 'a', model: 'player' },
        { id: 'b', model: 'interface-2' },
      ],
      leads: [{ kind: 'mini-two-ts', ends: ['a.out', 'b.in1', 'b.in2'], lengthM: 0 }],
    });
    const ways = solveCircuit(lookup(rig)).couplings.map((c) => `${c.from.element}>${c.to.element}`);
    expect(ways.sort()).toEqual(['out-left>line1', 'out-right>line2']);
  });

  it('an output that drives both legs loses 6 dB with one leg lost, one that drives one leg loses none', () => {
    const level = (model: string, from: string, broken: string[]) => {
      const { couplings } = solve({
        name: 'output',
        devices: [
          { id: 'a', model },
          { id: 'b', model: 'loudspeaker' },
        ],
        leads: [{ kind: 'trs-635', ends: [from, 'b.in'], lengthM: 1, broken }],
      });
      return dbFromRatio(couplingLevel(couplings[0]!));
    };
    expect(level('interface-2', 'a.outL', []) - level('interface-2', 'a.outL', ['ring'])).toBeCloseTo(
      6.02,
      1,
    );
    expect(level('mixer-4-usb', 'a.outL', []) - level('mixer-4-usb', 'a.outL', ['ring'])).toBeCloseTo(0, 1);
  });

  it('phantom reaches the tip and ring of an adapter lead: about 46 V asleep, 14.1 mA playing (common practice, no published source: 46 to 48 V)', () => {
    const { outputsDc, feeds } = solveCircuit(lookup(skerryLight));
    const jack = outputsDc.find((o) => o.device === 'caller-laptop' && o.element === 'jack-left')!;
    expect(jack.idleVolts).toBeGreaterThan(46);
    expect(jack.idleVolts).toBeLessThan(48);
    expect(jack.volts * 1000).toBeCloseTo(70.5, 0);
    const milliamps = feeds
      .find((f) => f.device === 'mixer' && f.element === 'feed3')!
      .legs.reduce((sum, leg) => sum + leg.milliamps, 0);
    expect(milliamps).toBeCloseTo(14.097, 1);
  });

  it('a condenser drawing 4 mA has 34.4 V left (IEC 61938, from memory)', () => {
    const { loads } = solve({
      name: 'condenser',
      devices: [
        { id: 'mic', model: 'mic-condenser-budget' },
        { id: 'desk', model: 'interface-2', settings: { phantom1: true } },
      ],
      leads: [{ kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 0 }],
    });
    expect(loads[0]!.volts).toBeCloseTo(34.4, 2);
    expect(loads[0]!.fed).toBe(true);
  });

  it('an isolator box keeps phantom from the laptop', () => {
    const { outputsDc } = solve({
      name: 'isolator',
      devices: [
        { id: 'laptop', model: 'laptop-c' },
        { id: 'box', model: 'isolator-laptop' },
        { id: 'desk', model: 'interface-2', settings: { phantom1: true } },
      ],
      leads: [
        { kind: 'mini', ends: ['laptop.jack', 'box.in'], lengthM: 1 },
        { kind: 'xlr', ends: ['box.out', 'desk.in1'], lengthM: 1 },
      ],
    });
    const jack = outputsDc.filter((o) => o.device === 'laptop');
    expect(Math.max(...jack.map((o) => o.idleVolts))).toBeLessThan(1e-3);
  });

  it('a booster lives on phantom and keeps it from the microphone ahead of it', () => {
    const { outputsDc, loads } = solve({
      name: 'booster',
      devices: [
        { id: 'mic', model: 'mic-ribbon' },
        { id: 'booster', model: 'booster' },
        { id: 'desk', model: 'interface-2', settings: { phantom1: true } },
      ],
      leads: [
        { kind: 'xlr', ends: ['mic.out', 'booster.in'], lengthM: 1 },
        { kind: 'xlr', ends: ['booster.out', 'desk.in1'], lengthM: 3 },
      ],
    });
    expect(loads.find(({ device }) => device === 'booster')!.fed).toBe(true);
    expect(outputsDc.find(({ device }) => device === 'mic')!.legVolts).toBeLessThan(1e-3);
  });

  it('the isolator box sums left and right', () => {
    const { couplings } = solve({
      name: 'isolator',
      devices: [
        { id: 'laptop', model: 'laptop-c' },
        { id: 'box', model: 'isolator-laptop' },
        { id: 'desk', model: 'interface-2' },
      ],
      leads: [
        { kind: 'mini', ends: ['laptop.jack', 'box.in'], lengthM: 0 },
        { kind: 'xlr', ends: ['box.out', 'desk.in1'], lengthM: 0 },
      ],
    });
    const into = couplings.filter((c) => c.to.device === 'desk' && c.to.element === 'mic1');
    expect(into).toHaveLength(2);
    expect(into[0]!.re).toBeCloseTo(into[1]!.re, 6);
    expect(Math.sign(into[0]!.re)).toBe(Math.sign(into[1]!.re));
  });
});

describe('properties over rigs', () => {
  const whole = lookup(generateRig(20));

  it('adding a device that is not connected changes no result', () => {
    const before = solveCircuit(lookup(skerryLight));
    const more = buildRig({ name: 'more', devices: [{ id: 'spare', model: 'player' }] });
    const after = solveCircuit(
      lookup({ ...skerryLight, devices: [...skerryLight.devices, ...more.devices] }),
    );
    const key = (c: (typeof before.couplings)[number]) => [c.from, c.to, c.re.toPrecision(9)];
    expect(after.couplings.map(key)).toEqual(before.couplings.map(key));
  });

  describe('joining through a zero-length correct lead equals joining directly', () => {
    /** Two devices welded into one: every pin and inner node renamed, the contacts that met joined by bonds. */
    const weld = (rig: Rig, contacts: [string, string][]): Rig => {
      const parts = rig.devices.map((device) => {
        const model = rig.models.find(({ id }) => id === device.model)!;
        const name = (ref: string) => `${device.id}-${ref}`;
        const renamed = JSON.parse(JSON.stringify(model), (key, value: unknown) => {
          const isRef =
            ['plus', 'minus', 'ground', 'a', 'b', 'id', 'poweredBy', 'pair', 'rail', 'control'].includes(
              key,
            ) && typeof value === 'string';
          if (isRef) return name(value);
          return ['legs', 'pins', 'primary', 'secondary'].includes(key)
            ? (value as string[]).map(name)
            : value;
        }) as DeviceModel;
        const settings = Object.fromEntries(Object.entries(device.settings).map(([id, v]) => [name(id), v]));
        // What the engine itself does with a device's metal, once for each half of the welded one.
        const metal: CircuitElement =
          model.ground === 'bonded'
            ? { kind: 'bond', id: name('metal'), pins: [name('chassis'), 'chassis'] }
            : { kind: 'resistor', id: name('leak'), a: name('chassis'), b: 'chassis', ohms: 10e6 };
        return { renamed, settings, metal };
      });
      const model: DeviceModel = {
        ...parts[0]!.renamed,
        id: 'welded',
        ground: 'bonded',
        ports: parts.flatMap(({ renamed }) => renamed.ports),
        controls: parts.flatMap(({ renamed }) => renamed.controls),
        elements: [
          ...parts.flatMap(({ renamed, metal }) => [...renamed.elements, metal]),
          ...contacts.map(([a, b], n): CircuitElement => ({ kind: 'bond', id: `weld-${n}`, pins: [a, b] })),
        ],
        points: [],
        paths: [],
        streams: [],
      };
      const settings = Object.assign(
        {},
        ...parts.map((part) => part.settings),
      ) as Rig['devices'][number]['settings'];
      return {
        ...rig,
        models: [model],
        leads: [],
        leadKinds: [],
        devices: [{ ...rig.devices[0]!, id: 'one', model: 'welded', settings }],
      };
    };

    const straight = (pins: string[], a: string, b: string) =>
      pins.map((pin): [string, string] => [`a-${a}.${pin}`, `b-${b}.${pin}`]);

    it.each([
      ['mic-dynamic-hand', 'mixer-4-usb', 'xlr', 'out', 'in1', ['1', '2', '3'], {}],
      ['mic-condenser-budget', 'interface-4', 'xlr', 'out', 'in2', ['1', '2', '3'], { phantom1: true }],
      ['mic-ribbon', 'preamp', 'xlr', 'out', 'in', ['1', '2', '3'], { phantom: true }],
      ['player', 'mixer-4-usb', 'mini', 'out', 'aux', ['T', 'R', 'S'], {}],
      ['interface-2', 'converter-line-spdif', 'trs-635', 'outL', 'left', ['T', 'R', 'S'], {}],
    ] as const)('%s into %s', (a, b, kind, out, input, pins, settings) => {
      const joined = buildRig({
        name: 'joined',
        devices: [
          { id: 'a', model: a },
          { id: 'b', model: b, settings },
        ],
        leads: [{ kind, ends: [`a.${out}`, `b.${input}`], lengthM: 0 }],
      });
      const byLead = solveCircuit(lookup(joined));
      const direct = solveCircuit(lookup(weld(joined, straight([...pins], out, input))));
      const key = (device: string, element: string) => (device === 'one' ? element : `${device}-${element}`);
      const volts = (circuit: Circuit) => [
        ...circuit.couplings
          .filter(({ re, im }) => Math.hypot(re, im) > 1e-7)
          .map(
            (c) =>
              [key(c.from.device, c.from.element), key(c.to.device, c.to.element), c.re, c.topVolts] as const,
          ),
        ...circuit.loads.map((l) => [key(l.device, l.element), 'load', l.volts, 0] as const),
        ...circuit.feeds.map(
          (f) => [key(f.device, f.element), 'feed', f.legs[0]!.volts, f.legs[0]!.milliamps] as const,
        ),
        ...circuit.outputsDc.map((o) => [key(o.device, o.element), 'dc', o.volts, o.legVolts] as const),
      ];
      const [one, other] = [volts(byLead), volts(direct)];
      expect(other.map(([from, to]) => `${from} ${to}`).sort()).toEqual(
        one.map(([from, to]) => `${from} ${to}`).sort(),
      );
      for (const [from, to, x, y] of one) {
        const match = other.find((row) => row[0] === from && row[1] === to)!;
        expect(match[2]).toBeCloseTo(x, 6);
        expect(match[3]).toBeCloseTo(y, 6);
      }
      expect(one.length).toBeGreaterThan(1);
    });
  });

  it('a wire of next to no resistance, or length, is one piece of metal and not an equation of 1e300', () => {
    const withWires = (change: (rig: Rig) => Rig) => solveCircuit(lookup(change(skerryLight))).couplings;
    const ofOhms = (ohmsPerM: number) =>
      withWires((rig) => ({ ...rig, leadKinds: rig.leadKinds.map((kind) => ({ ...kind, ohmsPerM })) }));
    expect(ofOhms(1e-300)).toEqual(ofOhms(0));
    expect(
      withWires((rig) => ({ ...rig, leads: rig.leads.map((lead) => ({ ...lead, lengthM: 1e-300 })) })),
    ).toHaveLength(ofOhms(0).length);
  });

  it('no reading is NaN on a large rig', () => {
    const circuit = solveCircuit(whole);
    const numbers = JSON.stringify(circuit, (_key, value: unknown) =>
      typeof value === 'number' && Number.isNaN(value) ? 'NaN!' : value,
    );
    expect(numbers).not.toContain('NaN!');
  });
});

describe('using a solved circuit again', () => {
  it('a gain or a talker does not change the wiring; phantom and leads do', () => {
    const gain = applyEdit(skerryLight, setControl(skerryLight, 'mixer', 'gain1', 20)).rig;
    const phantom = applyEdit(skerryLight, setControl(skerryLight, 'mixer', 'phantom', false)).rig;
    const talker = applyEdit(
      skerryLight,
      putPlacement(skerryLight, { ...skerryLight.placements[0]!, distanceM: 1 }),
    ).rig;
    const memory = makeCircuitMemory();
    solveCircuit(lookup(skerryLight), memory);
    const solvedAnew = (rig: Rig): number => {
      const known = memory.clusters.size;
      expect(solveCircuit(lookup(rig), memory)).toEqual(solveCircuit(lookup(rig)));
      return memory.clusters.size - known;
    };
    expect(solvedAnew(gain)).toBe(0);
    expect(solvedAnew(talker)).toBe(0);
    expect(solvedAnew(phantom)).toBeGreaterThan(0);
    // Without its lead a microphone and an input stand by themselves.
    expect(solvedAnew({ ...skerryLight, leads: skerryLight.leads.slice(1) })).toBeGreaterThan(0);
  });
});
