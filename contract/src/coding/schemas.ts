import Joi from 'joi';
import { decimal, isDecimalString } from '@umber/core/money';
import { idSchema, versionSchema as version } from '../common-schemas.js';
import type { CodingRulesWish, CodingWish, PartWish, TemplateWish } from './index.js';

const number = (fits: (value: string) => boolean, says: string) =>
  Joi.string()
    .trim()
    .empty('')
    .custom((value: string, helpers) => (isDecimalString(value) && fits(value) ? value : helpers.error('number')))
    .messages({ number: says })
    .allow(null)
    .default(null);
const account = Joi.string().trim().max(20).required().messages({ 'string.empty': 'Choose an account.' });
const costCentre = Joi.string().trim().max(20).required().messages({ 'string.empty': 'Choose a cost centre.' });
const project = Joi.string().trim().max(40).empty('').allow(null).default(null);
const part = Joi.object<PartWish>({
  account,
  costCentre,
  project,
  percent: number(
    (value) => decimal(value).gt(0) && decimal(value).lte(100) && decimal(value).decimalPlaces() <= 4,
    'A share is a number above 0 and up to 100.',
  ),
  amount: number(
    (value) => !decimal(value).isZero() && decimal(value).decimalPlaces() <= 2 && decimal(value).abs().lt(1e10),
    'An amount is a number with at most two decimals.',
  ),
})
  .custom((wish: PartWish, helpers) => ((wish.percent === null) === (wish.amount === null) ? helpers.error('part.one') : wish))
  .messages({ 'part.one': 'Say of each part its share in per cent, or its amount.' });

const MONTHS_SAY = 'A cost is spread over 2 to 60 months from a month such as 2026-11.';
const spreadSchema = Joi.object({
  from: Joi.string()
    .pattern(/^20\d{2}-(0[1-9]|1[0-2])$/)
    .required(),
  months: Joi.number().integer().min(2).max(60).required(),
})
  .allow(null)
  .default(null)
  .messages({ '*': MONTHS_SAY });

export const codingWishSchema = Joi.object<CodingWish>({
  version,
  lines: Joi.array()
    .items(
      Joi.object({
        position: Joi.number().integer().min(0).required(),
        account,
        costCentre,
        project,
        parts: Joi.array().items(part).max(40).default([]),
        spread: spreadSchema,
      }),
    )
    .unique('position')
    .min(1)
    .max(2000)
    .required(),
});
export const codingRulesWishSchema = Joi.object<CodingRulesWish>({
  before: Joi.array().items(idSchema.optional()).max(2000).required(),
  rules: Joi.array()
    .items(
      Joi.object({
        supplierId: idSchema.allow(null),
        words: Joi.array().items(Joi.string().trim().min(2).max(60)).max(8).required(),
        minAmount: number(
          (value) => decimal(value).gt(0) && decimal(value).decimalPlaces() <= 2,
          'The least amount is a number above zero.',
        ),
        account,
        costCentre,
        project,
      }),
    )
    .max(500)
    .required(),
});
export const templateWishSchema = Joi.object<TemplateWish>({
  name: Joi.string().trim().min(2).max(60).required().messages({ '*': 'Give the split a name.' }),
  parts: Joi.array().items(part).min(1).max(40).required(),
  replaces: idSchema.optional().allow(null).default(null),
});
