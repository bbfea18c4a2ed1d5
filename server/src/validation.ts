import { wellFormedIn } from '@umber/core/text';
import type Joi from 'joi';
import { ApiError } from './api-error.js';

/** The value as the schema makes it, its texts well-formed. @throws ApiError with the schema's own sentence. */
export function valid<T>(schema: Joi.Schema<T>, value: unknown): T {
  const { error, value: clean } = schema.validate(wellFormedIn(value), { abortEarly: true, convert: true });
  if (error) throw new ApiError('bad-request', error.message);
  return clean as T;
}
