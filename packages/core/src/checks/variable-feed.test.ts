import { fixesFor, makeEngineMemory, solve, solveRig, tuned } from '../offers';
import { applyEdit, setControl, socketsIn, type Rig } from '../rig';
import { after, people, recorder, rigOf, seat, type Rows } from '../rig/testing';
import { skerryLight } from '../demo';
import type { Finding } from './finding';
import { variableFeed } from './variable-feed';

const feedIn = (rig: Rig): Finding[] => solveRig(rig).findings.filter(({ code }) => code === 'variable-feed');

/** A voice at a desk; something that records is fed from one of its sockets. */
const fed = (
  mic: string,
  desk: string,
  from: string,
  to: Rows['devices'][number],
  into: string,
  kind: string,
): Rig =>
  rigOf({
    devices: [
      { id: 'mic', model: mic },
      {
        id: 'desk',
        model: desk,
        settings: {
          gain1: 40,
          ...(mic.includes('condenser')
            ? desk.startsWith('mixer-4')
              ? { phantom: true }
              : { phantom1: true }
            : {}),
        },
      },
      to,
    ],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 3 },
      {
        kind,
        // The lead from a headphone socket has its mini-jack first.
        ends:
          kind === 'mini-trs' ? [`${to.id}.${into}`, `desk.${from}`] : [`desk.${from}`, `${to.id}.${into}`],
        lengthM: 2,
      },
    ],
    people: people('ann'),
    placements: [seat('ann', 'mic', mic.includes('condenser') ? 0.2 : 0.06)],
  });

const CAMERA = { id: 'cam', model: 'camera', settings: { gain: 0, 'plugin-power': false } };
const POCKET = { id: 'rec', model: 'recorder-pocket' };
const LAPTOP = {
  id: 'pc',
  model: 'laptop-c',
  apps: [{ ...recorder('pc', [1]), input: { device: 'pc', stream: 'jack-in' } }],
};

const MICS = [
  'mic-dynamic-hand',
  'mic-dynamic-broadcast',
  'mic-condenser-large',
  'mic-condenser-budget',
  'mic-ribbon',
];

describe('a headphone socket that feeds what records', () => {
  const bad = MICS.flatMap((mic): [string, Rig][] => [
    [`${mic}, small mixer into a camera`, fed(mic, 'mixer-4-usb', 'phones', CAMERA, 'mic', 'mini-trs')],
    [
      `${mic}, small mixer into a pocket recorder`,
      fed(mic, 'mixer-4-usb', 'phones', POCKET, 'mic', 'mini-trs'),
    ],
    [`${mic}, interface into a camera`, fed(mic, 'interface-2', 'phones', CAMERA, 'mic', 'mini-trs')],
    [`${mic}, compact mixer into a camera`, fed(mic, 'mixer-2-usb', 'phones', CAMERA, 'mic', 'mini-trs')],
  ]);
  const arrives = (rig: Rig) => solveRig(rig).strands.some((one) => one.arrives && one.person !== null);

  it.each(bad)('%s: said where it arrives, and every fix that is offered ends it', (_name, rig) => {
    const found = feedIn(rig);
    expect(found).toHaveLength(arrives(rig) ? 1 : 0);
    for (const { id } of found)
      for (const { edit, label } of fixesFor(rig, id, makeEngineMemory()))
        expect({ label, left: feedIn(applyEdit(rig, edit).rig) }).toEqual({ label, left: [] });
  });

  it('most of them arrive, and most have a better socket to go to', () => {
    const heard = bad.filter(([, rig]) => arrives(rig));
    expect(heard.length).toBeGreaterThan(bad.length / 2);
    const mended = heard.filter(
      ([, rig]) => fixesFor(rig, feedIn(rig)[0]!.id, makeEngineMemory()).length > 0,
    );
    expect(mended.length).toBeGreaterThan(heard.length / 2);
  });

  it.each(MICS.flatMap((mic) => ['outL', 'send'].map((socket) => [mic, socket] as const)))(
    '%s from “%s” of the small mixer: nothing is said',
    (mic, socket) => {
      expect(feedIn(fed(mic, 'mixer-4-usb', socket, CAMERA, 'mic', 'ts-mini-pad'))).toEqual([]);
    },
  );

  it('a laptop has no other way out: nothing is said of its jack', () => {
    expect(feedIn(tuned(skerryLight))).toEqual([]);
    expect(feedIn(fed('mic-dynamic-hand', 'interface-2', 'outL', LAPTOP, 'jack', 'ts-mini-pad'))).toEqual([]);
  });

  describe('the better socket', () => {
    const rig = fed('mic-dynamic-hand', 'mixer-4-usb', 'phones', CAMERA, 'mic', 'mini-trs');
    const solved = solve(rig);
    const [found] = variableFeed(solved);
    const [strand] = solved.strands.filter(({ sinkKind }) => sinkKind === 'camera');

    it('is named with what carries the same sound and is free', () => {
      expect(found!.title).toBe(
        `${strand!.sinkLabel} is fed by the headphone socket of Four-microphone mixer with USB`,
      );
      expect(found!.why).toMatch(
        /^Whoever turns “Headphones” for their ears .* “.+” carries the same sound, is free/,
      );
      expect(found!.places).toEqual([{ device: 'desk', port: 'phones' }]);
      expect(found!.figures[0]!.value).toBe(strand!.stages.at(-1)!.typical);
    });

    it.each([
      ['as far up as it goes', 40, (volume: number, under: number) => volume === 0 && under > 1],
      ['to what is wanted', 60, (volume: number, under: number) => volume < 0 && under >= 0 && under < 1],
    ])('is turned %s, with a gain of %d dB; the lead as long as before', (_what, gain, isRight) => {
      const louder = after(rig, (now) => setControl(now, 'desk', 'gain1', gain));
      const fixes = variableFeed(solve(louder))[0]!.propose();
      expect(fixes.length).toBeGreaterThan(0);
      for (const { edit, label } of fixes) {
        const then = solve(applyEdit(louder, edit).rig);
        const now = then.strands.find(({ id }) => id === strand!.id)!;
        const volume = then.rig.devices.find(({ id }) => id === 'desk')!.settings['main-volume'] as number;
        const run = then.rig.leads.find((lead) => socketsIn([lead]).some(({ device }) => device === 'cam'))!;
        expect({
          label,
          isLong: run.lengthM >= 2,
          isRight: isRight(volume, now.aim.best - now.stages.at(-1)!.typical),
        }).toEqual({ label, isLong: true, isRight: true });
      }
    });

    it('what is plugged in already is none', () => {
      const others = solved.find
        .modelOf('desk')!
        .ports.filter(({ id }) => ['outL', 'outR', 'send'].includes(id));
      const taken = {
        ...rig,
        leads: [
          ...rig.leads,
          ...others.map(({ id }, at) => ({
            ...rig.leads[0]!,
            id: `t${at}`,
            ends: [{ device: 'desk', port: id }, null],
          })),
        ],
      };
      expect(variableFeed(solve(taken))).toEqual([]);
    });
  });
});
