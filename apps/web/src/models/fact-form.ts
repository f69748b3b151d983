import type { Fact } from '@diaphon/core';
import Joi from 'joi';
import { readNumber } from '../look/number-input';

/** Field names may hold no dots: they would read as paths. */
export const fieldOf = (key: string): string => key.replaceAll('.', '~');

const shown = (value: number): string => String(value).replace('-', '−');

/** What the form of a model takes: a name, and every figure as a number the file allows. */
export const factSchema = (facts: readonly Fact[]): Joi.ObjectSchema =>
  Joi.object({
    name: Joi.string().trim().min(1).max(200).required().messages({ '*': 'Give it a name.' }),
    about: Joi.string().allow('').max(2000),
    ...Object.fromEntries(
      facts.map((fact) => [
        fieldOf(fact.key),
        Joi.any()
          .custom((text: unknown, { error }) =>
            readNumber(String(text), fact) === undefined ? error('any.invalid') : text,
          )
          .messages({
            'any.invalid': `Write a number from ${shown(fact.min)} to ${shown(fact.max)} ${fact.unit}.`,
          }),
      ]),
    ),
  }).unknown();

/** The form's fields, filled from a model. */
export const factValues = (
  { name, about }: { name: string; about: string },
  facts: readonly Fact[],
): Record<string, string> => ({
  name,
  about,
  ...Object.fromEntries(facts.map(({ key, value }) => [fieldOf(key), shown(value)])),
});
