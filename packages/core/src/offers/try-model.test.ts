import { DEVICE_MODELS } from '../catalogue';
import { factsOf, withFact } from '../models';
import { tryModel } from './try-model';

const byId = (id: string) => DEVICE_MODELS.find((model) => model.id === id)!;
const value = (id: string, label: RegExp) =>
  tryModel(byId(id)).figures.find((f) => label.test(f.label))?.value;

describe('a model on the bench', () => {
  it('a microphone: 62.35 dB SPL at 1 m is 82.35 at 10 cm (ANSI S3.5-1997, memory; inverse square), times its sensitivity', () => {
    const sensitivity = factsOf(byId('mic-dynamic-hand')).find(({ label }) => label === 'Sensitivity')!.value;
    const volts = (sensitivity / 1000) * 20e-6 * 10 ** (82.35 / 20);
    expect(value('mic-dynamic-hand', /Leaves/)).toBeCloseTo(20 * Math.log10(volts / Math.sqrt(0.6)), 1);
  });

  it('twice the sensitivity arrives 6 dB hotter', () => {
    const model = byId('mic-dynamic-hand');
    const fact = factsOf(model).find(({ label }) => label === 'Sensitivity')!;
    const arrives = (m: typeof model) =>
      tryModel(m).figures.find(({ label }) => /Arrives/.test(label))!.value;
    expect(arrives(withFact(model, fact.key, fact.value * 2)) - arrives(model)).toBeCloseTo(6.02, 1);
  });

  it('a microphone whose own supply cannot be had: found', () => {
    const model = byId('mic-condenser-large');
    const fact = factsOf(model).find(({ label }) => label === 'Works from')!;
    const { findings } = tryModel(withFact(model, fact.key, 47));
    expect(findings.map(({ code }) => code)).toContain('phantom-too-weak');
  });

  it('a desk: what a dynamic microphone gives with every gain at its most', () => {
    expect(value('interface-2', /Arrives/)).toBeGreaterThan(-40);
    expect(value('interface-2', /Over the noise/)).toBeGreaterThan(40);
  });

  it('a condenser is fed on the bench, and what is wrong no setting ends', () => {
    expect(value('mic-condenser-large', /Arrives/)).toBeGreaterThan(-60);
    expect(tryModel(byId('mic-condenser-large')).findings).toEqual([]);
  });

  it('a USB microphone goes straight into the computer, and says so', () => {
    for (const id of ['mic-usb', 'mic-usb-plain']) {
      const { figures } = tryModel(byId(id));
      expect(figures.map(({ label }) => label)).toEqual(['Arrives at Track Voice', 'Over the noise']);
      for (const { from } of figures)
        expect(from).toBe('solved bench: a normal voice at 10 cm, straight into a computer');
    }
  });

  it('a voice goes into the microphone socket of what has others, too', () => {
    expect(value('laptop-c', /^Arrives at Jack microphone/)).toBeCloseTo(-54.3, 0);
  });

  it('nothing for what neither hears nor takes a microphone', () => {
    for (const id of ['loudspeaker', 'headphones', 'hub-bus'])
      expect(tryModel(byId(id))).toEqual({ figures: [], findings: [] });
  });

  it.each(DEVICE_MODELS.map((model) => [model.id, model] as const))(
    '%s: gives finite figures or none',
    (_id, model) => {
      for (const figure of tryModel(model).figures) expect(Number.isFinite(figure.value)).toBe(true);
    },
  );
});
