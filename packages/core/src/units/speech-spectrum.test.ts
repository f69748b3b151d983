import { SPEECH_LINES, SPEECH_SPECTRUM_LEVEL } from './speech-spectrum';

describe('the spectrum of speech (ANSI S3.5-1997, from memory)', () => {
  it('its third octaves make the 62.35 dB of normal effort', () => {
    expect(SPEECH_SPECTRUM_LEVEL).toBeCloseTo(62.35, 1);
  });

  it('the lines share all of its power', () => {
    expect(SPEECH_LINES.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
  });
});
