import { ordinaryDesks } from './desks.testing';
import { fixesFor, makeEngineMemory, solveRig } from '../offers';
import { applyEdit, lookup, setAssumptions, setControl, type Rig } from '../rig';
import { after } from '../rig/testing';
import { controlsOf } from '../catalogue';

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

const WITH_EARS = ordinaryDesks().filter(([, rig]) =>
  rig.devices.some(({ model }) => /^headphones(-250)?$/.test(model)),
);

describe('headphones turned fully up, on every desk that has some', () => {
  it.each(WITH_EARS)('%s: silent as it is; loud, each fix that is offered ends it', (_name, rig) => {
    expect(listened(rig)).toEqual([]);
    const loud = fullUp(rig);
    for (const { id } of listened(loud)) {
      const fixes = fixesFor(loud, id, makeEngineMemory());
      expect(fixes.length).toBeGreaterThan(0);
      for (const { edit } of fixes)
        expect(listened(applyEdit(loud, edit).rig).map((one) => one.id)).not.toContain(id);
    }
  });

  it('most of them are too loud then', () => {
    const loud = WITH_EARS.filter(([, rig]) => listened(fullUp(rig)).length > 0);
    expect(loud.length).toBeGreaterThan(WITH_EARS.length / 2);
  });

  it('who listens longer must listen more quietly', () => {
    const [, rig] = WITH_EARS.find(([name]) => /call on the second computer/.test(name))!;
    const all = after(rig, (one) => setAssumptions(one, { ...one.assumptions, listeningHours: 80 }));
    expect(listened(all)[0]!.title).toMatch(/dB\(A\) at the ear, safe for \d+\.\d hours a week/);
    expect(listened(all)[0]!.severity).toBe('caution');
  });
});
