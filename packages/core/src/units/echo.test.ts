import { leastEchoLossDb } from '.';

describe('how weak an echo has to be', () => {
  // ITU-T G.131, "acceptable": talker echo loudness ratings 33 dB at 25 ms and 55 dB at 300 ms one way, from memory; the two
  // sets take 10 dB of it (SLR 8, RLR 2).
  it.each([
    [25, 33],
    [300, 55],
  ])('%d ms one way', (ms, telr) => {
    expect(leastEchoLossDb(ms)).toBeGreaterThan(telr - 10 - 1);
    expect(leastEchoLossDb(ms)).toBeLessThan(telr - 10 + 1);
  });

  it('the later the weaker, and at once is no echo at all', () => {
    const all = [0, 2, 5, 10, 25, 50, 100, 200, 400, 800].map(leastEchoLossDb);
    expect(all).toEqual([...all].sort((a, b) => a - b));
    expect(all[0]).toBeLessThan(0);
  });
});
