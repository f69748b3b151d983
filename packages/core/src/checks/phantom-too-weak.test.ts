import { solve } from '../offers';
import { rigOf } from '../rig/testing';
import { phantomTooWeak } from './phantom-too-weak';

/** Condensers on a small mixer whose phantom is one supply; what it gives and what each draws is written down by hand. */
const rig = rigOf({
  devices: [
    ...[1, 2, 3].map((n) => ({ id: `mic${n}`, model: 'mic-condenser-large', name: `Mic ${n}` })),
    { id: 'desk', model: 'interface-4', name: 'Desk', settings: { phantom1: true, phantom2: true } },
  ],
  leads: [1, 2, 3].map((n) => ({ kind: 'xlr', ends: [`mic${n}.out`, `desk.in${n}`] })),
});
const solved = solve(rig);
const [rail] = solved.circuit.rails;

describe('several on one supply', () => {
  const said = (volts: number, draws: number[] = [1, 2, 0], on = true) =>
    phantomTooWeak({
      ...solved,
      circuit: {
        ...solved.circuit,
        rails: [{ ...rail!, on, volts, milliamps: 6 }],
        feeds: solved.circuit.feeds.map((feed, at) => ({
          ...feed,
          legs: feed.legs.map((leg) => ({ ...leg, milliamps: draws[at] ?? 0 })),
        })),
      },
    });

  it('48 V ± 4 V (IEC 61938): silent down to 44, but for what no voltmeter tells', () => {
    expect(said(44)).toEqual([]);
    expect(said(43.96)).toEqual([]);
    expect(said(44 - 0.05)).toEqual([]);
    expect(said(43.94)).toHaveLength(1);
    expect(said(20, [], false)).toEqual([]);
  });

  it('names who draws from it, the one that draws most first, and what it is good for', () => {
    const [found] = said(40);
    expect(found!.title).toBe('Phantom of Desk has sagged to 40.0 V');
    expect(found!.places).toEqual([{ device: 'desk' }, { device: 'mic2' }, { device: 'mic1' }]);
    const model = solved.find.element('desk', rail!.element);
    const ohms = model?.kind === 'rail' ? model.ohms : NaN;
    expect(found!.why).toContain(
      `2 microphones hang on one supply and draw 6.0 mA together; it is good for ${(((48 - 44) / ohms) * 1000).toFixed(1)} mA.`,
    );
    expect(found!.figures.map(({ value }) => value)).toEqual([40, 6, 44]);
  });

  it('a tenth of a milliamp is nothing drawn', () => {
    // Both legs of a feed draw as much.
    expect(said(40, [0.05, 1, 0])[0]!.places).toEqual([{ device: 'desk' }, { device: 'mic2' }]);
    expect(said(40, [0.051, 1, 0])[0]!.places).toHaveLength(3);
  });
});

describe('less than one needs', () => {
  /** The same microphone unfed, so many volts at its pins, by two legs that carry this. */
  const said = (volts: number, legs: [number, number], feedVolts?: number) =>
    phantomTooWeak({
      ...solved,
      circuit: {
        ...solved.circuit,
        rails: [],
        loads: solved.circuit.loads
          .filter(({ device }) => device === 'mic2')
          .map((load) => ({ ...load, fed: false, volts, minVolts: 40 })),
        feeds: solved.circuit.feeds.map((feed, at) => ({
          ...feed,
          legs: feed.legs.map((leg, n) => ({ ...leg, milliamps: at === 1 ? legs[n]! : 0 })),
        })),
        couplings: feedVolts === 0 ? [] : solved.circuit.couplings,
      },
    });

  it('says what arrives, what is there and what it needs', () => {
    const [found, ...more] = said(30, [1, 1]);
    expect(more).toEqual([]);
    expect(found).toMatchObject({ severity: 'fault', title: 'Mic 2 gets 30.0 V and needs 40 V' });
    expect(found!.why).toContain('A supply is there at Desk, of 48.0 V, but too weak');
  });

  it('all of it by one of two legs is a broken leg, and told there', () => {
    expect(said(30, [2, 0.19])).toEqual([]);
    expect(said(30, [0.19, 2])).toEqual([]);
    expect(said(30, [2, 0.2])).toHaveLength(1);
    expect(said(30, [0.1, 0])).toHaveLength(1);
    expect(said(30, [0.101, 0])).toEqual([]);
  });
});
