import { isIban, normalizeIban } from '@umber/core/identifiers';
import Joi from 'joi';

/** An IBAN in any usual writing; taken without its spaces. */
export const ibanSchema = Joi.string()
  .trim()
  .max(50)
  .custom((value: string, helpers) => (isIban(value) ? normalizeIban(value) : helpers.error('any.invalid')))
  .messages({
    'any.invalid': 'This is no IBAN: its length or check digits are wrong. Compare it with the page.',
    'string.max': 'An IBAN has at most 34 letters and digits.',
  });
