import type { Fix, Finding } from '../checks';
import type { Edit } from '../rig';
import { isSameAgain, newcomersOf, turnsBack } from './fix-marks';

type Step = Edit['steps'][number];
const step = (more: Partial<Step>): Step => ({
  collection: 'devices',
  id: 'desk',
  path: ['settings', 'gain1'],
  from: 1,
  to: 2,
  ...more,
});
const fix = (...steps: Partial<Step>[]): Fix => ({ label: '', edit: { label: '', steps: steps.map(step) } });

it('sets again what was set: the same value of the same device, however it is set', () => {
  const set = fix({ id: 'box' }, { to: 5 });
  expect(turnsBack(fix({ to: 9 }), set)).toBe(true);
  expect(turnsBack(fix({ id: 'mic' }), set)).toBe(false);
  expect(turnsBack(fix({ path: ['settings', 'gain2'] }), set)).toBe(false);
});

it('brings the devices that were not there; what is changed of others, or taken away, is none', () => {
  const whole = { path: [], from: undefined };
  expect([
    ...newcomersOf(
      fix(
        { ...whole, id: 'new' },
        { ...whole, id: 'lead', collection: 'leads' },
        { path: [], id: 'gone', to: undefined },
        { from: undefined, id: 'turned' },
      ),
    ),
  ]).toEqual(['new']);
});

it('is the same again with its code, its gravity and its first place', () => {
  const found = (more: Partial<Finding> = {}) => ({
    code: 'leg-lost' as const,
    severity: 'fault' as const,
    places: [{ device: 'box', port: 'in1' }, { lead: 'a' }],
    ...more,
  });
  expect(isSameAgain(found({ places: [{ device: 'box', port: 'in1' }, { lead: 'b' }] }), found())).toBe(true);
  expect(isSameAgain(found({ code: 'polarity' }), found())).toBe(false);
  expect(isSameAgain(found({ severity: 'caution' }), found())).toBe(false);
  expect(isSameAgain(found({ places: [{ device: 'box', port: 'in2' }] }), found())).toBe(false);
});
