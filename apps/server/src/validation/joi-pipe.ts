import { Injectable, type PipeTransform } from '@nestjs/common';
import type { ObjectSchema } from 'joi';
import { badRequest } from '../errors/api-error';

/** Lets only what a Joi schema allows through; the first fault is named with its place. */
@Injectable()
export class JoiPipe<T> implements PipeTransform<unknown, T> {
  constructor(private readonly schema: ObjectSchema<T>) {}

  transform(value: unknown): T {
    const result = this.schema.validate(value ?? {}, { errors: { wrap: { label: false } } });
    const fault = result.error?.details[0];
    if (fault) {
      throw badRequest(fault.path.join('.') || 'body', `${fault.message}.`, 'Correct it and send it again.');
    }
    return result.value as T;
  }
}
