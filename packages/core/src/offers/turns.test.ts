import type { Fix } from '../checks';
import type { Edit } from '../rig';
import { rigOf } from '../rig/testing';
import { turnsGainOnly, turnsOnly } from './turns';

type Step = Edit['steps'][number];
const step = (path: string[], collection = 'devices') =>
  ({ collection, id: 'box', path, from: 1, to: 2 }) as Step;
const fix = (...steps: Step[]): Fix => ({ label: '', edit: { label: '', steps } });

const GAIN = step(['settings', 'gain1']);
const PHANTOM = step(['settings', 'phantom1']);
const rig = rigOf({ devices: [{ id: 'box', model: 'interface-2' }] });

describe('what only turns something', () => {
  it.each<[string, boolean, Fix]>([
    ['one setting', true, fix(GAIN)],
    ['two', true, fix(GAIN, PHANTOM)],
    ['all settings at once', false, fix(step(['settings']))],
    ['something within a setting', false, fix(step(['settings', 'gain1', 'x']))],
    ['a name', false, fix(step(['name', 'gain1']))],
    ['a setting of something else', false, fix(step(['settings', 'gain1'], 'apps'))],
    ['a setting and a lead', false, fix(GAIN, step([], 'leads'))],
  ])('%s: %s', (_what, is, one) => {
    expect(turnsOnly(one)).toBe(is);
    expect(turnsGainOnly(rig, one)).toBe(is && !one.edit.steps.includes(PHANTOM));
  });
});
