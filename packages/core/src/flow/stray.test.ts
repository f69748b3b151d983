import { solveCircuit } from '../circuit';
import { leadKindById, modelById } from '../catalogue';
import {
  addDevice,
  connect,
  lookup,
  moveLoudspeaker,
  moveMicrophone,
  moveSeat,
  referenceProblems,
  removeDevice,
  setAssumptions,
  swapModel,
  wear,
  type Edit,
  type Rig,
} from '../rig';
import { after, people, recorder, rigOf, seat } from '../rig/testing';
import { buildFlow, loopsOf, pointId, voiceId } from '.';
import { usbTree } from './usb-links';

/** Ann and Bob, each at a microphone of a kind, on one desk; a loudspeaker on its main output. */
const rig = (mic = 'mic-dynamic-hand'): Rig =>
  rigOf({
    devices: [
      { id: 'mic-ann', model: mic },
      { id: 'mic-bob', model: mic },
      { id: 'desk', model: 'mixer-4-usb', settings: { gain1: 40, gain2: 40, 'main-volume': 0 } },
      { id: 'pc', model: 'laptop-c', apps: [recorder('desk', [1, 2])] },
      { id: 'wedge', model: 'loudspeaker', settings: { level: 0 } },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic-ann.out', 'desk.in1'], lengthM: 3 },
      { kind: 'xlr', ends: ['mic-bob.out', 'desk.in2'], lengthM: 3 },
      { kind: 'usb-c-b', ends: ['pc.usb1', 'desk.usb'], lengthM: 1 },
      { kind: 'trs-635', ends: ['desk.outL', 'wedge.in'], lengthM: 3 },
    ],
    people: people('ann', 'bob'),
    placements: [seat('ann', 'mic-ann', 0.1), seat('bob', 'mic-bob', 0.1)],
  });

/** In the open: no room answers. */
const inTheOpen = (now: Rig): Rig =>
  after(now, (one) => setAssumptions(one, { ...one.assumptions, roomVolumeM3: 100_000, roomReverbS: 0.05 }));

/** Bob two metres to the right of Ann; both look up the plan. */
const seated = (mic?: string): Rig =>
  after(
    rig(mic),
    (now) => moveSeat(now, 'ann', { xM: 0, yM: 0, turnDeg: 0 }),
    (now) => moveSeat(now, 'bob', { xM: 2, yM: 0, turnDeg: 0 }),
  );

const flowOf = (of: Rig) => {
  const find = lookup(of);
  return buildFlow(find, solveCircuit(find), usbTree(find));
};

const wayOf = (of: Rig, from: string, device: string) =>
  (flowOf(of).out.get(from) ?? []).find(({ to }) => to === pointId(device, 'capsule'));

describe('a neighbour in a microphone', () => {
  it('is nowhere while nobody has said where people sit', () => {
    expect(wayOf(rig(), voiceId('ann'), 'mic-bob')).toBeUndefined();
    expect(
      wayOf(
        after(rig(), (now) => moveSeat(now, 'ann', { xM: 0, yM: 0, turnDeg: 0 })),
        voiceId('ann'),
        'mic-bob',
      ),
    ).toBeUndefined();
  });

  it('comes by distance, the side of the mouth and the side of the microphone (arithmetic)', () => {
    const way = wayOf(inTheOpen(seated()), voiceId('ann'), 'mic-bob')!;
    // From (0, 0) to (2, −0.1): 2.0025 m, 87.1° to the right of Ann, and as far off the cardioid that faces down the plan.
    const distanceM = Math.hypot(2, 0.1);
    const cos = Math.cos(((90 - 2.862) * Math.PI) / 180);
    const mouth = (1 + 10 ** (-7 / 20)) / 2;
    const expected =
      -20 * Math.log10(distanceM) +
      20 * Math.log10(0.5 + 0.5 * cos) +
      20 * Math.log10(mouth + (1 - mouth) * cos);
    expect(way.gainDb).toBeCloseTo(expected, 1);
    // In a room its answer comes on top: +0.9 dB against 1 m, −4.8 dB by the cardioid’s directivity.
    const inRoom = wayOf(seated(), voiceId('ann'), 'mic-bob')!;
    const answer = 10 ** ((0.9 - 4.77) / 10);
    expect(inRoom.gainDb).toBeCloseTo(10 * Math.log10(10 ** (expected / 10) + answer), 1);
    expect(way.delayMs).toBeCloseTo((distanceM / 343) * 1000, 6);
    expect(way.isCrosstalk).toBe(true);
    expect(way.terms.map(({ because }) => 'words' in because && because.words)).toContain(
      '200 cm away, not meant to be heard',
    );
  });

  it('comes upside down from behind a figure of eight', () => {
    const turned = after(seated('mic-ribbon'), (now) =>
      moveMicrophone(now, 'mic-bob', 'capsule', { xM: 2, yM: -0.1, turnDeg: 90 }),
    );
    const way = wayOf(turned, voiceId('ann'), 'mic-bob')!;
    expect(way.re).toBeCloseTo(-(10 ** (way.gainDb / 20)), 9);
    expect(wayOf(seated('mic-ribbon'), voiceId('ann'), 'mic-bob')!.re).toBeGreaterThan(0);
  });

  it('whoever speaks past their microphone loses what a mouth sends to the side', () => {
    const [ahead, aside] = [0, 90].map((bearingDeg) => ({
      ...rig(),
      placements: rig().placements.map((one) => ({ ...one, bearingDeg })),
    }));
    const gain = (of: Rig) => wayOf(inTheOpen(of), voiceId('ann'), 'mic-ann')!.gainDb;
    expect(gain(aside!) - gain(ahead!)).toBeCloseTo(-2.81, 2);
  });
});

describe('a loudspeaker in an open microphone', () => {
  const withWedge = (now: Rig, volumeM3: number, reverbS: number): Rig =>
    after(
      now,
      (one) => moveLoudspeaker(one, 'wedge', { xM: 0, yM: -2.1, turnDeg: 180 }),
      (one) => setAssumptions(one, { ...one.assumptions, roomVolumeM3: volumeM3, roomReverbS: reverbS }),
    );

  it('makes a ring whose gain is what its pieces add up to, and which rings where its delay fits', () => {
    const dry = flowOf(withWedge(seated(), 100_000, 0.05));
    const way = wayOf(withWedge(seated(), 100_000, 0.05), pointId('wedge', 'driver'), 'mic-ann')!;
    // Two metres, from behind Ann’s cardioid: as deep as any microphone goes; the room, 161 m critical distance of a loudspeaker.
    const straight = 10 ** ((-6.02 - 40) / 10);
    const room = 10 ** ((-20 * Math.log10(161.2) - 4.77) / 10);
    expect(way.gainDb).toBeCloseTo(10 * Math.log10(straight + room), 1);
    const [loop] = loopsOf(dry).filter(({ nodes }) => nodes.includes(pointId('mic-ann', 'capsule')));
    const round = loop!.nodes.map((id, at) => {
      const to = loop!.nodes[(at + 1) % loop!.nodes.length]!;
      return dry.out.get(id)!.find((edge) => edge.to === to)!.gainDb;
    });
    expect(loop!.gainDb).toBeCloseTo(
      round.reduce((sum, db) => sum + db, 0),
      6,
    );
    expect(loop!.delayMs).toBeGreaterThan((2 / 343) * 1000);
  });

  it('comes by the room too: in a hard one all of it', () => {
    const wet = wayOf(withWedge(seated(), 50, 0.4), pointId('wedge', 'driver'), 'mic-ann')!;
    // 0.057·√(4·50/0.4) = 1.27 m: −2.1 dB against 1 m, −4.8 dB by the cardioid’s directivity.
    expect(wet.gainDb).toBeCloseTo(-2.11 - 4.77, 1);
  });

  it('is no ring where it has no place', () => {
    expect(loopsOf(flowOf(seated()))).toEqual([]);
  });
});

describe('noise of the room at a capsule', () => {
  const noiseAt = (mic: string, noiseDba?: number) => {
    const base = rig(mic);
    const of =
      noiseDba === undefined
        ? base
        : { ...base, assumptions: { ...base.assumptions, roomNoiseDba: noiseDba } };
    return flowOf(of).nodes.get(pointId('mic-ann', 'capsule'))!.noise!;
  };

  it('30 dB(A) is 32.05 dB of white noise; a cardioid takes 4.77 dB less from all around (arithmetic)', () => {
    expect(noiseAt('mic-boundary')).toBeCloseTo(32.05, 1);
    expect(noiseAt('mic-dynamic-hand')).toBeCloseTo(32.05 - 4.77, 1);
    expect(noiseAt('mic-dynamic-hand', 45)).toBeCloseTo(47.05 - 4.77, 1);
  });
});

describe('headphones near a microphone', () => {
  /** Ann hears the desk by headphones of a kind. */
  const worn = (model: string, ...more: ((now: Rig) => Edit)[]): Rig =>
    after(
      rig(),
      (now) => addDevice(now, modelById(model), { id: 'phones' }),
      (now) =>
        connect(now, leadKindById('mini-trs'), [
          { device: 'phones', port: 'in' },
          { device: 'desk', port: 'phones' },
        ]),
      ...more,
    );
  const onAnn = (now: Rig) => wear(now, 'phones', 'ann');
  const bleed = (of: Rig, device: string, ear = 'ear-left') => wayOf(of, pointId('phones', ear), device);

  it('are heard nowhere while nobody wears them', () => {
    expect(bleed(worn('headphones'), 'mic-ann')).toBeUndefined();
    expect(
      bleed(
        worn('headphones', onAnn, (now) => wear(now, 'phones', undefined)),
        'mic-ann',
      ),
    ).toBeUndefined();
  });

  it('are heard by what the cup lets out, distance and the microphone’s side (arithmetic)', () => {
    const way = bleed(worn('headphones', onAnn), 'mic-ann')!;
    // The ear is 10 cm behind the mouth and 7.5 cm aside, the cardioid 10 cm before it, facing the mouth.
    const distanceM = Math.hypot(0.2, 0.075);
    const cos = 0.2 / distanceM;
    const straightDb = -20 * Math.log10(distanceM / 0.1) + 20 * Math.log10((1 + cos) / 2) - 40;
    const leak = way.terms.find(({ because }) => because.kind === 'air' && /cup/.test(because.words));
    expect(leak?.db).toBeCloseTo(-60, 9);
    const room = way.terms.find(({ because }) => because.kind === 'air' && /room/.test(because.words))!;
    expect(way.gainDb - room.db).toBeCloseTo(straightDb, 6);
    expect(way.delayMs).toBeCloseTo((distanceM / 343) * 1000, 6);
    expect(way.isCrosstalk).toBe(true);
  });

  it('are heard by a neighbour once both have places, weaker from the ear that is turned away', () => {
    const here = worn('headphones', onAnn);
    expect(bleed(here, 'mic-bob')).toBeUndefined();
    const both = after(
      here,
      (now) => moveSeat(now, 'ann', { xM: 0, yM: 0, turnDeg: 0 }),
      (now) => moveSeat(now, 'bob', { xM: 2, yM: 0, turnDeg: 0 }),
    );
    const [far, near] = ['ear-left', 'ear-right'].map((ear) => bleed(both, 'mic-bob', ear)!);
    expect(near!.delayMs).toBeLessThan(far!.delayMs);
    expect(near!.delayMs).toBeGreaterThan(bleed(both, 'mic-ann')!.delayMs);
  });

  it('are heard as much more as an open cup lets out, or as assumed where the model does not say', () => {
    const of = (now: Rig) => bleed(now, 'mic-ann')!.gainDb;
    const closed = of(worn('headphones', onAnn));
    expect(of(worn('headphones-open', onAnn)) - closed).toBeCloseTo(22, 9);
    const unsaid = worn('headphones', onAnn);
    const older: Rig = {
      ...unsaid,
      models: unsaid.models.map((model) => ({
        ...model,
        points: model.points.map(({ leakDb: _none, ...point }) => point),
      })),
    };
    const assumed = after(older, (now) => setAssumptions(now, { ...now.assumptions, headphoneLeakDb: 30 }));
    expect(of(assumed) - closed).toBeCloseTo(10, 9);
  });

  it('are taken off by whoever else puts them on, by taking them away, and by another device in their place', () => {
    const wearing = ({ people: all }: Rig) => all.flatMap(({ id, wears }) => (wears ? [id] : []));
    const here = worn('headphones', onAnn);
    expect(wearing(here)).toEqual(['ann']);
    expect(wearing(after(here, (now) => wear(now, 'phones', 'bob')))).toEqual(['bob']);
    expect(wearing(after(here, (now) => removeDevice(now, 'phones')))).toEqual([]);
    expect(wearing(after(here, (now) => swapModel(now, 'phones', modelById('loudspeaker'))))).toEqual([]);
    expect(wearing(after(here, (now) => swapModel(now, 'phones', modelById('earphones'))))).toEqual(['ann']);
  });

  it('are a mistake in a file where they are no headphones, or two wear one', () => {
    const here = worn('headphones', onAnn);
    const wrong = (wears: string) => ({
      ...here,
      people: here.people.map((one) => (one.id === 'bob' ? { ...one, wears } : one)),
    });
    for (const id of ['wedge', 'nothing', 'phones'])
      expect(referenceProblems(wrong(id)).map(({ where }) => where)).toEqual(['people[1].wears']);
    expect(referenceProblems(here)).toEqual([]);
  });
});
