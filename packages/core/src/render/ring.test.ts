import { pointId, voiceId } from '../flow';
import { finish, makeEngineMemory, solve } from '../offers';
import { moveLoudspeaker, moveSeat, setControl, type Rig } from '../rig';
import { after, people, recorder, rigOf, seat } from '../rig/testing';
import { hertzOf, LINES, RATE_HZ, toSound, type Spectrum } from './spectrum';
import { spectraInSteps } from './render';

/** What is played back into the microphone it came from: how it rings and grows, found in a rendered second. */

jest.mock('./round', () => ({ RATE_HZ: 48_000, ROUND_SAMPLES: 2 ** 16 }));

/** A voice at a small mixer, a loudspeaker on its main output so far away. */
const room = (wedgeM: number, isOver: boolean): Rig =>
  after(
    rigOf({
      devices: [
        { id: 'mic', model: 'mic-dynamic-hand' },
        { id: 'desk', model: 'mixer-4-usb', settings: { gain1: 46, 'main-volume': -20 } },
        { id: 'pc', model: 'laptop-c', apps: [recorder('desk', [1])] },
        { id: 'wedge', model: 'loudspeaker', settings: { level: 0 } },
      ],
      leads: [
        { kind: isOver ? 'xlr-swap' : 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 3 },
        { kind: 'usb-c-b', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 },
        { kind: 'trs-635', ends: ['desk.outL', 'wedge.in'], lengthM: 3 },
      ],
      // So quiet that nothing clips before it has grown through a second.
      people: people('ann').map((one) => ({ ...one, againstUsualDb: -20 })),
      placements: [seat('ann', 'mic', 0.1)],
    }),
    (now) => moveSeat(now, 'ann', { xM: 0, yM: 0, turnDeg: 0 }),
    (now) => moveLoudspeaker(now, 'wedge', { xM: 0, yM: wedgeM, turnDeg: 0 }),
  );

const MIC = pointId('mic', 'capsule');
const loopOf = (rig: Rig) => solve(rig, makeEngineMemory()).heard.loops[0]!;
const atMicrophone = (rig: Rig): Spectrum =>
  finish(
    spectraInSteps(solve(rig, makeEngineMemory()), [MIC], {
      source: voiceId('ann'),
      hasOthers: false,
      hasNoise: false,
    }),
  ).at.get(MIC)!;

/** One spectrum by another: what the loop makes of the sound. */
const by = (a: Spectrum, b: Spectrum): Spectrum => {
  const out = { re: new Float64Array(LINES), im: new Float64Array(LINES) };
  for (let line = 0; line < LINES; line += 1) {
    const size = b.re[line]! ** 2 + b.im[line]! ** 2;
    if (size === 0) continue;
    out.re[line] = (a.re[line]! * b.re[line]! + a.im[line]! * b.im[line]!) / size;
    out.im[line] = (a.im[line]! * b.re[line]! - a.re[line]! * b.im[line]!) / size;
  }
  return out;
};

/** The loudspeaker turned until its loop has so much gain. */
const turnedTo = (wedgeM: number, isOver: boolean, gainDb: number): Rig => {
  const rig = room(wedgeM, isOver);
  const volume = -20 + gainDb - loopOf(rig).gainDb;
  return after(rig, (now) => setControl(now, 'desk', 'main-volume', Math.round(volume)));
};

describe.each([
  [1, false, -10],
  [1, false, -3],
  [2, false, -6],
  [2, true, -3],
  [3, true, -2],
  [1, false, 1],
])('a loudspeaker %d m away, turned over: %s, about %d dB round', (wedgeM, isOver, gainDb) => {
  const rig = turnedTo(wedgeM, isOver, gainDb);
  const loop = loopOf(rig);
  const away = after(rig, (now) => moveLoudspeaker(now, 'wedge', undefined));
  const made = by(atMicrophone(rig), atMicrophone(away));

  it('comes back after its delay, each time by its gain', () => {
    const sound = toSound(made);
    const strongest = (about: number) =>
      Array.from({ length: 13 }, (_, k) => Math.round(about) - 6 + k).reduce((best, at) =>
        Math.abs(sound[at]!) > Math.abs(sound[best]!) ? at : best,
      );
    const round = (loop.delayMs / 1000) * RATE_HZ;
    for (const times of [1, 2, 3]) {
      const at = strongest(times * round);
      expect(Math.abs(at - times * round)).toBeLessThanOrEqual(2);
      expect(Math.sign(sound[at]!)).toBe(isOver && times % 2 === 1 ? -1 : 1);
    }
    // What comes back once, twice, three times: its growth, by the power around each.
    const power = (times: number) => {
      const middle = Math.round(times * round);
      let sum = 0;
      for (let k = -40; k <= 40; k += 1) sum += sound[middle + k]! ** 2;
      return 10 * Math.log10(sum);
    };
    expect(power(2) - power(1)).toBeCloseTo(loop.gainDb, 0);
    expect(power(3) - power(2)).toBeCloseTo(loop.gainDb, 0);
  });

  if (gainDb < 0)
    it('rings where it comes back in step: 1 / (1 − g) there, 1 / (1 + g) half way between', () => {
      const size = (line: number) => Math.hypot(made.re[line]!, made.im[line]!);
      const lines = Array.from({ length: LINES }, (_, line) => line).filter(
        (line) => hertzOf(line) > 1000 && hertzOf(line) < 2000,
      );
      const top = lines.reduce((a, b) => (size(b) > size(a) ? b : a));
      const low = lines.reduce((a, b) => (size(b) < size(a) ? b : a));
      const turns = (hertz: number) => ((hertz - loop.ringsAtHz) * loop.delayMs) / 1000;
      const offStep = (count: number) => Math.abs(count - Math.round(count));
      expect(offStep(turns(hertzOf(top)))).toBeLessThan(0.03);
      expect(offStep(turns(hertzOf(low)) + 0.5)).toBeLessThan(0.03);
      const g = 10 ** (loop.gainDb / 20);
      expect(20 * Math.log10(size(top) * (1 - g))).toBeCloseTo(0, 0);
      expect(20 * Math.log10(size(low) * (1 + g))).toBeCloseTo(0, 0);
    });
});
