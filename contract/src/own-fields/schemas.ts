import { ownFault, OWN_MATCHES, OWN_TYPES, type OwnField, type OwnName } from '@umber/core/documents';
import { isDecimalString } from '@umber/core/money';
import { isIsoDate } from '@umber/core/dates';
import Joi from 'joi';
import type { OwnFieldWish } from './index.js';

const KEY = '[a-z0-9-]{1,40}';
export const ownKeySchema = Joi.string()
  .pattern(new RegExp(`^${KEY}$`))
  .required();
/** The name of an own field beside the built-in ones. */
export const ownNameSchema = Joi.string<OwnName>()
  .pattern(new RegExp(`^own:${KEY}$`))
  .messages({ 'string.pattern.base': 'The field must be one of those of every invoice, or one of your own.' });
const text = Joi.string().trim().min(1).max(60);

export const ownFieldWishSchema = Joi.object<OwnFieldWish>({
  name: text.required().messages({ 'string.empty': 'Give the field a name.' }),
  level: Joi.string().valid('head', 'line').required(),
  type: Joi.string()
    .valid(...OWN_TYPES)
    .required(),
  required: Joi.boolean().required(),
  labels: Joi.array().items(text).max(20).unique().required(),
  choices: Joi.array().items(text).max(200).unique().required(),
  pattern: Joi.string().trim().allow('').max(100).required(),
  least: Joi.string().trim().max(30).allow(null).required(),
  most: Joi.string().trim().max(30).allow(null).required(),
  matches: Joi.string()
    .valid(...OWN_MATCHES, null)
    .required(),
})
  .custom((wish: OwnFieldWish, helpers) => {
    const { type, level, choices, least, most, matches } = wish;
    const isBound = (bound: string | null) => bound === null || (type === 'date' ? isIsoDate(bound) : isDecimalString(bound));
    if (type === 'choice' && choices.length < 2) return helpers.error('own.choices');
    if (!isBound(least) || !isBound(most)) return helpers.error('own.bounds');
    if (least !== null && most !== null && ownFault({ ...wish, key: 'x', least: null }, least) === 'most')
      return helpers.error('own.order');
    return level === 'line' && matches !== null ? helpers.error('own.line') : wish;
  })
  .messages({
    'own.choices': 'A choice needs at least two things to choose from.',
    'own.bounds': 'Give the least and the most as numbers with a point, or as dates such as 2026-11-29.',
    'own.order': 'The least is more than the most.',
    'own.line': 'Only a field of the head can be held against the order.',
  });

/** How a value of an own field must be written. */
export const ownValueSchema = (field: OwnField): Joi.Schema<string> =>
  Joi.string()
    .trim()
    .min(1)
    .max(500)
    .custom((value: string, helpers) => {
      const fault = ownFault(field, value);
      return fault === null ? value : helpers.error(`own.${fault}`);
    })
    .messages({
      'own.type':
        field.type === 'date'
          ? `${field.name} is a date, such as 2026-11-29.`
          : field.type === 'yes-no'
            ? `${field.name} is yes or no.`
            : `${field.name} is a number with a point, such as 1234.50.`,
      'own.choice': `${field.name} is one of ${field.choices.join(', ')}.`,
      'own.least': `${field.name} is at least ${field.least}.`,
      'own.most': `${field.name} is at most ${field.most}.`,
      'own.pattern': `${field.name} must look like ${field.pattern} (9: a digit, A: a capital, a: a small letter, *: anything).`,
    });
