import { readSpelled, spelled, spellingsOf, type Fact } from '@diaphon/core';

/** Field names may hold no dots: they would read as paths. */
export const fieldOf = (key: string): string => key.replaceAll('.', '~');

/** A number as it is printed. */
export const shown = (value: number): string => String(value).replace('-', '−');

/** The unit each figure is stated in, by its key; the usual one where none was chosen. */
export type Units = Readonly<Record<string, string>>;

export const unitOf = (fact: Fact, units: Units): string => units[fact.key] ?? spellingsOf(fact)[0]!.unit;

/** What was typed for a figure, in the unit it is kept in; undefined when it makes no sense there. */
export const readFact = (text: string, fact: Fact, unit: string): number | undefined => {
  const value = readSpelled(text, fact, unit);
  // The last digit shown is not to fall outside what was allowed.
  const dust = Math.abs(value ?? 0) * 1e-4;
  return value !== undefined && value >= fact.min - dust && value <= fact.max + dust
    ? Math.min(fact.max, Math.max(fact.min, value))
    : undefined;
};

/** The figure as it stands, in a unit. */
export const factText = (fact: Fact, unit: string): string =>
  // As it was typed where nothing is turned.
  shown(unit === fact.unit ? fact.value : spelled(fact.value, fact, unit));

/** What a field takes, from the least to the most, in a unit; ratios that fall as the figure grows are turned round. */
export const rangeIn = (fact: Fact, range: readonly [number, number], unit: string): [string, string] => {
  const [a, b] = range.map((value) => spelled(value, fact, unit)) as [number, number];
  return [shown(Math.min(a, b)), shown(Math.max(a, b))];
};

/** The same figure in the other units data sheets print. */
export const otherSpellings = (fact: Fact, unit: string): string =>
  spellingsOf(fact)
    .filter((one) => one.unit !== unit && !one.isMultiple)
    .map((one) => `${shown(spelled(fact.value, fact, one.unit))} ${one.unit}`)
    .join(' · ');

/** What is wrong with the form of a model, by its fields: no name, and every figure the file would not take. */
export const factErrors = (
  values: Readonly<Record<string, string>>,
  facts: readonly Fact[],
  units: Units,
): Record<string, string> => {
  const errors: Record<string, string> = values['name']?.trim() ? {} : { name: 'Give it a name.' };
  for (const fact of facts) {
    const unit = unitOf(fact, units);
    const text = values[fieldOf(fact.key)];
    if (text === undefined || readFact(text, fact, unit) !== undefined) continue;
    const [least, most] = rangeIn(fact, [fact.min, fact.max], unit);
    errors[fieldOf(fact.key)] = `Write a number from ${least} to ${most} ${unit}.`;
  }
  return errors;
};

/** The form's fields, filled from a model. */
export const factValues = (
  { name, about }: { name: string; about: string },
  facts: readonly Fact[],
  units: Units,
): Record<string, string> => ({
  name,
  about,
  ...Object.fromEntries(facts.map((fact) => [fieldOf(fact.key), factText(fact, unitOf(fact, units))])),
});
