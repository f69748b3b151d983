import { safeHoursAt, safeLevelFor, SPEECH_A_DB } from './hearing';

describe('how long ears may listen, WHO-ITU H.870 (from memory)', () => {
  it.each([
    [80, 40],
    [83, 20],
    [86, 10],
    [101, 40 / 128],
  ])('%i dB(A): %f hours a week', (dba, hours) => expect(safeHoursAt(dba)).toBeCloseTo(hours, 9));
  it('there and back', () => expect(safeHoursAt(safeLevelFor(4))).toBeCloseTo(4, 9));
  it('speech is a few dB less by A-weighting (its power is mostly around 300 to 600 Hz)', () => {
    expect(SPEECH_A_DB).toBeLessThan(-1);
    expect(SPEECH_A_DB).toBeGreaterThan(-6);
  });
});
