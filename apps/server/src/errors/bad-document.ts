import type { Problem } from '@diaphon/core';
import { ApiError } from './api-error';

/** A document that the engine refuses: the first problem in words, all of them with place and cure. */
export const badDocument = (problems: Problem[]): ApiError => {
  const first = problems[0]!;
  return new ApiError(
    422,
    {
      code: 'bad-document',
      message: `Found ${first.found}; expected ${first.expected}.`,
      where: first.where,
      hint: first.cure,
    },
    { problems },
  );
};
