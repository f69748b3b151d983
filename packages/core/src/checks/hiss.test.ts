import { modelById } from '../catalogue';
import { fixesFor, makeEngineMemory, solveRig } from '../offers';
import { applyEdit, putPlacement, type Rig } from '../rig';
import { after, inSilence, people, recorder, rigOf, seat } from '../rig/testing';
import { ordinaryDesks } from './desks.testing';
import type { Finding } from './finding';

const hiss = (rig: Rig): Finding[] =>
  solveRig(rig).findings.filter(({ code }) => code === 'noise-high' || code === 'gain-at-wrong-stage');

/** Whether every way that is offered to mend a finding really ends it, and how many there are. */
const pressed = (rig: Rig, { id }: Finding): number => {
  const fixes = fixesFor(rig, id, makeEngineMemory());
  for (const { edit, label } of fixes)
    expect({ label, left: hiss(applyEdit(rig, edit).rig).some((one) => one.id === id) }).toEqual({
      label,
      left: false,
    });
  return fixes.length;
};

/** A microphone by way of a separate preamp into a box, level made at one or the other. */
const chain = (mic: string, box: string, distanceM: number, atPreampDb: number, atBoxDb: number): Rig => {
  const usb = modelById(box).ports.find(({ usb: role }) => role?.role === 'device')!;
  return inSilence(
    rigOf({
      devices: [
        { id: 'mic', model: mic },
        { id: 'preamp', model: 'preamp', settings: { gain: atPreampDb } },
        { id: 'box', model: box, settings: { gain1: atBoxDb } },
        { id: 'pc', model: 'laptop-c', apps: [recorder('box')] },
      ],
      leads: [
        { kind: 'xlr', ends: ['mic.out', 'preamp.in'], lengthM: 3 },
        { kind: 'trs-635', ends: ['preamp.out', 'box.in1'], lengthM: 1 },
        {
          kind: usb.connector === 'usb-c-socket' ? 'usb-c-c' : 'usb-c-b',
          ends: ['pc.usb1', `box.${usb.id}`],
          lengthM: 1,
        },
      ],
      people: people('ann'),
      placements: [seat('ann', 'mic', distanceM)],
    }),
  );
};

const BAD = ['mic-dynamic-hand', 'mic-dynamic-broadcast'].flatMap((mic) =>
  ['interface-1', 'interface-2', 'interface-4', 'interface-8'].flatMap((box) =>
    [0.2, 0.3, 0.6].map(
      (distanceM) => [`${mic} at ${distanceM} m into ${box}`, mic, box, distanceM] as const,
    ),
  ),
);

describe('level made at the second of two amplifiers', () => {
  it.each(BAD)('%s: said, and what is offered first makes it at the first', (_name, mic, box, distanceM) => {
    const late = chain(mic, box, distanceM, 24, box === 'interface-1' ? 54 : 56);
    const found = hiss(late);
    for (const one of found) expect(pressed(late, one)).toBeGreaterThan(0);
    // What is too quiet besides is turned up at its first gain, which mends both.
    const said = found[0] ?? solveRig(late).findings.find(({ code }) => code === 'gain-short');
    // Within 1.5 dB of its aim nobody minds.
    if (!said) return;
    const [first] = fixesFor(late, said.id, makeEngineMemory());
    const then = applyEdit(late, first!.edit).rig;
    expect(then.devices.find(({ id }) => id === 'preamp')!.settings['gain']).toBeGreaterThan(24);
    // Loud enough now, it may still be worth moving more of it; that too ends when it is done.
    for (const one of hiss(then)) {
      expect(one.code).toBe('gain-at-wrong-stage');
      expect(pressed(then, one)).toBeGreaterThan(0);
    }
  });

  it.each(BAD)('%s: made at the first, the level is nobody’s fault', (_name, mic, box, distanceM) => {
    const early = chain(mic, box, distanceM, 58, 20);
    expect(hiss(early).filter(({ code }) => code === 'gain-at-wrong-stage')).toEqual([]);
  });
});

describe('voices far from their microphones', () => {
  const far = ordinaryDesks().flatMap(([name, rig]) =>
    rig.placements.map(
      (one) =>
        [`${name}: ${one.person}`, after(rig, (now) => putPlacement(now, { ...one, distanceM: 3 }))] as const,
    ),
  );
  const found = far.filter(([, rig]) => hiss(rig).length > 0);

  it('at three metres most are too little over the hiss, or nearly', () =>
    expect(found.length).toBeGreaterThan(20));
  it.each(found.filter((_, at) => at % 3 === 0))('%s: each fix ends it', (_name, rig) => {
    for (const one of hiss(rig)) pressed(rig, one);
  });
});

describe('a noisy room', () => {
  const inRoom = (rig: Rig, roomNoiseDba: number): Rig => ({
    ...rig,
    assumptions: { ...rig.assumptions, roomNoiseDba },
  });

  it.each(ordinaryDesks())('%s: nothing is said in a quiet one; in a loud one who makes it', (_name, rig) => {
    expect(hiss(inRoom(rig, 35))).toEqual([]);
    const loud = inRoom(rig, 60);
    for (const found of hiss(loud)) {
      // Two open microphones in one mix bring half of it each.
      expect(found.why).toMatch(/made by the room and the microphone itself|^No single stage makes it/);
      pressed(loud, found);
    }
  });

  it('most desks with a voice are said in a loud one', () => {
    const voiced = ordinaryDesks().filter(([, rig]) => rig.placements.length > 0);
    const said = voiced.filter(([, rig]) => hiss(inRoom(rig, 60)).length > 0);
    expect(said.length).toBeGreaterThan(voiced.length / 2);
  });
});
