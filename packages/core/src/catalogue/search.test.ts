import { DEVICE_MODELS } from './devices';
import { searchModels } from './search';

const found = (text: string) => searchModels(DEVICE_MODELS, text);
const kinds = (text: string) => found(text).map(({ kind }) => kind);

describe('finding a device by the words people have for it', () => {
  it.each([
    ['headphone amp', 'headphones-amplifier'],
    ['headphone splitter', 'headphones-amplifier'],
    ['cans', 'headphones'],
    ['mixer', 'mixer'],
    ['condenser', 'microphone'],
    ['lav', 'microphone'],
    ['laptop', 'computer'],
    ['soundcard', 'interface'],
    ['speaker', 'loudspeaker'],
    ['hub', 'hub'],
    ['power supply', 'supply'],
    ['camera', 'camera'],
  ])('“%s” and Enter brings a %s', (text, kind) => {
    expect(kinds(text)[0]).toBe(kind);
  });

  it.each(['jack', 'aux', '48 volts', '48V', '16-channel', '16 channels', 'phantom', 'usb mic'])(
    '“%s” finds something',
    (text) => {
      expect(found(text).length).toBeGreaterThan(0);
    },
  );

  it('“48 volts” finds what gives it', () => {
    for (const model of found('48 volts').slice(0, 3)) {
      const text = JSON.stringify(model.elements);
      expect(text.includes('"P48"') || model.about.includes('48')).toBe(true);
    }
  });

  it('“16-channel” finds what has sixteen inputs', () => {
    const [first] = found('16-channel');
    expect(first!.name).toContain('Sixteen-input');
  });

  it('a whole name brings that very thing first, whatever it is', () => {
    for (const model of DEVICE_MODELS) expect(found(model.name)[0]!.name).toBe(model.name);
  });

  it('nothing typed shows everything in its order; nonsense shows nothing', () => {
    expect(found('  ')).toEqual(DEVICE_MODELS);
    expect(found('zzz')).toEqual([]);
    expect(found('(')).toEqual(DEVICE_MODELS);
  });
});
