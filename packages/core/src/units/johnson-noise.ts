const BOLTZMANN = 1.380649e-23;

/** Temperature the levels are computed at, kelvin; the handbooks' convention for noise figures. */
export const NOISE_TEMPERATURE_K = 290;
/** Audio bandwidth of every noise figure in Diaphon, hertz. */
export const NOISE_BANDWIDTH_HZ = 20_000;

/**
 * Thermal noise voltage of a resistance, √(4kTRB), volts RMS. Johnson–Nyquist.
 * `johnsonNoiseVolts(150)` is 0.2192 µV, that is −130.96 dBu.
 */
export const johnsonNoiseVolts = (
  ohms: number,
  kelvin = NOISE_TEMPERATURE_K,
  bandwidthHz = NOISE_BANDWIDTH_HZ,
): number => Math.sqrt(4 * BOLTZMANN * kelvin * ohms * bandwidthHz);
