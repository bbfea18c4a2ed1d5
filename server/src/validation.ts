import type Joi from 'joi';
import { Refused } from './errors.js';

/** The value as the schema makes it. @throws Refused with the schema's own sentence. */
export function valid<T>(schema: Joi.Schema<T>, value: unknown): T {
  const { error, value: clean } = schema.validate(value, { abortEarly: true, convert: true });
  if (error) throw new Refused('bad-request', error.message);
  return clean as T;
}
