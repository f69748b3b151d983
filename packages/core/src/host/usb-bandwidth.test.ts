import { transferBytes, USB_RULES } from './usb-bandwidth';

/** Bytes of a frame with nothing kept back, by the share of it that may be used for sound. */
const frameBytes = { full: 1500, high: 7500 };

describe('room on the bus', () => {
  // USB 2.0 tables 5-4 and 5-5 (memory).
  it.each([
    ['full', 1, 150],
    ['full', 64, 20],
    ['full', 256, 5],
    ['full', 512, 2],
    ['full', 1023, 1],
    ['high', 1, 192],
    ['high', 1024, 7],
  ] as const)('%s speed, %i bytes: %i transfers a frame at most', (speed, bytes, most) =>
    expect(Math.floor(frameBytes[speed] / (bytes + USB_RULES[speed].overheadBytes))).toBe(most),
  );

  it('90 % of a frame and 80 % of a microframe are for sound (USB 2.0 chapter 5, memory)', () => {
    expect(USB_RULES.full.budgetBytes / frameBytes.full).toBeCloseTo(0.9, 12);
    expect(USB_RULES.high.budgetBytes / frameBytes.high).toBeCloseTo(0.8, 12);
  });

  it('stereo in 24 bits at 48 kHz: 294 bytes a millisecond with one sample more; four such fit, five do not', () => {
    const each = transferBytes('full', 2, 48_000, 24);
    expect(each).toBe(294 + 9);
    expect(4 * each).toBe(1212);
    expect([4 * each, 5 * each].map((bytes) => bytes <= USB_RULES.full.budgetBytes)).toEqual([true, false]);
  });

  it('32 bits are carried as 24; thirty-two channels at high speed are a tenth of a microframe', () => {
    expect(transferBytes('full', 2, 48_000, 32)).toBe(transferBytes('full', 2, 48_000, 24));
    expect(transferBytes('high', 32, 48_000, 24)).toBe(32 * 7 * 3 + 38);
  });
});
