import { ordinaryDesks } from './desks.testing';
import { solveRig } from '../offers';
import { addDevice, connect, lookup, setAssumptions, setControl, type Rig } from '../rig';
import { after } from '../rig/testing';
import { controlsOf, leadKindById, modelById } from '../catalogue';
import { pressEveryFix } from './pressed.testing';

const listened = (rig: Rig) => solveRig(rig).findings.filter(({ code }) => code === 'hearing');

/** Everything people hear by turned fully up. */
const fullUp = (rig: Rig): Rig =>
  rig.devices.reduce(
    (now, { id }) =>
      controlsOf(lookup(rig).modelOf(id)!)
        .filter((control) => control.kind === 'gain' && /phones|monitor|level|volume/.test(control.id))
        .reduce(
          (then, control) =>
            after(then, (one) =>
              setControl(one, id, control.id, control.kind === 'gain' ? control.maxDb : 0),
            ),
          now,
        ),
    rig,
  );

/** The first headphone socket of a desk that has nothing in it, and headphones in it at the volume the desk comes with. */
const withHeadphones = (rig: Rig, model: string): Rig | undefined => {
  const free = rig.devices.flatMap(({ id }) =>
    lookup(rig)
      .modelOf(id)!
      .ports.filter(
        ({ id: port, connector, side }) =>
          side === 'out' &&
          /^phones/.test(port) &&
          /^trs-(635|35)-socket$/.test(connector) &&
          !lookup(rig).inPort(id, port),
      )
      .map((port) => ({ device: id, port })),
  )[0];
  if (!free) return undefined;
  const kind = leadKindById(free.port.connector === 'trs-635-socket' ? 'mini-trs' : 'mini');
  return after(
    rig,
    (now) => addDevice(now, modelById(model), { id: 'ears-added', name: 'More headphones' }),
    (now) =>
      connect(now, kind, [
        { device: 'ears-added', port: 'in' },
        { device: free.device, port: free.port.id },
      ]),
  );
};

const WITH_EARS = ordinaryDesks().filter(([, rig]) =>
  rig.devices.some(({ model }) => /^headphones(-250)?$/.test(model)),
);

describe('headphones turned fully up, on every desk that has some', () => {
  it.each(WITH_EARS)('%s: silent as it is; loud, each fix that is offered ends it', (_name, rig) => {
    expect(listened(rig)).toEqual([]);
    const loud = fullUp(rig);
    if (listened(loud).length) pressEveryFix(loud, 'hearing');
  });

  it.each(['headphones', 'headphones-250'])(
    '%s more at every desk that has a socket for them: safe as the desk comes, most too loud fully up, each fix ends it',
    (model) => {
      const desks = ordinaryDesks().flatMap(([, rig]) => withHeadphones(rig, model) ?? []);
      expect(desks.length).toBeGreaterThan(15);
      const loud = desks.map(fullUp).filter((rig) => listened(rig).length > 0);
      for (const rig of desks) expect(listened(rig)).toEqual([]);
      expect(loud.length).toBeGreaterThanOrEqual(10);
      for (const rig of loud) pressEveryFix(rig, 'hearing');
    },
  );

  it('most of them are too loud then', () => {
    const loud = WITH_EARS.filter(([, rig]) => listened(fullUp(rig)).length > 0);
    expect(loud.length).toBeGreaterThan(WITH_EARS.length / 2);
  });

  it('who listens longer must listen more quietly', () => {
    const [, rig] = WITH_EARS.find(([name]) => /call on the second computer/.test(name))!;
    const all = after(rig, (one) => setAssumptions(one, { ...one.assumptions, listeningHours: 80 }));
    expect(listened(all)[0]!.title).toMatch(/dB\(A\) at the ear, safe for \d+ h \d+ min a week/);
    expect(listened(all)[0]!.severity).toBe('caution');
  });
});
