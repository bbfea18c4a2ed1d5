import { isIsoDate } from '@umber/core/dates';
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

/** The number by which a record is asked for. */
export const idSchema = Joi.number().integer().positive().required();
/** The version of a document that a change was made on. */
export const versionSchema = Joi.number().integer().positive().required();
/** A day, ISO 8601. */
export const isoDateSchema = Joi.string()
  .custom((value: string, helpers) => (isIsoDate(value) ? value : helpers.error('date.iso')))
  .messages({ 'date.iso': 'Give the date as year-month-day, such as 2026-03-14.' });
const SAY_WHY = 'Say why, in a few words.';
/** Why something is done. */
export const reasonSchema = Joi.string()
  .trim()
  .min(3)
  .max(500)
  .required()
  .messages({ 'any.required': SAY_WHY, 'string.empty': SAY_WHY, 'string.min': SAY_WHY });
