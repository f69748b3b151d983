import { lookup } from '.';
import { people, rigOf } from './testing';

const find = lookup(
  rigOf({
    devices: [{ id: 'box', model: 'interface-2', name: 'Box' }],
    leads: [],
    people: people('ann', 'bob'),
  }),
);

it('names what there is, and by its id what there is not', () => {
  expect([find.nameOf('box'), find.nameOf('ghost')]).toEqual(['Box', 'ghost']);
  expect([find.personName('bob'), find.personName('ghost')]).toEqual(['BOB', 'ghost']);
  const { label } = find.port('box', 'in1')!;
  expect(label).not.toBe('in1');
  expect([find.portName('box', 'in1'), find.portName('box', 'x'), find.portName('ghost', 'in1')]).toEqual([
    label,
    'x',
    'in1',
  ]);
});
