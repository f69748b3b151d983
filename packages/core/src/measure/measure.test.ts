import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { wavOf } from '../formats';
import { plainKernel } from './kernel/plain';
import { loudnessMeter } from './loudness';
import { meterOf, type MeasuredChannel } from './measure';
import { noise, RATE, sine, sound } from './signals.testing';

const measured = (channels: Float64Array[], rateHz = RATE) => {
  const meter = meterOf({ sampleRateHz: rateHz, channels: channels.length });
  const length = channels[0]!.length;
  // In blocks that fit nothing: what comes of it does not depend on them.
  for (let from = 0; from < length; from += 7777)
    meter.take(
      channels.map((one) => one.slice(from, from + 7777)),
      Math.min(7777, length - from),
    );
  return meter.found();
};
const one = (samples: Float64Array): MeasuredChannel => measured([samples]).channels[0]!;
const programme = (...parts: [seconds: number, dbfs: number][]) => {
  const whole = parts.map(([seconds, dbfs]) => sound(seconds, sine(1000, dbfs)));
  const joined = new Float64Array(whole.reduce((sum, part) => sum + part.length, 0));
  whole.reduce((at, part) => (joined.set(part, at), at + part.length), 0);
  // By the plain loops: what the quick ones make of it is the same (kernel.test.ts).
  const meter = loudnessMeter(RATE, [1, 1], plainKernel());
  meter.take([joined, joined], 0, joined.length);
  return meter.found();
};

describe('loudness (EBU Tech 3341 and 3342, signals from memory)', () => {
  it.each([
    ['1: a tone at −23', [[20, -23]], -23],
    ['2: at −33', [[20, -33]], -33],
    [
      '3: quiet, loud, quiet',
      [
        [10, -36],
        [60, -23],
        [10, -36],
      ],
      -23,
    ],
    [
      '4: with silence at the ends',
      [
        [10, -72],
        [10, -36],
        [60, -23],
        [10, -36],
        [10, -72],
      ],
      -23,
    ],
    [
      '5: three levels',
      [
        [20, -26],
        [20.1, -20],
        [20, -26],
      ],
      -23,
    ],
  ] as [string, [number, number][], number][])(
    '%s: the programme’s loudness within 0.1 LU',
    (_name, parts, lufs) => {
      expect(Math.abs(programme(...parts).integratedLufs! - lufs)).toBeLessThan(0.1);
    },
  );

  it.each([
    [
      [
        [20, -20],
        [20, -30],
      ],
      10,
    ],
    [
      [
        [20, -20],
        [20, -15],
      ],
      5,
    ],
    [
      [
        [20, -40],
        [20, -20],
      ],
      20,
    ],
    [
      [
        [20, -50],
        [20, -35],
        [20, -20],
        [20, -35],
        [20, -50],
      ],
      15,
    ],
  ] as [[number, number][], number][])('range of %j: %d LU within 1', (parts, lu) => {
    expect(Math.abs(programme(...parts).rangeLu! - lu)).toBeLessThan(1);
  });

  it('BS.1770: 997 Hz at full scale in one channel reads −3.01 LUFS, at any rate', () => {
    for (const rate of [44_100, 48_000, 96_000])
      expect(measured([sound(5, sine(997, 0), rate)], rate).loudness.integratedLufs).toBeCloseTo(-3.01, 1);
  });
});

describe('against ffmpeg', () => {
  const folder = mkdtempSync(join(tmpdir(), 'diaphon-measure-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it.each([1, 2, 3])('a programme of noise and tones (%d): loudness, range, peaks, power', (seed) => {
    const random = noise(-12, seed);
    const level = noise(0, seed + 10);
    let [now, low, lower] = [0.1, 0, 0];
    const channel = sound(24, (time, index) => {
      if (index % 24_000 === 0) now = Math.abs(level()) * 0.4;
      // Not white: between samples of noise up to half the rate every filter finds something else.
      low = 0.8 * low + 0.2 * random();
      lower = 0.8 * lower + 0.2 * low;
      return now * (lower * 2 + Math.sin(2 * Math.PI * 437 * time));
    });
    const file = join(folder, 'x.wav');
    writeFileSync(file, wavOf([channel, channel], RATE));
    const { stderr } = spawnSync(
      'ffmpeg',
      ['-nostats', '-i', file, '-af', 'ebur128=peak=true', '-f', 'null', '-'],
      {
        encoding: 'utf8',
      },
    );
    const said = stderr.slice(stderr.lastIndexOf('Summary'));
    const figure = (name: string) => Number(new RegExp(`\\s${name}:\\s+(-?[\\d.]+)`, 'u').exec(said)![1]);
    const { loudness, channels } = measured([channel, channel]);
    expect(Math.abs(loudness.integratedLufs! - figure('I'))).toBeLessThan(0.06);
    // Its hop is a tenth of a second, ours a second.
    expect(Math.abs(loudness.rangeLu! - figure('LRA'))).toBeLessThan(0.5);
    expect(Math.abs(channels[0]!.truePeakDbtp! - figure('Peak'))).toBeLessThan(0.15);
    const stats = spawnSync('ffmpeg', ['-nostats', '-i', file, '-af', 'astats', '-f', 'null', '-'], {
      encoding: 'utf8',
    }).stderr;
    const stat = (name: string) => Number(new RegExp(`${name}:\\s+(-?[\\d.]+)`, 'u').exec(stats)![1]);
    expect(channels[0]!.peakDbfs).toBeCloseTo(stat('Peak level dB'), 3);
    // It counts from a steady full scale.
    expect(channels[0]!.rmsDbfs! - 3.0103).toBeCloseTo(stat('RMS level dB'), 3);
  });
});

describe('true peak (BS.1770-5 annex 2)', () => {
  it('a quarter of the rate, turned by 45°: 3 dB over its samples', () => {
    const peak = 10 ** (-6 / 20);
    const found = one(sound(1, (_, index) => peak * Math.sin((Math.PI / 2) * index + Math.PI / 4)));
    expect(found.peakDbfs).toBeCloseTo(-9.01, 2);
    expect(Math.abs(found.truePeakDbtp! + 6)).toBeLessThan(0.2);
  });
});

describe('speech level (ITU-T P.56)', () => {
  // After a sound 0.2 s are counted, and the time the envelope takes to fall 15.9 dB: (1 + t/30 ms)·e^(−t/30 ms) = 0.16.
  const HANG_S = 0.2 + 0.1;

  it.each([
    [0.5, 0.5],
    [1, 3],
    [2, 0.4],
  ])(
    '%d s of noise, %d s of pause: its level, and how much of the time with what is counted after each',
    (on, off) => {
      const hiss = noise(-20);
      const found = one(sound(60, (time) => (time % (on + off) < on ? hiss() : 0)));
      const active = Math.min(1, (on + HANG_S) / (on + off));
      expect(Math.abs(found.activityPercent! - 100 * active)).toBeLessThan(4.5);
      expect(
        Math.abs(found.speechLevelDbfs! - (-20 + 10 * Math.log10(on / (on + off) / active))),
      ).toBeLessThan(0.3);
    },
  );
});

describe('pauses', () => {
  const speechOver = (floor: (time: number) => number) => {
    const hiss = noise(-20, 5);
    return one(sound(30, (time) => floor(time) + (time % 3 < 1.5 ? hiss() : 0)));
  };

  it.each([-70, -55])(
    'noise of %d dBFS under what is said, flat and by A (white: −2.0 dB in 24 kHz)',
    (dbfs) => {
      const { pauses } = speechOver(noise(dbfs, 9));
      expect(Math.abs(pauses!.noiseDbfs - dbfs)).toBeLessThan(0.3);
      expect(pauses!.noiseDbfsA - pauses!.noiseDbfs).toBeGreaterThan(-3.5);
      expect(pauses!.noiseDbfsA - pauses!.noiseDbfs).toBeLessThan(-1.5);
      expect(pauses!.hum).toBeUndefined();
    },
  );

  it.each([
    [50, -60],
    [60, -60],
    [50, -75],
  ])('hum of %d Hz and its third harmonic, together %d dBFS', (hertz, dbfs) => {
    const hiss = noise(-70, 9);
    const [first, third] = [sine(hertz, dbfs), sine(3 * hertz, dbfs - 10)];
    const { pauses } = speechOver((time) => hiss() + first(time) + third(time));
    expect(pauses!.hum!.hertz).toBe(hertz);
    expect(Math.abs(pauses!.hum!.dbfs - (dbfs + 0.41))).toBeLessThan(0.5);
    expect(pauses!.hum!.harmonics.map((harmonic) => harmonic.hertz)).toEqual([hertz, 3 * hertz]);
  });

  it('a tone all the time is no noise, and silence nothing', () => {
    expect(one(sound(5, sine(440, -20))).pauses).toBeNull();
    expect(one(sound(5, () => 0))).toMatchObject({ pauses: null, rmsDbfs: null, speechLevelDbfs: null });
  });
});

describe('what is broken', () => {
  const voice = () => {
    const hiss = noise(-26, 3);
    let low = 0;
    return (time: number) => (low = 0.9 * low + 0.1 * hiss()) * 4 + 0.1 * Math.sin(2 * Math.PI * 180 * time);
  };

  it('nothing of it in whole sound', () => {
    expect(one(sound(20, voice()))).toMatchObject({ clippedRuns: 0, dropouts: 0, clicks: 0 });
    expect(one(sound(20, sine(50, 0))).clippedRuns).toBe(0);
  });

  it('what is over full scale is cut off: as often as it is, with its place', () => {
    const hot = sound(1, (time) => Math.max(-1, Math.min(1, 1.5 * Math.sin(2 * Math.PI * 100 * time))));
    const { clippedRuns, clips } = one(hot);
    expect(clippedRuns).toBe(200);
    expect(clips[0]!.at).toBe(hot.findIndex((x) => x === 1));
  });

  it.each([
    ['lost', (x: Float64Array, at: number) => x.fill(0, at, at + 480)],
    ['stuck', (x: Float64Array, at: number) => x.fill(x[at]!, at, at + 240)],
  ])('samples that are %s: counted where they are', (_name, spoil) => {
    const samples = sound(20, voice());
    const places = [100_000, 300_000, 700_000];
    for (const at of places) spoil(samples, at);
    const found = one(samples);
    expect(found.dropouts).toBe(3);
    found.dropoutsAt.forEach((at, k) => expect(Math.abs(at - places[k]!)).toBeLessThan(3));
  });

  it('a peak cut off ahead of the recorder, far below its full scale, is cut off and no click', () => {
    const [hiss, tone] = [noise(-80, 4), sine(180, -20)];
    const samples = sound(4, (time) => tone(time) + hiss());
    const peak = 0.1;
    for (let at = 100_000; at < 100_008; at += 1) samples[at] = 1.2 * peak;
    expect(one(samples)).toMatchObject({ clicks: 0, clippedRuns: 1 });
  });

  it('a sound that begins out of silence is no click, wherever in a block it does', () => {
    for (const begins of [2000, 2040, 2047, 2050, 4090, 4095, 4100, 6143, 8190]) {
      const [hiss, loud] = [noise(-85, begins), noise(-20, begins + 1)];
      const { clicks, clippedRuns } = one(sound(0.3, (_time, at) => hiss() + (at < begins ? 0 : loud())));
      expect([begins, clicks, clippedRuns]).toEqual([begins, 0, 0]);
    }
  });

  it('jumps are clicks', () => {
    const samples = sound(20, voice());
    for (const at of [100_000, 400_000]) samples[at]! += 0.5;
    expect(one(samples).clicks).toBe(2);
  });

  it('what is no number is silence', () => {
    const samples = sound(2, sine(440, -20));
    samples[500] = NaN;
    samples[600] = Infinity;
    expect(one(samples).peakDbfs).toBeCloseTo(-20, 2);
  });
});
