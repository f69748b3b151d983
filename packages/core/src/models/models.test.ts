import * as fc from 'fast-check';
import { DEVICE_MODELS, type DeviceModel } from '../catalogue';
import { modelFile, modelProblems, readModelText, readModelValue } from '../rig';
import { dbFromRatio, millivoltsPerPascal } from '../units';
import {
  connectorsFor,
  doubtsOf,
  factsOf,
  readSpelled,
  spelled,
  spellingsOf,
  withFact,
  withoutPort,
  withPort,
} from '.';

const byId = (id: string) => DEVICE_MODELS.find((model) => model.id === id)!;
const ROWS = DEVICE_MODELS.map((model) => [model.id, model] as const);
const factOf = (model: DeviceModel, label: string) => factsOf(model).find((fact) => fact.label === label)!;

describe('the figures of a model', () => {
  it.each(ROWS)('%s: every one written back as it is changes nothing', (_id, model) => {
    const facts = factsOf(model);
    // Large desks repeat their channels: a dozen figures spread over all of them will do.
    const some = facts.filter((_, index) => index % Math.ceil(facts.length / 12) === 0);
    for (const { key, value } of some) {
      const same = withFact(model, key, value);
      expect(factsOf(same)).toEqual(facts);
      expect(modelProblems(same)).toEqual([]);
    }
  });

  it.each(ROWS)('%s: keys are used once and values lie in what the file takes', (_id, model) => {
    const facts = factsOf(model);
    expect(new Set(facts.map(({ key }) => key)).size).toBe(facts.length);
    for (const { value, min, max } of facts) {
      expect(value).toBeGreaterThanOrEqual(min);
      expect(value).toBeLessThanOrEqual(max);
    }
  });

  it('a desk’s compressor and gate are stated strip by strip; a gate taken as usual is stated once it is changed', () => {
    const desk = byId('mixer-podcast');
    const [strip] = desk.desk!.strips;
    expect(strip!.gate).toBe(true);
    const own = factsOf(desk).filter(({ key }) => key.startsWith(`strips/${strip!.id}/`));
    expect(own.map(({ label, value }) => [label, value])).toEqual([
      ['Gate shuts under', -50],
      ['Gate, ratio', 4],
      ['Gate, most it takes off', 20],
      ['Compressor over', -24],
      ['Compressor, ratio', 3],
      ['Compressor, make-up', 6],
    ]);
    const changed = withFact(
      withFact(desk, `strips/${strip!.id}/gate.thresholdDbfs`, -40),
      `strips/${strip!.id}/compressor.ratio`,
      5,
    );
    expect(changed.desk!.strips[0]!.gate).toEqual({ thresholdDbfs: -40, ratio: 4, rangeDb: 20 });
    expect(changed.desk!.strips[0]!.compressor!.ratio).toBe(5);
    expect(changed.desk!.strips[1]).toEqual(desk.desk!.strips[1]);
    // Nothing is stated about a gate by changing a compressor.
    expect(withFact(desk, `strips/${strip!.id}/compressor.ratio`, 5).desk!.strips[0]!.gate).toBe(true);
    expect(modelProblems(changed)).toEqual([]);
  });

  it('any one changed is read back, and no other moves', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...DEVICE_MODELS),
        fc.nat(),
        fc.double({ min: 0.1, max: 1, noNaN: true }),
        (model, at, share) => {
          const facts = factsOf(model);
          if (facts.length === 0) return;
          const fact = facts[at % facts.length]!;
          const next = Number(
            (
              Math.max(fact.min, -100) +
              share * (Math.min(fact.max, 100) - Math.max(fact.min, -100))
            ).toPrecision(6),
          );
          const changed = factsOf(withFact(model, fact.key, next));
          expect(changed.find(({ key }) => key === fact.key)!.value).toBeCloseTo(next, 6);
          // The noise of a coil follows from its impedance and its sensitivity: it is to move with them.
          const others = (list: typeof facts) =>
            list
              .filter(({ key, quantity }) => key !== fact.key && quantity !== 'own noise')
              .map(({ key, value }) => [key, value.toPrecision(6)]);
          expect(others(changed)).toEqual(others(facts));
        },
      ),
      { numRuns: 300 },
    );
  });

  it('the given model stays as it was', () => {
    const before = JSON.stringify(byId('mic-condenser-large'));
    withFact(byId('mic-condenser-large'), factOf(byId('mic-condenser-large'), 'Sensitivity').key, 1);
    expect(JSON.stringify(byId('mic-condenser-large'))).toBe(before);
  });

  it('a figure it does not state: says so', () =>
    expect(() => withFact(byId('mic-ribbon'), 'elements/ghost/ohms', 1)).toThrow('states no figure'));

  it('sensitivity is told as data sheets do: 94 dB SPL is 1 Pa (ISO 1683); 2 mV/Pa is −54 dBV/Pa (arithmetic)', () => {
    const model = withFact(byId('mic-dynamic-hand'), factOf(byId('mic-dynamic-hand'), 'Sensitivity').key, 2);
    const path = model.paths.find(({ from }) => from === 'capsule')!;
    // dBu at 94 dB SPL, turned into dBV.
    expect(path.gainDb! + 93.979 + dbFromRatio(Math.sqrt(0.6))).toBeCloseTo(-53.98, 2);
    expect(millivoltsPerPascal(path.gainDb!)).toBeCloseTo(2, 6);
    expect(path.unitShiftDb).toBe(path.gainDb);
  });

  it('own noise stays the same sound when the sensitivity changes', () => {
    const model = byId('mic-condenser-large');
    const noise = factOf(model, 'Own noise, as sound').value;
    const louder = withFact(model, factOf(model, 'Sensitivity').key, 40);
    expect(factOf(louder, 'Own noise, as sound').value).toBeCloseTo(noise, 6);
  });
});

describe('figures as data sheets print them', () => {
  const own = { unit: 'dB SPL', quantity: 'own noise' } as const;
  const sensitivity = { unit: 'mV/Pa', quantity: 'sensitivity' } as const;
  it.each([
    // 0 dBV is +2.218 dBu, −10 dBV 0.3162 V, 1.2277 V +4 dBu: arithmetic.
    ['0 dBV', { unit: 'dBu' }, 2.218],
    ['−10 dBV', { unit: 'dBu' }, -7.782],
    ['1,2277 V', { unit: 'dBu' }, 4],
    ['774.6mV', { unit: 'dBu' }, 0],
    ['+4', { unit: 'dBu' }, 4],
    ['1.5 kohm', { unit: 'Ω' }, 1500],
    ['1.5k', { unit: 'Ω' }, 1500],
    ['1 MΩ', { unit: 'Ω' }, 1e6],
    ['300 µA', { unit: 'mA' }, 0.3],
    ['0.1 uF', { unit: 'nF' }, 100],
    // −54 dBV/Pa is 1.995 mV/Pa; −74 dBV/µbar the same, for a pascal is ten microbars.
    ['−54 dBV/Pa', sensitivity, 1.995],
    ['-74 dBv/ubar', sensitivity, 1.995],
    ['20', sensitivity, 20],
    ['94 dB SPL', own, 94],
  ])('“%s”', (text, fact, value) => expect(readSpelled(text, fact, fact.unit)).toBeCloseTo(value, 3));

  it('signal to noise of 78 dB (A) is 16 dBA: both against 94 dB SPL (IEC 60268-4, memory)', () => {
    expect(readSpelled('78', own, 'dB S/N (A)')).toBeCloseTo(readSpelled('16', own, 'dBA')!, 9);
    expect(readSpelled('78 dB S/N (A)', own, 'dBA')).toBeCloseTo(readSpelled('16 dba', own, 'dBA')!, 9);
  });

  it('small figures without a unit of their own keep their digits', () =>
    expect(spelled(0.001, { unit: '' }, '')).toBe(0.001));

  it.each([['a lot'], [''], ['4 apples'], ['5 mV/Pa'], ['0 V']])('“%s” is no level', (text) =>
    expect(readSpelled(text, { unit: 'dBu' }, 'dBu')).toBeUndefined(),
  );

  it('every figure of every model, in each of its spellings, reads back as itself', () => {
    for (const model of DEVICE_MODELS)
      for (const fact of factsOf(model))
        for (const { unit } of spellingsOf(fact)) {
          const text = `${spelled(fact.value, fact, unit)} ${unit}`;
          expect(Math.abs(readSpelled(text, fact, unit)! - fact.value)).toBeLessThanOrEqual(
            Math.max(0.05, Math.abs(fact.value) / 1000),
          );
        }
  });

  it('the noise of a coil is that of its resistance until its maker says more: 150 Ω, −130.96 dBu (Johnson–Nyquist)', () => {
    const hand = byId('mic-dynamic-hand');
    const model = withFact(hand, factOf(hand, 'Source impedance').key, 150);
    const { value, min, key } = factOf(model, 'Own noise, as sound');
    expect(value + model.paths.find(({ from }) => from === 'capsule')!.gainDb!).toBeCloseTo(-130.96, 2);
    expect(min).toBeLessThanOrEqual(value);
    expect(value - min).toBeLessThan(0.011);
    const noisier = withFact(model, key, value + 6);
    expect(factOf(noisier, 'Own noise, as sound').value).toBeCloseTo(value + 6, 6);
    expect(withFact(noisier, key, value)).toEqual(model);
  });

  it('every microphone states its own noise', () => {
    for (const model of DEVICE_MODELS.filter(({ points }) => points.some(({ role }) => role === 'capsule')))
      expect([model.id, factsOf(model).some(({ label }) => /noise/i.test(label))]).toEqual([model.id, true]);
  });
});

describe('what is doubtful', () => {
  it.each(ROWS)('nothing about %s', (_id, model) => expect(doubtsOf(model)).toEqual([]));

  const changed = (id: string, label: string, value: number) =>
    doubtsOf(withFact(byId(id), factOf(byId(id), label).key, value)).map(({ words }) => words);

  it.each([
    ['a condenser that draws 12 mA', 'mic-condenser-large', 'Current it draws', 12, '10 mA at most'],
    ['one that works only above 47 V', 'mic-condenser-budget', 'Works from', 47, 'No phantom could feed it'],
    ['a microphone of 5 V per pascal', 'mic-dynamic-hand', 'Sensitivity', 5000, '0.5 to 100 mV/Pa'],
    ['a phantom supply of 60 V', 'interface-2', 'Supply, P48', 60, '44 to 52 V'],
    [
      'an amplifier quieter than 150 Ω',
      'interface-2',
      'Equivalent input noise at 60 dB',
      -140,
      'Johnson–Nyquist',
    ],
    ['a microphone input of 200 Ω', 'mixer-4-usb', 'Input impedance', 200, 'IEC 61938'],
    ['a gain that ends below its start', 'interface-2', 'Most', -5, 'not above the least'],
    ['a gain that comes outside its range', 'interface-2', 'As it comes', 90, 'outside 0 to 56 dB'],
    ['noise 160 dB under the ceiling', 'mic-usb', 'Noise it adds', -156, 'more than any gear has'],
  ])('%s', (_what, id, label, value, words) => expect(changed(id, label, value).join(' ')).toContain(words));

  it('each doubt names a figure there is', () => {
    const model = withFact(byId('interface-2'), factOf(byId('interface-2'), 'Supply, P48').key, 60);
    const keys = factsOf(model).map(({ key }) => key);
    for (const { key } of doubtsOf(model)) if (key) expect(keys).toContain(key);
  });
});

describe('sockets of a model', () => {
  it.each(ROWS)('%s: holds together without any one of them', (_id, model) => {
    for (const { id } of model.ports) {
      const less = withoutPort(model, id);
      expect(modelProblems(less)).toEqual([]);
      expect(less.ports.map((port) => port.id)).not.toContain(id);
      expect(less.ports).toHaveLength(model.ports.length - 1);
    }
  });

  it('what only served it goes too: gain, pad, amplifier, channel of the stream', () => {
    const less = withoutPort(byId('interface-2'), 'in2');
    expect(less.controls.map(({ id }) => id)).toEqual(
      expect.not.arrayContaining(['gain2', 'pad2', 'phantom2']),
    );
    expect(less.points.some(({ id }) => id === 'digital2')).toBe(false);
    expect(less.streams.find(({ direction }) => direction === 'to-computer')!.channels).toEqual(['usb-in-1']);
    expect(less.controls.map(({ id }) => id)).toContain('gain1');
  });

  it('may have another connector only if every contact in use is there', () => {
    const model = byId('mixer-4-usb');
    expect(connectorsFor(model, 'in1')).toContain('combo');
    expect(connectorsFor(model, 'in1')).not.toContain('trs-35-socket');
    expect(connectorsFor(model, 'aux')).toContain('trs-635-socket');
    expect(connectorsFor(model, 'usb')).toContain('usb-c-socket');
    const moved = withPort(model, 'usb', { connector: 'usb-c-socket', label: 'USB, new' });
    expect(moved.ports.find(({ id }) => id === 'usb')).toMatchObject({
      connector: 'usb-c-socket',
      label: 'USB, new',
    });
    expect(modelProblems(moved)).toEqual([]);
  });
});

describe('a model as a file', () => {
  it.each(ROWS)('%s comes back as it went', (_id, model) => {
    const read = readModelText(JSON.stringify(modelFile(model)));
    expect(read.ok && read.model).toEqual(model);
  });

  const file = () =>
    JSON.parse(JSON.stringify(modelFile(byId('mic-ribbon')))) as Record<string, never> & {
      model: DeviceModel;
    };

  it.each([
    ['not JSON', 'x{', 'the file', 'JSON'],
    ['another document', '{"format":"diaphon-rig"}', 'format', 'from the shelf'],
    ['nothing', 'null', 'format', 'diaphon-model'],
  ])('%s: says where and what to do', (_what, text, where, words) => {
    const read = readModelText(text);
    expect(read.ok).toBe(false);
    if (!read.ok) {
      expect(read.problems[0]!.where).toBe(where);
      expect(JSON.stringify(read.problems[0])).toContain(words);
    }
  });

  it('a pin there is not, a missing name, a number out of range: each with its place', () => {
    const spoil = (change: (model: DeviceModel) => void) => {
      const value = file();
      change(value.model);
      const read = readModelValue(value);
      return read.ok ? [] : read.problems.map(({ where }) => where);
    };
    expect(spoil((model) => void (model.name = ''))).toContain('model.name');
    expect(spoil((model) => void ((model.elements[0] as { plus: string }).plus = 'out.9'))).toContain(
      'model.elements[0]',
    );
    expect(spoil((model) => void ((model.elements[0] as { ohms: number }).ohms = -1))[0]).toContain(
      'model.elements[0]',
    );
  });

  it('a file as large as a picture is not even read', () => {
    const read = readModelText(' '.repeat(2 * 1024 * 1024));
    expect(!read.ok && read.problems[0]!.expected).toContain('at most 1 MB');
  });
});
