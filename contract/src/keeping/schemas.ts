import Joi from 'joi';
import { PATTERN_LENGTH, readPattern } from '@umber/core/naming';
import type { KeepingWish } from './index.js';

const text = Joi.string().max(PATTERN_LENGTH).allow('').required();
export const namePreviewSchema = Joi.object<{ pattern: string }, true>({ pattern: text });
export const keepingWishSchema = Joi.object<KeepingWish>({
  folder: Joi.string()
    .trim()
    .max(400)
    .pattern(/^\//)
    .allow(null)
    .required()
    .messages({ 'string.pattern.base': 'Give the folder from the root on, such as /srv/invoices.' }),
  pattern: text
    .custom((value: string, helpers) => ('pattern' in readPattern(value) ? value : helpers.error('any.invalid')))
    .messages({ 'any.invalid': 'No name can be made by this pattern. The line below it says why.' }),
});
