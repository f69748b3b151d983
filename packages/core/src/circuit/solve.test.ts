import * as fc from 'fast-check';
import type { Primitive } from './primitives';
import { solveIsland } from './solve';

const emf = (source: string, a: number, ohms: number, volts: number): Primitive => ({
  kind: 'emf',
  source,
  a,
  b: 0,
  ohms,
  volts,
});
const resistor = (a: number, b: number, ohms: number): Primitive => ({ kind: 'resistor', a, b, ohms });

describe('circuits solved with ngspice (references, "Phantom power and inputs")', () => {
  const feed = [emf('supplies', 1, 6800, 48), emf('supplies', 2, 6800, 48)];

  it('P48 feed, both legs into 10 MΩ: 47.967 V on each leg', () => {
    const { volts } = solveIsland([...feed, resistor(1, 0, 10e6), resistor(2, 0, 10e6)], 0);
    expect(volts('supplies', 1).re).toBeCloseTo(47.967, 3);
    expect(volts('supplies', 2).re).toBeCloseTo(47.967, 3);
  });

  it('P48 feed, both legs into 10 Ω: 70.48 mV on each leg, 14.097 mA from the supply', () => {
    const { volts } = solveIsland([...feed, resistor(1, 0, 10), resistor(2, 0, 10)], 0);
    const leg = volts('supplies', 1).re;
    expect(leg * 1000).toBeCloseTo(70.48, 2);
    expect((2 * (48 - leg)) / 6.8).toBeCloseTo(14.097, 3);
  });

  it('both legs short to ground: 7.06 mA each, 14.12 mA together (IEC 61938, from memory)', () => {
    const { volts } = solveIsland([...feed, resistor(1, 0, 1e-6), resistor(2, 0, 1e-6)], 0);
    const legMa = (48 - volts('supplies', 1).re) / 6.8;
    expect(legMa).toBeCloseTo(7.06, 2);
    expect(2 * legMa).toBeCloseTo(14.12, 2);
  });

  it.each([
    [4, 34.4],
    [10, 14.0],
  ])('volts left at a microphone drawing %f mA: %f V (48 − 3400·I)', (milliamps, left) => {
    const sink = (a: number): Primitive => ({
      kind: 'sink',
      source: 'loads',
      a,
      b: 0,
      amps: milliamps / 2000,
    });
    const { total } = solveIsland([...feed, sink(1), sink(2)], 0);
    expect(total(1)).toBeCloseTo(left, 2);
  });

  it('left and right into a differential input: the same on both gives 0 V, left alone 0.98039 V', () => {
    const parts = [
      emf('left', 1, 100, 1),
      emf('right', 2, 100, 1),
      resistor(1, 0, 5000),
      resistor(2, 0, 5000),
    ];
    const { volts } = solveIsland(parts, 1000);
    const difference = (source: string) => volts(source, 1).re - volts(source, 2).re;
    expect(difference('left')).toBeCloseTo(0.98039, 5);
    expect(difference('left') + difference('right')).toBeCloseTo(0, 9);
  });
});

describe('capacitors and transformers', () => {
  it('an RC low-pass is 3.01 dB down and 45° late at 1/(2πRC)', () => {
    const corner = 1 / (2 * Math.PI * 1000 * 1e-6);
    const parts: Primitive[] = [emf('s', 1, 1000, 1), { kind: 'capacitor', a: 1, b: 0, farads: 1e-6 }];
    const { re, im } = solveIsland(parts, corner).volts('s', 1);
    expect(20 * Math.log10(Math.hypot(re, im))).toBeCloseTo(-3.01, 2);
    expect((Math.atan2(im, re) * 180) / Math.PI).toBeCloseTo(-45, 3);
  });

  it('a 1:10 transformer multiplies volts by its ratio and impedance by its square', () => {
    const parts: Primitive[] = [
      emf('s', 1, 150, 1),
      { kind: 'transformer', primary: [1, 0], secondary: [2, 0], ratio: 10 },
      resistor(2, 0, 15_000),
    ];
    const { volts } = solveIsland(parts, 1000);
    // 15 kΩ looks like 150 Ω from the primary: half the EMF there, ten times that behind.
    expect(volts('s', 1).re).toBeCloseTo(0.5, 6);
    expect(volts('s', 2).re).toBeCloseTo(5, 5);
  });
});

const NETS = 5;
const net = fc.integer({ min: 0, max: NETS });
const ohms = fc.double({ min: 1, max: 1e6, noNaN: true });
const passive: fc.Arbitrary<Primitive> = fc.oneof(
  fc.record({ kind: fc.constant('resistor' as const), a: net, b: net, ohms }),
  fc.record({
    kind: fc.constant('capacitor' as const),
    a: net,
    b: net,
    farads: fc.double({ min: 1e-12, max: 1e-6, noNaN: true }),
  }),
);
// Every net hangs on ground through something, as every net of a real rig does.
const network = fc
  .array(passive, { minLength: 3, maxLength: 12 })
  .map((parts) => [...parts, ...Array.from({ length: NETS }, (_, i) => resistor(i + 1, 0, 1e5 * (i + 1)))]);

describe('properties of the solver', () => {
  it('reciprocity: a current at one net shows at another what it would show the other way round', () => {
    fc.assert(
      fc.property(network, (parts) => {
        // A megavolt behind a megohm: one amp.
        const { volts } = solveIsland([...parts, emf('at 1', 1, 1e6, 1e6), emf('at 2', 2, 1e6, 1e6)], 1000);
        const there = volts('at 1', 2);
        const back = volts('at 2', 1);
        const size = Math.max(1e-9, Math.hypot(there.re, there.im));
        expect(Math.abs(there.re - back.re) / size).toBeLessThan(1e-6);
        expect(Math.abs(there.im - back.im) / size).toBeLessThan(1e-6);
      }),
    );
  });

  it('superposition: two sources at once are the sum of each alone', () => {
    fc.assert(
      fc.property(network, ohms, ohms, (parts, r1, r2) => {
        const apart = solveIsland([...parts, emf('a', 1, r1, 1), emf('b', 2, r2, 1)], 1000);
        const together = solveIsland([...parts, emf('ab', 1, r1, 1), emf('ab', 2, r2, 1)], 1000);
        for (let n = 1; n <= NETS; n += 1) {
          expect(together.volts('ab', n).re).toBeCloseTo(apart.volts('a', n).re + apart.volts('b', n).re, 9);
        }
      }),
    );
  });

  it('resistors only: no net has more volts than the source (maximum principle)', () => {
    const resistors = network.map((parts) => parts.filter(({ kind }) => kind === 'resistor'));
    fc.assert(
      fc.property(resistors, ohms, (parts, r) => {
        const { volts } = solveIsland([...parts, emf('s', 1, r, 1)], 1000);
        for (let n = 0; n <= NETS; n += 1) {
          const { re, im } = volts('s', n);
          expect(Math.hypot(re, im)).toBeLessThanOrEqual(1 + 1e-9);
        }
      }),
    );
  });

  it('the power a source gives is the power its resistors turn to heat; capacitors take none (Tellegen)', () => {
    fc.assert(
      fc.property(network, ohms, (parts, r) => {
        const { volts } = solveIsland([...parts, emf('s', 1, r, 1)], 1000);
        const across = (a: number, b: number) =>
          Math.hypot(volts('s', a).re - volts('s', b).re, volts('s', a).im - volts('s', b).im);
        // One volt of EMF, so the real part of its current is its power.
        const given = (1 - volts('s', 1).re) / r;
        const inSource = Math.hypot(1 - volts('s', 1).re, volts('s', 1).im) ** 2 / r;
        const inParts = parts.reduce(
          (sum, part) => sum + (part.kind === 'resistor' ? across(part.a, part.b) ** 2 / part.ohms : 0),
          0,
        );
        expect(Math.abs(given - inSource - inParts)).toBeLessThanOrEqual(1e-6 * given + 1e-12);
      }),
    );
  });
});

describe('an ideal transformer with nothing round it', () => {
  it.each([
    ['both windings on one net each', [1, 1], [2, 2]],
    ['a winding on ground at both ends', [0, 0], [1, 0]],
    ['all of it on ground', [0, 0], [0, 0]],
  ])('%s is solved: nothing is made of nothing', (_name, primary, secondary) => {
    const parts: Primitive[] = [
      {
        kind: 'transformer',
        primary: primary as [number, number],
        secondary: secondary as [number, number],
        ratio: 2,
      },
      { kind: 'emf', source: 's', a: 3, b: 0, ohms: 100, volts: 1 },
      { kind: 'resistor', a: 3, b: 0, ohms: 100 },
    ];
    const { volts } = solveIsland(parts, 1000);
    expect(volts('s', 3).re).toBeCloseTo(0.5, 6);
    expect(Math.abs(volts('s', 1).re)).toBeLessThan(1e-6);
  });
});

describe('a circuit far larger than a desk', () => {
  it('20,000 equal resistors in a row divide as their numbers do', () => {
    const count = 20_000;
    const parts: Primitive[] = Array.from({ length: count }, (_, at) => ({
      kind: 'resistor',
      a: at + 1,
      b: at + 1 === count ? 0 : at + 2,
      ohms: 10,
    }));
    parts.push({ kind: 'emf', source: 's', a: 1, b: 0, ohms: 1e-3, volts: 1 });
    const { volts } = solveIsland(parts, 0);
    // A leak of 1 TΩ at each node takes a little from 200 kΩ: some 1e-4 of it.
    for (const node of [1, 5001, 15_001]) expect(volts('s', node).re).toBeCloseTo(1 - (node - 1) / count, 2);
  });
});
