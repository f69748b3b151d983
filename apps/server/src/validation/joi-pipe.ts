import { boundsProblems } from '@diaphon/core';
import { Injectable, type PipeTransform } from '@nestjs/common';
import type { ObjectSchema } from 'joi';
import { badRequest } from '../errors/api-error';

/** What is asked, without the rig or model in it: those are looked through where they are read. */
const withoutDocument = (value: unknown): unknown => {
  if (typeof value !== 'object' || value === null) return value ?? null;
  const { document: _document, file: _file, ...rest } = value as Record<string, unknown>;
  return rest;
};

/** Lets only what a Joi schema allows through, and nothing too large to be walked through; the first fault is named with its place. */
@Injectable()
export class JoiPipe<T> implements PipeTransform<unknown, T> {
  constructor(private readonly schema: ObjectSchema<T>) {}

  transform(value: unknown): T {
    const [wrong] = boundsProblems(withoutDocument(value));
    if (wrong) throw badRequest(wrong.where, `Found ${wrong.found}; expected ${wrong.expected}.`, wrong.cure);
    const result = this.schema.validate(value ?? {}, { errors: { wrap: { label: false } } });
    const fault = result.error?.details[0];
    if (fault) {
      throw badRequest(fault.path.join('.') || 'body', `${fault.message}.`, 'Correct it and send it again.');
    }
    return result.value as T;
  }
}
