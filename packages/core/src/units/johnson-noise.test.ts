import { johnsonNoiseVolts } from './johnson-noise';
import { dbuFromVolts } from './level';

describe('thermal noise (Johnson–Nyquist)', () => {
  it('150 Ω, 290 K, 20 kHz: 0.2192 µV, −130.96 dBu', () => {
    expect(johnsonNoiseVolts(150) * 1e6).toBeCloseTo(0.2192, 4);
    expect(dbuFromVolts(johnsonNoiseVolts(150))).toBeCloseTo(-130.96, 2);
  });

  it.each([
    [600, 290, 20_000, 2],
    [150, 1160, 20_000, 2],
    [150, 290, 80_000, 2],
  ])('%f Ω at %f K over %f Hz is %f times that', (ohms, kelvin, hertz, times) => {
    expect(johnsonNoiseVolts(ohms, kelvin, hertz) / johnsonNoiseVolts(150)).toBeCloseTo(times, 9);
  });
});
