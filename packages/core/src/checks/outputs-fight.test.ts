import type { Clash } from '../circuit';
import { solve } from '../offers';
import { rigOf } from '../rig/testing';
import { outputsFight } from './outputs-fight';

/** Two players and a microphone, and what one output leaves on another’s contacts, written down by hand. */
const rig = rigOf({
  devices: [
    { id: 'a', model: 'player', name: 'A' },
    { id: 'b', model: 'player', name: 'B' },
    { id: 'mic', model: 'mic-dynamic-hand' },
    { id: 'desk', model: 'mixer-4-usb', name: 'Desk' },
  ],
  leads: [{ id: 'y', kind: 'mini', ends: ['b.out', 'desk.aux'] }],
});
const solved = solve(rig);
const outputs = solved.find.modelOf('a')!.elements.filter(({ kind }) => kind === 'output');
const [left, right] = [outputs[0]!, outputs[1]!];
const voice = solved.find.modelOf('mic')!.elements.find(({ kind }) => kind === 'output')!;
const at = (device: string, element = left.id) => ({ device, element });

/** The player with another maker’s figures. */
const built = (figures: { ohms?: number; maxDbu?: number; milliamps?: number }) => ({
  ...rig,
  models: rig.models.map((model) => ({
    ...model,
    elements: model.elements.map((one) =>
      model.id === 'player' && one.kind === 'output'
        ? {
            ...one,
            ohms: figures.ohms ?? one.ohms,
            maxDbu: figures.maxDbu,
            tolerates:
              figures.milliamps === undefined ? undefined : { volts: 5, milliamps: figures.milliamps },
          }
        : one,
    ),
  })),
});
const said = (clashes: Clash[], of = solved, terminals: typeof solved.circuit.terminals = []) =>
  outputsFight({ ...of, circuit: { ...of.circuit, clashes, terminals } });
const clash = (volts: number, from = at('a'), into = at('b')): Clash => ({ from, into, volts });

describe('two outputs on one another', () => {
  it('a tenth of one on the other is a fight, less is what resistors leave', () => {
    expect(said([clash(0.1)])).toHaveLength(1);
    expect(said([clash(0.099)])).toEqual([]);
  });

  it('each pair is told once, whoever is named first', () => {
    expect(said([clash(0.5), clash(0.5, at('b'), at('a'))])).toHaveLength(1);
    expect(said([clash(0.5), clash(0.5, at('a'), at('b', right.id))])).toHaveLength(2);
  });

  it('names both, or the two sides of one, and the lead at the second', () => {
    const [two] = said([clash(0.5)]);
    expect(two!.title).toBe('A and B drive each other');
    expect(two!.places).toEqual([{ device: 'b', port: 'out' }, { lead: 'y' }, { device: 'a' }]);
    const [one] = said([clash(0.5, at('b'), at('b', right.id))]);
    expect(one!.title).toBe('Left and right of B drive each other');
    expect(said([clash(0.5, at('b'), at('a'))])[0]!.propose()).toEqual([]);
    expect(two!.propose().at(-1)!.label).toBe('Unplug this lead');
  });

  it('a microphone on an output, and what is no output, are other matters', () => {
    expect(said([clash(0.5, at('mic', voice.id), at('b'))])).toEqual([]);
    expect(said([clash(0.5, at('a'), at('mic', voice.id))])).toEqual([]);
    expect(said([clash(0.5, at('a', 'ghost'))])).toEqual([]);
  });

  it('the current is what the loudest pushes through the other: 0.7746 V · 0.5 ÷ 38.73 Ω is 10 mA', () => {
    // 0 dBu are √0.6 V (IEC 60268; arithmetic).
    const of = (milliamps: number | undefined, volts: number) => {
      const model = built({ ohms: 38.73, maxDbu: 0, ...(milliamps === undefined ? {} : { milliamps }) });
      const [found] = said([clash(volts)], solve(model));
      return {
        severity: found!.severity,
        milliamps: found!.figures[1]!.value,
        limit: found!.figures[2]!.value,
      };
    };
    expect(of(undefined, 0.5).milliamps).toBeCloseTo(10, 2);
    expect(of(undefined, 0.499)).toMatchObject({ severity: 'caution', limit: 10 });
    expect(of(undefined, 0.51)).toMatchObject({ severity: 'fault', limit: 10 });
    expect(of(20, 0.51)).toMatchObject({ severity: 'caution', limit: 20 });
  });

  it('just what it is built for it stands; where nothing is said of the loudest, 12 dB over what is usual', () => {
    const at = (milliamps: number, maxDbu: number | undefined) =>
      said(
        [clash(0.5)],
        solve(built({ ohms: 100, milliamps, ...(maxDbu === undefined ? {} : { maxDbu }) })),
      )[0]!;
    const drawn = at(1, 0).figures[1]!.value;
    expect(at(drawn, 0).severity).toBe('caution');
    expect(at(drawn * 0.999, 0).severity).toBe('fault');
    // −10 dBV is −7.78 dBu, 12 dB over it 4.2 dBu: 1.26 V, half of it through 100 Ω.
    expect(at(1, undefined).figures[1]!.value).toBeCloseTo(((0.7746 * 10 ** (4.2 / 20)) / 2 / 100) * 1000, 1);
  });

  it('tells the loss of each: half of the other on it is 6 dB', () => {
    expect(said([clash(0.5)])[0]!.why).toContain('each loses 6 dB');
    expect(said([clash(0.5)])[0]!.figures[0]!.value).toBeCloseTo(-6.02, 2);
  });
});

describe('one side on its sleeve', () => {
  const terminal = (worstLeg: number, device = 'b', element = right.id) =>
    ({
      device,
      element,
      volts: 0,
      topVolts: 0,
      bestLeg: 1,
      worstLeg,
    }) as (typeof solved.circuit.terminals)[number];

  it('a twentieth left on the contact is a short, more is not', () => {
    expect(said([], solved, [terminal(0.05)])).toHaveLength(1);
    expect(said([], solved, [terminal(0.051)])).toEqual([]);
  });

  it('says which side, by which lead, and what is heard', () => {
    const [found] = said([], solved, [terminal(0)]);
    expect(found!.title).toBe('The right side of B is shorted by a mono plug');
    expect(found!.places).toEqual([{ device: 'b', port: 'out' }, { lead: 'y' }]);
    expect(found!.why).toContain('only one side is heard');
    expect(found!.figures[0]!.value).toBeCloseTo(-120, 6);
    expect(found!.propose().at(-1)!.label).toBe('Unplug this lead');
    const [alone] = said([], solved, [terminal(0, 'a')]);
    expect(alone!.why).toContain('nothing is heard');
    expect(alone!.propose()).toEqual([]);
  });

  it('a tenth of the other side and less is nothing that is heard; what the short draws is judged as a fight is', () => {
    const at = (re: number, of = solved) => {
      const way = of.circuit.couplings.find(({ from }) => from.device === 'b')!;
      const from = { device: 'b', element: left.id };
      const circuit = {
        ...of.circuit,
        clashes: [],
        terminals: [terminal(0)],
        couplings: [{ ...way, from, re, im: 0 }],
      };
      return outputsFight({ ...of, circuit })[0]!;
    };
    expect(at(0.1).why).toContain('nothing is heard');
    expect(at(0.11).why).toContain('only one side is heard');
    const drawn = at(1, solve(built({ ohms: 100, maxDbu: 0, milliamps: 1 }))).figures[1]!.value;
    expect(drawn).toBeCloseTo(7.746, 3);
    expect(at(1, solve(built({ ohms: 100, maxDbu: 0, milliamps: drawn }))).severity).toBe('caution');
    expect(at(1, solve(built({ ohms: 100, maxDbu: 0, milliamps: 7.7 }))).severity).toBe('fault');
  });

  it('an output with two legs, or without another side, is none', () => {
    expect(said([], solved, [terminal(0, 'mic', voice.id)])).toEqual([]);
    expect(said([], solved, [terminal(0, 'desk', 'ghost')])).toEqual([]);
  });
});
