import { brokenLead, pair, voice } from '../checks/bad-desks.testing';
import { applyEdit, changeLead, setControl, type Rig } from '../rig';
import { fixesFor } from './fixes';
import { mended, tuned } from './mend';
import { previewEdit } from './preview';
import { solveRig } from './solve-rig';
import { turnsGainOnly, turnsOnly } from './turns';

/** Rigs mended by their own findings: turned first, then with gear. */

const found = (rig: Rig) => solveRig(rig).findings.map(({ code }) => code);
const gear = (rig: Rig) => rig.devices.map(({ model }) => model);

describe('tuned', () => {
  const quiet = voice({ gain: 20, effort: 'raised' });

  it('turns a gain to the aim and touches nothing else', () => {
    const then = tuned(quiet);
    expect(found(quiet)).toEqual(['gain-short']);
    expect(found(then)).toEqual([]);
    expect({ ...then, devices: [] }).toEqual({ ...quiet, devices: [] });
    expect(then.devices.map(({ id, settings }) => [id, Object.keys(settings)])).toEqual(
      quiet.devices.map(({ id, settings }) => [id, Object.keys(settings)]),
    );
  });

  it('switches phantom on for a condenser, then turns its gain', () => {
    const then = tuned(voice({ mic: 'mic-condenser-large', gain: 0, distanceM: 0.2 }));
    expect(found(then)).toEqual([]);
    expect(then.devices.find(({ id }) => id === 'box')!.settings).toMatchObject({ phantom1: true });
  });

  it('leaves what wants gear as it is', () => {
    const broken = brokenLead(['cold']);
    const then = tuned(broken);
    expect(then.leads).toEqual(broken.leads);
    expect(found(then)).toContain('leg-lost');
  });

  it('leaves a desk that is right alone', () => expect(tuned(tuned(quiet))).toEqual(tuned(quiet)));
});

describe('mended', () => {
  it('with gear what turning does not reach: a booster, and its gain', () => {
    const then = mended(voice({ mic: 'mic-dynamic-broadcast', gain: 50, distanceM: 0.3 }));
    expect(gear(then)).toContain('booster');
    expect(found(then).filter((code) => code === 'gain-short')).toEqual([]);
  });

  it('with another lead what a broken one keeps back', () => {
    const then = mended(brokenLead(['cold']));
    expect(then.leads.every(({ broken }) => broken.length === 0)).toBe(true);
    expect(found(then)).toEqual([]);
  });

  it('turns what is only advised, and brings no gear for it', () => {
    const rig = pair('mic-dynamic-hand', 'interface-2', 'xlr', ['a.out', 'b.in1'], { phantom1: true });
    expect(found(rig)).toEqual(['phantom-unneeded']);
    expect(found(mended(rig))).toEqual([]);
    expect(gear(mended(rig))).toEqual(gear(rig));
  });
});

describe('what only turns', () => {
  const rig = voice({ gain: 20 });
  const asFix = (edit: ReturnType<typeof setControl>) => ({ label: edit.label, edit });
  const turn = asFix(setControl(rig, 'box', 'gain1', 40));
  const flip = asFix(setControl(rig, 'box', 'phantom1', true));
  const lead = asFix(changeLead(rig, rig.leads[0]!.id, { lengthM: 5 }));

  it('is a control and nothing beside it', () => {
    expect([turn, flip, lead].map(turnsOnly)).toEqual([true, true, false]);
    const both = asFix({ label: 'both', steps: [...turn.edit.steps, ...lead.edit.steps] });
    expect(turnsOnly(both)).toBe(false);
  });

  it('is a gain, or something else', () =>
    expect([turn, flip, lead].map((fix) => turnsGainOnly(rig, fix))).toEqual([true, false, false]));
});

describe('what an edit would do to the findings', () => {
  const rig = voice({ gain: 20, effort: 'raised' });

  it('goes and comes, the rig itself left alone', () => {
    const tooFar = previewEdit(rig, setControl(rig, 'box', 'gain1', 56));
    expect(tooFar.possible).toBe(true);
    expect(tooFar.gone.map(({ code }) => code)).toEqual(['gain-short']);
    expect(tooFar.come.map(({ code }) => code)).toEqual(
      expect.arrayContaining(['clip-converter', 'gain-top-of-range']),
    );
    expect(found(rig)).toEqual(['gain-short']);
  });

  it('is impossible where the rig is another by now', () => {
    const edit = setControl(rig, 'box', 'gain1', 50);
    const later = applyEdit(rig, setControl(rig, 'box', 'gain1', 30)).rig;
    expect(previewEdit(later, edit)).toEqual({ possible: false, gone: [], come: [] });
  });
});

describe('the order of what is offered', () => {
  it('what ends it first, what does without last', () => {
    const rig = brokenLead(['cold']);
    const [one] = solveRig(rig).findings.filter(({ code }) => code === 'leg-lost');
    const fixes = fixesFor(rig, one!.id);
    expect(fixes.map(({ label }) => label)).toEqual(['Use an unbroken lead', 'Unplug this lead']);
    expect(fixes[0]!.preview.gone.map(({ id }) => id)).toContain(one!.id);
    expect(fixesFor(rig, 'nothing of the kind')).toEqual([]);
  });
});
