import { leadKindById, modelById } from '../catalogue';
import { solveRig } from '../offers';
import { addDevice, connect, moveLoudspeaker, seatRound, type Rig } from '../rig';
import { after } from '../rig/testing';
import { ordinaryDesks } from './desks.testing';
import { pressEveryFix } from './pressed.testing';

const meantIn = (rig: Rig) =>
  solveRig(rig).meant.find(({ sentence }) => sentence.endsWith('does not hear itself come back.'))!.isMet;
const echoIn = (rig: Rig) => solveRig(rig).findings.filter(({ code }) => code === 'caller-echo');

/** A desk whose call leaves itself out, with a loudspeaker on its main output. */
const desk = (): Rig => {
  const [, rig] = ordinaryDesks().find(([name]) => /main mix minus own/.test(name))!;
  return after(
    rig,
    (now) => addDevice(now, modelById('loudspeaker'), { id: 'wedge', settings: { level: 0 } }),
    (now) =>
      connect(now, leadKindById('trs-635'), [
        { device: 'desk', port: 'outL' },
        { device: 'wedge', port: 'in' },
      ]),
    seatRound,
  );
};

describe('a caller who comes out of a loudspeaker', () => {
  it('hears nothing of it while the loudspeaker stands in another room', () => {
    expect(echoIn(desk())).toEqual([]);
    expect(meantIn(desk())).toBe(true);
  });

  it('hears itself through the microphone in front of it, and each fix that is offered ends that', () => {
    const rig = after(desk(), (now) => moveLoudspeaker(now, 'wedge', { xM: 1, yM: 0, turnDeg: -90 }));
    const [found] = echoIn(rig);
    // What is meant says the same, though no wire brings it back.
    expect(meantIn(rig)).toBe(false);
    expect(found!.title).toMatch(/^The far end of .* hears itself \d+ ms late$/);
    pressEveryFix(rig, 'caller-echo');
  });
});
