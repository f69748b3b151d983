import type { RigOnShelf } from '@diaphon/api';
import { arrangeShelf, shelfWords } from './arrange-shelf';

const rig = (
  name: string,
  minute: number,
  findings: Partial<Record<'danger' | 'fault' | 'caution' | 'advice', number>> = {},
  rest: Partial<RigOnShelf> = {},
): RigOnShelf => ({
  id: name,
  name,
  revision: 1,
  updatedAt: `2026-11-26T10:${String(minute).padStart(2, '0')}:00.000Z`,
  deletedAt: null,
  trouble: null,
  summary: {
    devices: minute,
    leads: 1,
    people: 1,
    target: 'recording',
    findings: { danger: 0, fault: 0, caution: 0, advice: 0, ...findings },
    toDo: 0,
    isHeard: true,
    sketch: { boxes: [], lines: [], more: 0 },
    gravest: findings.danger ? 'Laptop gets 46 V' : null,
  },
  ...rest,
});

const RIGS = [
  rig('Harbour 10', 5, { caution: 9 }),
  rig('Harbour 2', 7, { danger: 1 }),
  rig('Lamp room', 3),
  rig('Broken', 1, {}, { summary: null, trouble: 'cannot be read' }),
];
const names = (words: string, order: Parameters<typeof arrangeShelf>[2]) =>
  arrangeShelf(RIGS, words, order).map(({ name }) => name);

describe('the shelf arranged', () => {
  it('by what was saved last, by name with its numbers, by size', () => {
    expect(names('', 'saved')).toEqual(['Harbour 2', 'Harbour 10', 'Lamp room', 'Broken']);
    expect(names('', 'name')).toEqual(['Broken', 'Harbour 2', 'Harbour 10', 'Lamp room']);
    expect(names('', 'size')).toEqual(['Harbour 2', 'Harbour 10', 'Lamp room', 'Broken']);
  });

  it('by what is wrong: one danger before nine cautions, what cannot be read before all', () => {
    expect(names('', 'gravity')).toEqual(['Broken', 'Harbour 2', 'Harbour 10', 'Lamp room']);
  });

  it('found by every word, of the name or of what is wrong', () => {
    expect(names('harb 10', 'saved')).toEqual(['Harbour 10']);
    expect(names('46 v', 'saved')).toEqual(['Harbour 2']);
    expect(names('ghost', 'saved')).toEqual([]);
  });
});

it('the whole shelf in a line: each rig once, by its gravest', () =>
  expect(shelfWords([...RIGS, rig('Two', 2, { danger: 1, fault: 3 })])).toBe(
    '5 rigs: 1 cannot be read, 2 with danger at worst, 1 with caution at worst, 1 clear.',
  ));
