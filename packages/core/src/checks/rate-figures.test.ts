import { solve } from '../offers';
import { setRate, type App, type Rig, type SampleRateHz } from '../rig';
import { after } from '../rig/testing';
import { preampByLight } from './clocks.testing';
import type { Found } from './finding';
import { atRates, joinedDesk } from './joined.testing';
import { rateMismatch } from './rate-mismatch';

const writing = (rig: Rig, rateHz: SampleRateHz, more: readonly App[] = []): Rig => {
  const recording = { rateHz, bits: 24, files: 'one for each track', container: 'wav' } as const;
  return { ...rig, apps: [...rig.apps.map((app) => ({ ...app, recording })), ...more] };
};
const saidOf = (rig: Rig): Found[] => rateMismatch(solve(rig));
const fixesOf = (rig: Rig) =>
  saidOf(rig).flatMap(({ propose }) => propose().map((fix) => ({ ...fix, then: after(rig, fix.edit) })));
const ratesOf = ({ devices }: Rig, ...ids: string[]) =>
  ids.map((id) => devices.find((device) => device.id === id)!.rateHz);
const nameOf = ({ devices }: Rig, id: string) => devices.find((device) => device.id === id)!.name;

describe('a joined input whose devices run at different rates', () => {
  const rates = (first: SampleRateHz, second: SampleRateHz, clock = 0) =>
    atRates(joinedDesk(['mic-usb', 'interface-2'], { clock }), [first, second]);

  it('names the rates, the lower first, and every device with its own', () => {
    const [found, ...more] = saidOf(rates(96_000, 44_100));
    expect(more).toEqual([]);
    expect(found!.title).toBe('Devices of All of them run at 44.1 kHz and 96 kHz');
    expect(found!.figures.map(({ value, unit }) => [value, unit])).toEqual([
      [96, 'kHz'],
      [44.1, 'kHz'],
    ]);
    expect(found!.places).toEqual([{ device: 'pc' }, { device: 'd0' }, { device: 'd1' }]);
  });

  it('the rate that is written is tried first, though the one that leads has another', () => {
    const [first, second] = fixesOf(writing(rates(96_000, 44_100), 44_100));
    expect(first!.label).toBe('Set all of All of them to 44.1 kHz');
    expect(ratesOf(first!.then, 'd0', 'd1')).toEqual([44_100, 44_100]);
    expect(second!.label).toBe('Set all of All of them to 96 kHz, and let Recorder write it');
    expect(ratesOf(second!.then, 'd0', 'd1')).toEqual([96_000, 96_000]);
    expect(second!.then.apps[0]!.recording!.rateHz).toBe(96_000);
  });

  it.each([0, 1])('the rate of the one that leads comes before the lower one: member %i leads', (clock) => {
    const labels = fixesOf(writing(rates(96_000, 44_100, clock), 48_000)).map(({ label }) => label);
    const [high, low] = [96, 44.1].map(
      (rate) => `Set all of All of them to ${rate} kHz, and let Recorder write it`,
    );
    expect(labels).toEqual(clock === 0 ? [high, low] : [low, high]);
  });

  it('a recorder that listens to something else is left as it is', () => {
    const rig = rates(96_000, 44_100);
    const other: App = {
      ...{ id: 'other', name: 'Other', kind: 'recorder', computer: 'pc', output: null, tracks: [] },
      input: { device: 'd0', stream: 'usb-in' },
    };
    const [fix] = fixesOf(writing(rig, 44_100, [other]));
    expect(fix!.label).toBe('Set all of All of them to 44.1 kHz');
    expect(fix!.then.apps.map(({ recording }) => recording?.rateHz)).toEqual([44_100, undefined]);
  });

  it('devices that are set so already are not set again', () => {
    const [fix] = fixesOf(writing(rates(96_000, 44_100), 44_100));
    expect(fix!.edit.steps).toHaveLength(1);
  });
});

describe('a recorder that writes at another rate than it is given', () => {
  const one = (runs: SampleRateHz, writes: SampleRateHz) =>
    writing(atRates(joinedDesk(['mic-usb']), [runs]), writes);

  // 1200 · log2(48 / 44.1) = 146.7 cents and 48 / 44.1 = 1.0884 (arithmetic).
  it.each([
    [44_100, 48_000, '8.8 % too fast, 1.5 semitones too high', 146.7, [44.1, 48]],
    [48_000, 44_100, '8.1 % too slow, 1.5 semitones too low', -146.7, [48, 44.1]],
    [96_000, 48_000, '50.0 % too slow, 12.0 semitones too low', -1200, [96, 48]],
  ] as const)('%i Hz, written at %i', (runs, writes, words, cents, figures) => {
    const [found, ...more] = saidOf(one(runs, writes));
    expect(more).toEqual([]);
    expect(found!.why).toContain(words);
    expect(found!.figures.map(({ value }) => Number(value.toFixed(1)))).toEqual([...figures, cents]);
    expect(found!.places).toEqual([{ device: 'pc' }, { device: 'd0' }]);
    expect(found!.id).toContain('pc.recorder');
  });

  it('either is set to the other', () => {
    const rig = one(44_100, 48_000);
    const [write, run] = fixesOf(rig);
    expect(write!.label).toBe('Let Recorder write 44.1 kHz');
    expect(write!.then.apps[0]!.recording!.rateHz).toBe(44_100);
    expect(run!.label).toBe(`Set ${nameOf(rig, 'd0')} to 48 kHz`);
    expect(ratesOf(run!.then, 'd0')).toEqual([48_000]);
  });

  it('nothing without a track, and nothing for what is no recorder', () => {
    const rig = one(44_100, 48_000);
    const otherwise = (change: Partial<App>): Rig => ({
      ...rig,
      apps: rig.apps.map((app) => ({ ...app, ...change })),
    });
    expect(saidOf(rig)).toHaveLength(1);
    expect(saidOf(otherwise({ tracks: [] }))).toEqual([]);
    expect(saidOf(otherwise({ kind: 'call' }))).toEqual([]);
    expect(saidOf(otherwise({ kind: 'call', tracks: [] }))).toEqual([]);
  });
});

describe('sound as data between devices set to different rates', () => {
  const linked = (amp: SampleRateHz, box: SampleRateHz) =>
    after(
      preampByLight(undefined),
      (now) => setRate(now, 'amp', amp),
      (now) => setRate(now, 'box', box),
    );
  const faultOf = (rig: Rig) => saidOf(rig).find(({ severity }) => severity === 'fault');

  it('says who sends what, and sets either to the other', () => {
    const rig = linked(44_100, 48_000);
    const found = faultOf(rig)!;
    expect(found.title).toBe(`${nameOf(rig, 'amp')} sends 44.1 kHz, ${nameOf(rig, 'box')} runs at 48 kHz`);
    expect(found.places).toEqual([{ device: 'box', port: 'adat' }, { device: 'amp' }]);
    expect(found.figures.map(({ value }) => value)).toEqual([44.1, 48]);
    expect(found.id).toContain('box.adat');
    const rates = found.propose().map(({ edit }) => ratesOf(after(rig, edit), 'amp', 'box'));
    expect(rates).toEqual([
      [48_000, 48_000],
      [44_100, 44_100],
    ]);
  });

  it('nothing where both are set alike', () => expect(faultOf(linked(48_000, 48_000))).toBeUndefined());
});
