import { spawnSync } from 'node:child_process';
import { SPEECH_ENVELOPE_DB } from '../units';
import { compressorGainDb, dynamicsGainDb, gateGainDb, speechGain, type Dynamics } from './dynamics';

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
