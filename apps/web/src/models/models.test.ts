import { DEVICE_MODELS, factsOf } from '@diaphon/core';
import { recentModels, rememberModel } from '../wiring/recent-models';
import { factErrors, factText, factValues, fieldOf, otherSpellings, readFact } from './fact-form';
import { dropDraft, keepDraft, readDraft } from './model-draft';

const model = DEVICE_MODELS.find(({ id }) => id === 'mic-condenser-large')!;
const facts = factsOf(model);

const box = () => {
  const kept = new Map<string, string>();
  return {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
    removeItem: (key: string) => void kept.delete(key),
  };
};

describe('the form of a model', () => {
  const check = (change: Record<string, string>) =>
    Object.values(factErrors({ ...factValues(model, facts, {}), ...change }, facts, {}));
  const field = (label: string) => fieldOf(facts.find((fact) => fact.label === label)!.key);

  it('takes what the model says already', () => expect(check({})).toEqual([]));

  it('takes a comma and a real minus sign, as people write them', () =>
    expect(check({ [field('Sensitivity')]: '12,5' })).toEqual([]));

  it.each([
    ['Sensitivity', 'abc', 'Write a number from 0.001 to 10000 mV/Pa.'],
    ['Sensitivity', '', 'Write a number from 0.001 to 10000 mV/Pa.'],
    ['Current it draws', '20', 'Write a number from 0.0001 to 14 mA.'],
  ])('%s “%s”: says what to write', (label, text, words) =>
    expect(check({ [field(label)]: text })).toEqual([words]),
  );

  it('a model without a name is not kept', () => expect(check({ name: ' ' })).toEqual(['Give it a name.']));

  it('no field name holds a dot', () => {
    for (const { key } of facts) expect(fieldOf(key)).not.toContain('.');
  });
});

describe('a figure in the unit of the data sheet', () => {
  const fact = facts.find(({ label }) => label === 'Sensitivity')!;
  it('is shown in any of them and read back as it was', () => {
    const sheet = { ...fact, value: 20 };
    // 20 mV/Pa: 20·log(0.02) = −33.98 (arithmetic).
    expect(factText(sheet, 'dBV/Pa')).toBe('−33.98');
    expect(readFact('−33.98', sheet, 'dBV/Pa')).toBeCloseTo(20, 1);
    expect(readFact('20 mV/Pa', sheet, 'dBV/Pa')).toBe(20);
    expect(otherSpellings(sheet, 'mV/Pa')).toBe('−33.98 dBV/Pa · −53.98 dBV/µbar');
    expect(otherSpellings(sheet, 'dBV/Pa')).toBe('20 mV/Pa · −53.98 dBV/µbar');
  });

  it('outside what the file takes it is refused in whichever unit', () => {
    expect(readFact('50 dBV/Pa', fact, 'mV/Pa')).toBeUndefined();
    const [message] = Object.values(
      factErrors({ name: 'x', [fieldOf(fact.key)]: '50' }, [fact], { [fact.key]: 'dBV/Pa' }),
    );
    expect(message).toBe('Write a number from −120 to 20 dBV/Pa.');
  });
});

describe('a model that is not kept yet', () => {
  it('is still there after the page was left, until it is dropped', () => {
    const storage = box();
    keepDraft(storage, 'mic', model);
    expect(readDraft(storage, 'mic')).toEqual(model);
    expect(readDraft(storage, 'other')).toBeUndefined();
    dropDraft(storage, 'mic');
    expect(readDraft(storage, 'mic')).toBeUndefined();
  });

  it.each(['{', 'null', '{"elements":1}'])('something unreadable (%s) counts as none', (text) => {
    const storage = box();
    storage.setItem('diaphon.model.mic', text);
    expect(readDraft(storage, 'mic')).toBeUndefined();
  });

  it('a browser without room does not stop the work', () => {
    const full = {
      ...box(),
      setItem: () => {
        throw new Error('full');
      },
    };
    expect(() => keepDraft(full, 'mic', model)).not.toThrow();
  });
});

describe('models placed last', () => {
  it('newest first, each once, eight at most', () => {
    const storage = box();
    for (let n = 1; n <= 10; n += 1) rememberModel(storage, `m${n}`);
    rememberModel(storage, 'm5');
    expect(recentModels(storage)).toEqual(['m5', 'm10', 'm9', 'm8', 'm7', 'm6', 'm4', 'm3']);
  });

  it.each([
    ['{', []],
    ['{}', []],
    ['[1,"m"]', ['m']],
  ])('what is unreadable (%s) is left out', (text, left) => {
    const storage = box();
    storage.setItem('diaphon.recent-models', text);
    expect(recentModels(storage)).toEqual(left);
  });
});
