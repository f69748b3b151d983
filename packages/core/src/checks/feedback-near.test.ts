import { pointId } from '../flow';
import { levelAt } from '../gain';
import { makeEngineMemory, solve, solveRig, tuned } from '../offers';
import { moveLoudspeaker, moveSeat, setAssumptions, setControl, type Rig } from '../rig';
import { after, people, recorder, rigOf, seat } from '../rig/testing';
import { feedbackNear } from './feedback-near';
import type { Finding } from './finding';
import { pressEveryFix } from './pressed.testing';

const howlIn = (rig: Rig): Finding[] => solveRig(rig).findings.filter(({ code }) => code === 'feedback-near');

interface Room {
  mic: string;
  distanceM: number;
  /** From the microphones to the loudspeaker, metres; behind them unless said otherwise. */
  wedgeM: number;
  isInFront?: boolean;
  /** What the loudspeaker plays of the first voice, dB SPL at 1 m. */
  playsDb: number;
  count?: number;
}

/** People in a row at a small mixer, a loudspeaker on its main output in the same room. */
const room = ({ mic, distanceM, wedgeM, isInFront, playsDb, count = 1 }: Room): Rig => {
  const names = ['ann', 'bob'].slice(0, count);
  const rig = tuned(
    rigOf({
      devices: [
        ...names.map((name) => ({ id: `mic-${name}`, model: mic })),
        {
          id: 'desk',
          model: 'mixer-4-usb',
          settings: { phantom: mic !== 'mic-dynamic-hand', 'main-volume': -40 },
        },
        {
          id: 'pc',
          model: 'laptop-c',
          apps: [
            recorder(
              'desk',
              names.map((_, index) => index + 1),
            ),
          ],
        },
        { id: 'wedge', model: 'loudspeaker', settings: { level: 0 } },
      ],
      leads: [
        ...names.map((name, index) => ({
          kind: 'xlr',
          ends: [`mic-${name}.out`, `desk.in${index + 1}`],
          lengthM: 3,
        })),
        { kind: 'usb-c-b', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 },
        { kind: 'trs-635', ends: ['desk.outL', 'wedge.in'], lengthM: 3 },
      ],
      people: people(...names),
      placements: names.map((name) => seat(name, `mic-${name}`, distanceM)),
    }),
  );
  const { graph, heard } = solve(rig, makeEngineMemory());
  const now = levelAt(heard, graph.sources[0]!, 0, pointId('wedge', 'driver'))!;
  return after(
    rig,
    ...names.map((name, index) => (is: Rig) => moveSeat(is, name, { xM: 1.2 * index, yM: 0, turnDeg: 0 })),
    (is) =>
      moveLoudspeaker(is, 'wedge', {
        xM: 0,
        yM: isInFront ? wedgeM - distanceM : -wedgeM - distanceM,
        turnDeg: 180,
      }),
    (is) => setControl(is, 'desk', 'main-volume', Math.min(0, Math.round(-40 + playsDb - now))),
  );
};

/** What comes back by the first microphone against the voice in it, by hand: air, cardioid, room of 50 m³ and 0.4 s. */
const backDb = ({ distanceM, wedgeM, isInFront, playsDb }: Room): number => {
  const straight = 10 ** ((-20 * Math.log10(wedgeM) - (isInFront ? 0 : 40)) / 10);
  // A loudspeaker’s answer is 2.1 dB under it at 1 m, a mouth’s 0.9 over (Q 4 and 2); 4.8 dB less by the cardioid.
  const answer = 10 ** ((-2.11 - 4.77) / 10);
  const voice = 68.34 + 10 * Math.log10(distanceM ** -2 + 10 ** ((0.9 - 4.77) / 10));
  return playsDb + 10 * Math.log10(straight + answer) - voice;
};

const MICS = ['mic-dynamic-hand', 'mic-condenser-budget', 'mic-condenser-large'];

/** Close to the microphone, the loudspeaker as loud as talk or a little louder. */
const QUIET: Room[] = MICS.flatMap((mic) => [
  { mic, distanceM: 0.05, wedgeM: 3, playsDb: 75 },
  { mic, distanceM: 0.1, wedgeM: 2, playsDb: 70 },
  { mic, distanceM: 0.1, wedgeM: 2, playsDb: 70, count: 2 },
  { mic, distanceM: 0.05, wedgeM: 4, playsDb: 80 },
  { mic, distanceM: 0.2, wedgeM: 4, playsDb: 65 },
  { mic, distanceM: 0.1, wedgeM: 1, playsDb: 65 },
  { mic, distanceM: 0.1, wedgeM: 2, isInFront: true, playsDb: 70 },
]);

/** Far from the microphone, or the loudspeaker loud and in front of it. */
const BAD: Room[] = MICS.flatMap((mic) => [
  { mic, distanceM: 0.3, wedgeM: 1, isInFront: true, playsDb: 85 },
  { mic, distanceM: 0.2, wedgeM: 0.6, isInFront: true, playsDb: 85 },
  { mic, distanceM: 0.4, wedgeM: 2, playsDb: 82 },
  { mic, distanceM: 0.4, wedgeM: 2, playsDb: 80, count: 2 },
  { mic, distanceM: 0.6, wedgeM: 1.5, isInFront: true, playsDb: 75 },
  { mic, distanceM: 0.8, wedgeM: 3, playsDb: 75 },
  { mic, distanceM: 0.4, wedgeM: 1, isInFront: true, playsDb: 78 },
]);

const named = (one: Room) =>
  [
    `${one.count ?? 1} × ${one.mic} at ${one.distanceM} m, loudspeaker ${one.wedgeM} m ${one.isInFront ? 'in front' : 'behind'}, ${one.playsDb} dB SPL`,
    one,
  ] as const;

describe('a loudspeaker in the room of open microphones', () => {
  it.each(QUIET.map(named))('%s: nothing is said', (_name, one) => {
    expect(howlIn(room(one))).toEqual([]);
  });

  it.each(BAD.map(named))('%s: said, and every fix that is offered ends it', (_name, one) => {
    const rig = room(one);
    const [found] = howlIn(rig);
    const { value } = found!.figures.find(({ label }) => label === 'Once round')!;
    // The fader has steps of a decibel; a second microphone adds its own way.
    expect(value - backDb(one)).toBeGreaterThan(-0.7);
    expect(value - backDb(one)).toBeLessThan(one.count === 2 ? 3.7 : 0.7);
    // A channel taken out of the mix is missing there, which is as grave and seen at once.
    pressEveryFix(rig, found!.code, ['danger']);
  });

  it('is a fault once it is louder each time round, a caution while it is not (Nyquist: 0 dB)', () => {
    const base = room({ mic: 'mic-dynamic-hand', distanceM: 0.3, wedgeM: 1, isInFront: true, playsDb: 70 });
    const roundAt = (mainDb: number) =>
      howlIn(after(base, (now) => setControl(now, 'desk', 'main-volume', mainDb)))[0];
    const once = (found: Finding | undefined) =>
      found?.figures.find(({ label }) => label === 'Once round')?.value;
    const all = [-40, -30, -25, -20, -15, -10, -5, 0].map((mainDb) => [mainDb, roundAt(mainDb)] as const);
    for (const [, found] of all) {
      const gain = once(found);
      if (gain !== undefined) expect(found!.severity).toBe(gain >= 0 ? 'fault' : 'caution');
    }
    // Each dB of the fader is a dB of the ring.
    expect(once(roundAt(0))! - once(roundAt(-5))!).toBeCloseTo(5, 6);
    expect(new Set(all.map(([, found]) => found?.severity))).toEqual(
      new Set([undefined, 'caution', 'fault']),
    );
  });

  it('two open microphones as near bring it 3 dB nearer (10·log₁₀ N, textbook)', () => {
    const alone = room({ mic: 'mic-boundary', distanceM: 0.3, wedgeM: 3, isInFront: true, playsDb: 80 });
    const both = room({
      mic: 'mic-boundary',
      distanceM: 0.3,
      wedgeM: 3,
      isInFront: true,
      playsDb: 80,
      count: 2,
    });
    const even = after(both, (now) => moveLoudspeaker(now, 'wedge', { xM: 0.6, yM: 2.7, turnDeg: 0 }));
    const once = (rig: Rig) => howlIn(rig)[0]!.figures[0]!.value;
    const further = 20 * Math.log10(Math.hypot(3, 0.6) / 3);
    // The room's answer does not care for the 6 cm more.
    expect(once(even) - once(alone)).toBeGreaterThan(3.01 - further);
    expect(once(even) - once(alone)).toBeLessThan(3.02);
  });

  it('nothing is said of a loudspeaker in another room', () => {
    const rig = room(BAD[0]!);
    expect(howlIn(after(rig, (now) => moveLoudspeaker(now, 'wedge', undefined)))).toEqual([]);
  });

  it('more is kept from howling where more is asked for', () => {
    const rig = room({ mic: 'mic-dynamic-hand', distanceM: 0.1, wedgeM: 2, playsDb: 75 });
    const asked = (howlMarginDb: number) =>
      howlIn(after(rig, (now) => setAssumptions(now, { ...now.assumptions, howlMarginDb })));
    expect(asked(0)).toEqual([]);
    expect(asked(40)).toHaveLength(1);
  });
});

describe('by loops written down by hand', () => {
  const base = room({ mic: 'mic-dynamic-hand', distanceM: 0.3, wedgeM: 1, isInFront: true, playsDb: 85 });
  const solved = solve(base, makeEngineMemory());
  const [loop] = solved.heard.loops;
  const said = (...gains: number[]) =>
    feedbackNear({
      ...solved,
      heard: { ...solved.heard, loops: gains.map((gainDb) => ({ ...loop!, gainDb })) },
    });

  it('6 dB are kept where nothing else is asked for: at the limit nothing is said', () => {
    expect(said(-6)).toEqual([]);
    expect(said(-5.99)).toMatchObject([{ severity: 'caution' }]);
    expect(said(-5.99)[0]!.title).toMatch(/ is 6 dB from howling through /);
  });

  it('as loud as it went out it howls, a little less is near', () => {
    expect(said(0)).toMatchObject([{ severity: 'fault' }]);
    expect(said(0)[0]!.title).toMatch(/ howls through /);
    expect(said(-0.01)).toMatchObject([{ severity: 'caution' }]);
  });

  it('counts the ways beside the worst', () => {
    const ways = (count: number) =>
      said(...Array.from({ length: count }, () => -3))[0]!.why.replace(/ and is played.*/, '.');
    expect(ways(1)).not.toContain('more');
    expect(ways(2)).toMatch(/ and one more way\.$/);
    expect(ways(4)).toMatch(/ and 3 more ways\.$/);
  });

  it('turned down by what is over the limit and half a decibel: 3 dB near, 3.5 less', () => {
    const labels = said(-3)[0]!
      .propose()
      .map(({ label }) => label);
    expect(labels).toContain('Turn Level of Powered loudspeaker down to −4 dB');
  });
});
