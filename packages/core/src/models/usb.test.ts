import { modelById } from '../catalogue';
import { modelFile, readModelValue } from '../rig';
import { sharedName, withPower, withSlider, withUsb } from './usb';

const usbOf = (model: ReturnType<typeof modelById>, port: string) =>
  model.ports.find(({ id }) => id === port)!.usb!;
const isWhole = (model: ReturnType<typeof modelById>) => readModelValue(modelFile(model)).ok;

describe('what a model says of USB', () => {
  it('is stated, and is left open again as if nobody had said anything', () => {
    const laptop = modelById('laptop-c');
    const stated = withUsb(laptop, 'usb1', { gives: 900, controller: 'left', insideHub: 'side' });
    expect(usbOf(stated, 'usb1')).toMatchObject({ gives: 900, controller: 'left', insideHub: 'side' });
    expect(usbOf(stated, 'usb2')).toEqual(usbOf(laptop, 'usb2'));
    expect(isWhole(stated)).toBe(true);
    expect(
      withUsb(stated, 'usb1', { gives: undefined, controller: undefined, insideHub: undefined }),
    ).toEqual(laptop);
  });

  it.each([
    ['left side', 'left-side'],
    ['  front_1 ', 'front-1'],
    ['¿?', undefined],
    ['', undefined],
  ])('what is shared may be called anything: %j', (words, name) => {
    expect(sharedName(words)).toBe(name);
    if (name) expect(isWhole(withUsb(modelById('laptop-c'), 'usb1', { controller: name }))).toBe(true);
  });

  it('is nothing at a socket that is none of USB', () => {
    const laptop = modelById('laptop-c');
    expect(withUsb(laptop, 'jack', { gives: 900 })).toEqual(laptop);
  });

  it('speed of gear, translators of a hub', () => {
    expect(usbOf(withUsb(modelById('mic-usb'), 'usb', { speed: 'high' }), 'usb').speed).toBe('high');
    expect(
      usbOf(withUsb(modelById('hub-bus'), 'up', { translators: 'one for each socket' }), 'up').translators,
    ).toBe('one for each socket');
  });

  it('drivers, currents, batteries and sliders', () => {
    const model = modelById('mixer-2-usb');
    const stated = withSlider(
      withPower(model, {
        needsDriver: true,
        busMilliamps: 250,
        battery: { wattHours: 9, restMilliwatts: 700 },
      }),
      'usb-in',
      'missing',
    );
    expect(stated).toMatchObject({ needsDriver: true, busMilliamps: 250, battery: { wattHours: 9 } });
    expect(stated.streams.find(({ id }) => id === 'usb-in')!.slider).toBe('missing');
    expect(isWhole(stated)).toBe(true);
    const { slider } = model.streams.find(({ id }) => id === 'usb-in')!;
    const open = { needsDriver: undefined, busMilliamps: model.busMilliamps, battery: undefined };
    expect(withSlider(withPower(stated, open), 'usb-in', slider)).toEqual(model);
  });
});
