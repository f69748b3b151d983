import { meterOf } from './measure';
import { noise, RATE, sine, sound } from './signals.testing';

const measured = (channels: Float64Array[], rateHz = RATE) => {
  const meter = meterOf({ sampleRateHz: rateHz, channels: channels.length });
  meter.take(channels, channels[0]!.length);
  return meter.found();
};

describe('third octaves (IEC 61260-1, class 1, from memory)', () => {
  const band = (hertz: number, middle: number) =>
    measured([sound(3, sine(hertz, -20))]).channels[0]!.bands.find(
      (one) =>
        Math.abs(one.hertz / (1000 * 10 ** (Math.round(10 * Math.log10(middle / 1000)) / 10)) - 1) < 1e-9,
    )!.dbfs!;

  it.each([63, 250, 1000, 4000, 12_500])('%d Hz is in its own band within 0.4 dB', (hertz) =>
    expect(Math.abs(band(hertz, hertz) + 20)).toBeLessThan(0.4),
  );

  it('at a band’s edge 2 to 5 dB less; an octave away less by 42 at least, three by 61', () => {
    const edge = band(1000 * 10 ** 0.05, 1000);
    expect(edge).toBeLessThan(-22);
    expect(edge).toBeGreaterThan(-25);
    expect(band(500, 1000)).toBeLessThan(-62);
    expect(band(125, 1000)).toBeLessThan(-81);
  });

  it('white noise has a decibel more in each band than in the one below; together they are its level', () => {
    const { bands, rmsDbfs } = measured([sound(30, noise(-20, 4))]).channels[0]!;
    const at = (hertz: number) => bands.find((one) => Math.abs(one.hertz / hertz - 1) < 0.02)!.dbfs!;
    expect(at(8000) - at(794)).toBeCloseTo(10, 0);
    const sum = 10 * Math.log10(bands.reduce((all, { dbfs }) => all + 10 ** (dbfs! / 10), 0));
    // 24 kHz of white noise, of which the bands have 22.4.
    expect(sum - rmsDbfs!).toBeCloseTo(10 * Math.log10(22.4 / 24), 0);
  });
});

describe('channels that hold the same', () => {
  const one = sound(6, noise(-20, 1));
  const moved = (by: number, size: number, other = noise(-60, 2)) =>
    one.map((_, at) => size * (one[at - by] ?? 0) + other());
  it.each([
    ['the same, quieter', moved(0, 0.5), 1, 0],
    ['turned over', moved(0, -1), -1, 0],
    ['10 ms later', moved(480, 0.8), 1, 0.01],
    ['turned over, 2 ms sooner', moved(-96, -0.8), -1, -0.002],
  ])('%s', (_what, other, alike, lateS) => {
    const [found, ...more] = measured([one, other]).alike;
    expect(more).toEqual([]);
    expect(found!.alike).toBeCloseTo(alike, 1);
    expect(found!.lateS).toBeCloseTo(lateS, 4);
  });

  it('two voices are not, nor is one that hears the other faintly', () => {
    const other = sound(6, noise(-20, 9));
    expect(measured([one, other, other.map((x, at) => x + 0.2 * one[at]!)]).alike).toMatchObject([
      { a: 1, b: 2 },
    ]);
    expect(measured([one, sound(6, () => 0)]).alike).toEqual([]);
  });
});

describe('an echo inside one channel', () => {
  /** Something like speech: filtered noise that comes and goes. */
  const talk = () => {
    const hiss = noise(-12, 5);
    let low = 0;
    return sound(20, (time) => {
      low += 0.3 * (hiss() - low);
      return time % 3 < 2 ? low * Math.sin(2 * Math.PI * 2 * time) ** 2 : 0;
    });
  };
  it.each([
    [0.03, -10],
    [0.12, -12],
    [0.3, -14],
  ])('%d s later, %d dB: found within a millisecond and 3 dB', (lateS, db) => {
    const dry = talk();
    const by = Math.round(lateS * RATE);
    const { repeat } = measured([dry.map((x, at) => x + 10 ** (db / 20) * (dry[at - by] ?? 0))]).channels[0]!;
    expect(Math.abs(repeat!.lateS - lateS)).toBeLessThan(1e-3);
    expect(Math.abs(repeat!.db - db)).toBeLessThan(3);
  });
  it('none without one', () => expect(measured([talk()]).channels[0]!.repeat).toBeNull());
});

it('a steady tone while nobody speaks is a whine; harmonics of the mains are hum', () => {
  const [hiss, tone, hum] = [noise(-75, 3), sine(1234, -70), sine(250, -60)];
  const base = sine(50, -60);
  const found = measured([
    sound(
      12,
      (time) => hiss() + tone(time) + hum(time) + base(time) + (time % 4 < 2 ? sine(700, -20)(time) : 0),
    ),
  ]).channels[0]!.pauses!;
  expect(found.hum!.hertz).toBe(50);
  expect(found.whines).toHaveLength(1);
  expect(Math.abs(found.whines[0]!.hertz - 1234)).toBeLessThan(2);
  expect(Math.abs(found.whines[0]!.dbfs + 70)).toBeLessThan(1.5);
});

it('the overview holds every peak, however long the sound', () => {
  const { overview } = measured([sound(30, (time) => (Math.abs(time - 17) < 1e-5 ? -0.7 : 0.1))])
    .channels[0]!;
  expect(overview.low.length).toBeLessThanOrEqual(1024);
  const at = overview.low.findIndex((one) => one === -0.7);
  expect(Math.abs(at * overview.secondsEach - 17)).toBeLessThan(2 * overview.secondsEach);
  expect(Math.max(...overview.high)).toBe(0.1);
});
