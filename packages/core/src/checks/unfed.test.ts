import { solve } from '../offers';
import { rigOf, type Rows } from '../rig/testing';
import { isWeakSupply, livesOnPluginPower, unfedElectronics, type Unfed } from './unfed';

const CONDENSER = { id: 'mic', model: 'mic-condenser-large' };
const solvedOf = (devices: Rows['devices'], leads: Rows['leads']) => solve(rigOf({ devices, leads }));

describe('electronics without their supply', () => {
  it('names the input, and the supply there that is off', () => {
    const solved = solvedOf(
      [CONDENSER, { id: 'box', model: 'interface-2' }],
      [{ kind: 'xlr', ends: ['mic.out', 'box.in1'] }],
    );
    const [unfed, ...more] = unfedElectronics(solved);
    expect(more).toEqual([]);
    expect(unfed).toMatchObject({
      device: 'mic',
      volts: 0,
      feed: { device: 'box', on: false, turn: { control: 'phantom1' } },
      feedVolts: 48,
      feedBeyond: undefined,
      isBooster: false,
    });
    expect(unfed!.inputs.map(({ device }) => device)).toEqual(['box']);
    expect(unfed!.minVolts).toBeGreaterThan(10);
  });

  it('nothing of what is fed, or goes nowhere', () => {
    const fed = { id: 'box', model: 'interface-2', settings: { phantom1: true } };
    expect(
      unfedElectronics(solvedOf([CONDENSER, fed], [{ kind: 'xlr', ends: ['mic.out', 'box.in1'] }])),
    ).toEqual([]);
    expect(unfedElectronics(solvedOf([CONDENSER, fed], []))).toEqual([]);
  });

  it('of several inputs the one whose supply is on counts', () => {
    const solved = solvedOf(
      [CONDENSER, { id: 'box', model: 'interface-2', settings: { phantom2: true } }],
      [{ kind: 'xlr-y', ends: ['mic.out', 'box.in1', 'box.in2'] }],
    );
    const loads = solved.circuit.loads.map((load) => ({ ...load, fed: false }));
    const [unfed] = unfedElectronics({ ...solved, circuit: { ...solved.circuit, loads } });
    expect(unfed!.inputs).toHaveLength(2);
    expect(unfed!.feed).toMatchObject({ on: true, turn: { control: 'phantom2' } });
  });

  it('a supply that is on further down the same wires, not one behind a converter', () => {
    const onwards = (model: string, to: string, from: string, on = true) =>
      unfedElectronics(
        solvedOf(
          [
            CONDENSER,
            { id: 'first', model },
            { id: 'desk', model: 'interface-2', settings: { phantom1: on } },
          ],
          [
            { kind: 'xlr', ends: ['mic.out', `first.${to}`] },
            { kind: 'trs-xlr', ends: [`first.${from}`, 'desk.in1'] },
          ],
        ),
      )[0]!.feedBeyond;
    expect(onwards('preamp', 'in', 'out')).toMatchObject({ device: 'desk', on: true });
    expect(onwards('preamp', 'in', 'out', false)).toBeUndefined();
    expect(onwards('interface-2', 'in1', 'outL')).toBeUndefined();
  });

  it('a booster is known by an input of its own', () => {
    const [unfed] = unfedElectronics(
      solvedOf(
        [
          { id: 'mic', model: 'mic-dynamic-hand' },
          { id: 'boost', model: 'booster' },
          { id: 'box', model: 'interface-2' },
        ],
        [
          { kind: 'xlr', ends: ['mic.out', 'boost.in'] },
          { kind: 'xlr', ends: ['boost.out', 'box.in1'] },
        ],
      ),
    );
    expect(unfed).toMatchObject({ device: 'boost', isBooster: true });
  });
});

describe('a supply that does not do', () => {
  const off = { device: 'box', element: 'feed', turn: undefined, on: false };
  const of = (more: Partial<Unfed>): boolean =>
    isWeakSupply({
      device: 'mic',
      volts: 0,
      minVolts: 40,
      inputs: [],
      feed: off,
      feedVolts: 48,
      feedBeyond: undefined,
      isBooster: false,
      ...more,
    });

  it.each<[string, Partial<Unfed>, boolean]>([
    ['nothing comes, and nothing is on', {}, false],
    ['2 V are what leaks through', { volts: 2 }, false],
    ['more than 2 V have come from a supply', { volts: 2.01 }, true],
    ['it is on and could be enough', { feed: { ...off, on: true }, feedVolts: 40 }, false],
    ['it is on and never could be', { feed: { ...off, on: true }, feedVolts: 39.9 }, true],
    ['it never could be, and is off', { feedVolts: 12 }, false],
    ['there is none', { feed: undefined, feedVolts: 0 }, false],
    ['a booster has a finding of its own', { volts: 12, isBooster: true }, false],
  ])('%s: %j', (_why, more, expected) => expect(of(more)).toBe(expected));

  it('a lapel capsule lives on a few volts, a large condenser does not', () => {
    const [lapel] = unfedElectronics(
      solvedOf(
        [
          { id: 'lapel', model: 'mic-lavalier' },
          { id: 'field', model: 'recorder-field' },
          { id: 'big', model: 'mic-condenser-large' },
        ],
        [
          { kind: 'mini-xlr', ends: ['lapel.out', 'field.in1'] },
          { kind: 'xlr', ends: ['big.out', 'field.in2'] },
        ],
      ),
    );
    const solved = solvedOf(
      [
        { id: 'lapel', model: 'mic-lavalier' },
        { id: 'big', model: 'mic-condenser-large' },
      ],
      [],
    );
    expect(livesOnPluginPower(solved, { ...lapel!, device: 'lapel' })).toBe(true);
    expect(livesOnPluginPower(solved, { ...lapel!, device: 'big' })).toBe(false);
    expect(livesOnPluginPower(solved, { ...lapel!, device: 'ghost' })).toBe(false);
  });
});
