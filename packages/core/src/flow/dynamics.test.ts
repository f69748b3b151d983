import { spawnSync } from 'node:child_process';
import { SPEECH_ENVELOPE_DB } from '../units';
import {
  compressorGainDb,
  dynamicsDb,
  dynamicsGainDb,
  gateGainDb,
  settleDynamics,
  speechGain,
  type Dynamics,
  type Levelling,
} from './dynamics';
import { plainGraph, type PlainEdge } from './graph.testing';
import type { Term } from './law';

const compressor = { thresholdDbfs: -24, ratio: 3, makeUpDb: 6 };
const gate = { thresholdDbfs: -40, ratio: 3, rangeDb: 20 };
const at = (rest: Partial<Dynamics>): Dynamics => ({ device: 'd', strip: 's', aheadDb: 0, ...rest });
const squeezing = at({ compressor: { ...compressor, control: 'c' } });
const gating = at({ gate: { ...gate, control: 'g' } });

/** Level of a long tone behind one of ffmpeg's filters, dB of its peaks: its own gain computer, hard knee, slow release. */
const byFfmpeg = (filter: string, level: number): number => {
  const { stderr } = spawnSync(
    'ffmpeg',
    [
      ...['-hide_banner', '-nostats', '-f', 'lavfi', '-i'],
      // Its sine has an eighth of full scale.
      `sine=frequency=1000:sample_rate=48000:duration=5,volume=${level + 20 * Math.log10(8)}dB`,
      ...['-af', `${filter}:knee=1:attack=0.1:release=5000:detection=peak,atrim=start=3,volumedetect`],
      ...['-f', 'null', '-'],
    ],
    { encoding: 'utf8' },
  );
  return Number(/mean_volume: (-?[\d.]+) dB/.exec(stderr)![1]) + 20 * Math.log10(Math.SQRT2);
};
const amplitude = (db: number) => (10 ** (db / 20)).toFixed(6);

describe('a level that stays, against ffmpeg’s acompressor and agate (Debian)', () => {
  it.each([-40, -24, -20, -12, -6])('compressed from %i dBFS', (level) => {
    const filter = `acompressor=threshold=${amplitude(-24)}:ratio=3:makeup=${amplitude(6)}`;
    expect(Math.abs(level + compressorGainDb(compressor, level) - byFfmpeg(filter, level))).toBeLessThan(0.1);
  });

  it.each([-52, -48, -44, -40, -30])('gated at %i dBFS', (level) => {
    const filter = `agate=threshold=${amplitude(-40)}:ratio=3:range=${amplitude(-20)}`;
    expect(Math.abs(level + gateGainDb(gate, level) - byFfmpeg(filter, level))).toBeLessThan(0.1);
  });

  it('the gate comes first: what it takes off the compressor does not hear', () => {
    const both = at({
      gate: { ...gate, thresholdDbfs: -20, control: 'g' },
      compressor: { ...compressor, control: 'c' },
    });
    // 5 dB under the gate's threshold: 10 less, −35, under the compressor's: only its make-up is left.
    expect(dynamicsGainDb(both, -25)).toBeCloseTo(-10 + 6, 9);
  });
});

describe('speech, which goes through thirty decibels', () => {
  it('its envelope has the power of its long-term level', () => {
    const power =
      SPEECH_ENVELOPE_DB.reduce((sum, db) => sum + 10 ** (db / 10), 0) / SPEECH_ENVELOPE_DB.length;
    expect(power).toBeCloseTo(1, 9);
    expect(SPEECH_ENVELOPE_DB.at(-1)! - SPEECH_ENVELOPE_DB[0]!).toBeCloseTo(29.5, 6);
  });

  /** Mean power of a level that goes evenly from one to another, dB: the integral of 10^(x/10). */
  const evenly = (from: number, to: number): number =>
    10 * Math.log10(((10 / Math.LN10) * (10 ** (to / 10) - 10 ** (from / 10))) / (to - from));
  /** The long-term level of an even envelope is its mean power, so its top is so much above. */
  const top = 30 - evenly(0, 30);

  it('wholly over the threshold it is squeezed to a third of its range (closed form)', () => {
    const level = 10;
    const over = (db: number) => -24 + (level + db + 24) / 3 + 6;
    const { compressorDb, slope } = speechGain(squeezing, level);
    expect(compressorDb).toBeCloseTo(evenly(over(top - 30), over(top)) - level, 1);
    expect(slope).toBeCloseTo(1 / 3, 6);
  });

  it('its peaks get what the compressor has turned down for its long-term level', () => {
    // 12 dB over the threshold: 8 down by a ratio of 3, and the make-up; a peak 12 over the level stood at 0.
    const { compressorDb, peaksDb } = speechGain(squeezing, -12);
    expect(compressorDb + peaksDb).toBeCloseTo(-8 + 6, 9);
    expect(speechGain(squeezing, -40).peaksDb).toBeCloseTo(0, 9);
  });

  it('peaks go through a gate when it is open', () => {
    expect(speechGain(gating, -38).gateDb + speechGain(gating, -38).peaksDb).toBeCloseTo(0, 9);
    // Its loudest syllables, 8.2 dB over its level, are 1.8 dB under the threshold.
    const { gateDb, peaksDb } = speechGain(gating, -50);
    expect(gateDb + peaksDb).toBeCloseTo((-50 + top - 0.25 + 40) * 2, 1);
  });

  it('behind a gate that takes its whole range all through, a compressor hears that much less', () => {
    // The gate, ten decibels and more over everything, takes 20; the compressor does as it would with speech 20 dB fainter.
    const both = at({
      gate: { ...gate, thresholdDbfs: 60, control: 'g' },
      compressor: { ...compressor, control: 'c' },
    });
    const [behind, fainter] = [speechGain(both, 10), speechGain(squeezing, -10)];
    expect(behind).toMatchObject({
      gateDb: expect.closeTo(-20, 9),
      compressorDb: expect.closeTo(fainter.compressorDb, 9),
      peaksDb: expect.closeTo(fainter.peaksDb, 9),
      slope: expect.closeTo(fainter.slope, 9),
    });
  });

  it('wholly under it only the make-up is left', () => {
    expect(speechGain(squeezing, -40)).toMatchObject({ gateDb: 0 });
    expect(speechGain(squeezing, -40).compressorDb).toBeCloseTo(6, 9);
    expect(speechGain(squeezing, -40).slope).toBeCloseTo(1, 9);
  });

  it('a gate under it leaves it alone, one in its middle takes the faint syllables, one over it takes its whole range', () => {
    expect(speechGain(gating, 0).gateDb).toBeCloseTo(0, 9);
    const middle = speechGain(gating, -38).gateDb;
    expect(middle).toBeLessThan(-0.1);
    expect(middle).toBeGreaterThan(-10);
    expect(speechGain(gating, -90).gateDb).toBeCloseTo(-20, 6);
  });
});

describe('gates, compressors and automatic gains in a graph', () => {
  const term = (control: string): Term => ({ db: 0, because: { kind: 'control', device: 'd', control } });
  const automatic: Term = {
    db: 0,
    because: { kind: 'app', app: 'call', words: 'turns itself', isAutomatic: true },
  };
  const squeezed = (rest: Partial<Dynamics> = {}) => ({
    terms: [term('c')],
    dynamics: { ...squeezing, ...rest },
  });
  const levelled = (rest: Partial<Levelling> = {}) => ({
    terms: [automatic],
    levelling: { app: 'call', targetDbfs: -20, mostDb: 15, voicesOnly: false, ...rest },
  });
  const settled = (
    edges: PlainEdge[],
    sources: Parameters<typeof plainGraph>[2],
    places: Parameters<typeof plainGraph>[0] = ['a', 'b', 'c', 'd'],
  ) => settleDynamics(plainGraph(places, edges, sources));
  const gain = (graph: ReturnType<typeof settled>, to: string) =>
    graph.into.get(to)!.map(({ gainDb }) => gainDb);

  it('each does what it does to the loudest that reaches it, not to all together', () => {
    const edge: PlainEdge = { from: 'b', to: 'c', gain: 1, ...squeezed() };
    const into: PlainEdge[] = [
      { from: 'a', to: 'b', gain: 1 },
      { from: 'd', to: 'b', gain: 0.5 },
    ];
    const graph = settled(
      [...into, edge],
      [
        { node: 'a', level: -20 },
        { node: 'd', level: -10 },
      ],
    );
    // −16.02 dBFS is the louder of the two.
    expect(gain(graph, 'c')[0]).toBeCloseTo(speechGain(squeezing, -10 - 6.0206).compressorDb, 3);
    const [after] = graph.into.get('c')!;
    expect(graph.dynamics).toEqual([after]);
    expect(graph.out.get('b')).toEqual([after]);
    expect(after!.re).toBeCloseTo(10 ** (after!.gainDb / 20), 9);
    expect(after!.slope).toBeCloseTo(speechGain(squeezing, -16.0206).slope, 3);
    expect(after!.peaksDb).toBeCloseTo(speechGain(squeezing, -16.0206).peaksDb, 3);
    expect(dynamicsDb(after!)).toBeCloseTo(after!.gainDb, 9);
  });

  it('turned by itself it is turned as before; other terms of its way stay', () => {
    const terms: Term[] = [{ db: 4, because: { kind: 'data' } }, term('c'), term('other')];
    const edge: PlainEdge = {
      from: 'a',
      to: 'b',
      gain: 10 ** (4 / 20),
      ...squeezed(),
      terms,
      re: 0,
      im: 10 ** (4 / 20),
    };
    const [after] = settled([edge], [{ node: 'a', level: -14 }]).into.get('b')!;
    const { compressorDb } = speechGain(squeezing, -14);
    expect(after!.terms.map(({ db }) => Number(db.toFixed(6)))).toEqual([
      4,
      Number(compressorDb.toFixed(6)),
      0,
    ]);
    expect(after!.gainDb).toBeCloseTo(4 + compressorDb, 6);
    expect([after!.re, after!.im]).toEqual([
      expect.closeTo(0, 9),
      expect.closeTo(10 ** ((4 + compressorDb) / 20), 6),
    ]);
    expect(dynamicsDb(after!)).toBeCloseTo(compressorDb, 6);
    expect(dynamicsDb({ ...after!, dynamics: undefined })).toBe(0);
  });

  it('what is turned up ahead of it on its way counts', () => {
    const [after] = settled(
      [{ from: 'a', to: 'b', gain: 1, ...squeezed({ aheadDb: 6 }) }],
      [{ node: 'a', level: -20 }],
    ).into.get('b')!;
    expect(after!.gainDb).toBeCloseTo(speechGain(squeezing, -14).compressorDb, 6);
  });

  it('one behind the other settle from the first on: the second gets what the first leaves', () => {
    const graph = settled(
      [
        { from: 'a', to: 'b', gain: 1, ...squeezed() },
        { from: 'b', to: 'c', gain: 1, ...squeezed({ strip: 't' }) },
        { from: 'c', to: 'd', gain: 1, ...squeezed({ strip: 'u' }) },
      ],
      [{ node: 'a', level: -6 }],
    );
    let level = -6;
    for (const id of ['b', 'c', 'd']) {
      const { compressorDb } = speechGain(squeezing, level);
      expect(gain(graph, id)[0]).toBeCloseTo(compressorDb, 1);
      level += compressorDb;
    }
  });

  it('both sides of one strip go together, by the louder', () => {
    const sides = (strip: string): PlainEdge[] => [
      { from: 'a', to: 'c', gain: 1, ...squeezed() },
      { from: 'b', to: 'd', gain: 1, ...squeezed({ strip }) },
    ];
    const both = (strip: string) => {
      const graph = settled(sides(strip), [
        { node: 'a', level: -6 },
        { node: 'b', level: -40 },
      ]);
      return [gain(graph, 'c')[0]!, gain(graph, 'd')[0]!];
    };
    expect(both('s')[1]).toBeCloseTo(both('s')[0]!, 9);
    expect(both('t')[1]).toBeCloseTo(6, 6);
  });

  it('nothing that comes leaves it as it is', () => {
    const graph = settled([{ from: 'b', to: 'c', gain: 1, ...squeezed() }], [{ node: 'a', level: -6 }]);
    expect(gain(graph, 'c')).toEqual([0]);
    const none = plainGraph(['a', 'b'], [{ from: 'a', to: 'b', gain: 1 }], ['a']);
    expect(settleDynamics(none)).toBe(none);
  });

  it.each([
    [-30, 10],
    [-20, 0],
    [-12, -8],
    [-50, 15],
    [0, -15],
  ])('an automatic gain: what comes at %f dBFS is turned by %f dB, 15 at most', (level, db) => {
    const [after] = settled(
      [{ from: 'a', to: 'b', gain: 1, ...levelled() }],
      [{ node: 'a', level }],
    ).into.get('b')!;
    expect(after!.gainDb).toBeCloseTo(db, 6);
    expect(after!.slope).toBe(0);
    expect(after!.terms[0]!.db).toBeCloseTo(db, 6);
  });

  it('behind what takes noise out it listens to voices alone, and all ways of one program go together', () => {
    const edges = (voicesOnly: boolean): PlainEdge[] => [
      { from: 'a', to: 'c', gain: 1, ...levelled({ voicesOnly }) },
      { from: 'b', to: 'd', gain: 1, ...levelled({ voicesOnly }) },
    ];
    const gains = (voicesOnly: boolean) => {
      const graph = settled(edges(voicesOnly), [
        { node: 'a', level: -30, person: 'ann' },
        { node: 'b', level: -10 },
      ]);
      return [gain(graph, 'c')[0], gain(graph, 'd')[0]].map((db) => Math.round(db!));
    };
    expect(gains(false)).toEqual([-10, -10]);
    expect(gains(true)).toEqual([10, 10]);
  });
});
