import Joi from 'joi';
import { KEPT_KINDS } from '@umber/core/documents';
import { idSchema, isoDateSchema, reasonSchema } from '../common-schemas.js';
import { archiveSearchSchema } from '../searching/schemas.js';
import {
  MOST_HELD,
  MOST_YEARS,
  type DeletionAgreement,
  type DeletionRefusal,
  type DeletionWish,
  type DueWish,
  type HoldWish,
  type ReleaseAnswer,
  type ReleaseWish,
  type RetentionWish,
} from './index.js';

const years = Joi.number().integer().min(1).max(MOST_YEARS).allow(null).messages({ '*': 'Whole years, from 1 to 99, or none for ever.' });

export const retentionWishSchema = Joi.object<RetentionWish>({
  years: Joi.object(Object.fromEntries(KEPT_KINDS.map((kind) => [kind, years]))).required(),
  yearEndsIn: Joi.number().integer().min(1).max(12),
});
export const dueWishSchema = Joi.object<DueWish, true>({
  until: isoDateSchema.required(),
  kind: Joi.string()
    .valid(...KEPT_KINDS)
    .allow('')
    .default(''),
});
export const holdWishSchema = Joi.object<HoldWish>({
  name: Joi.string()
    .trim()
    .min(1)
    .max(120)
    .required()
    .messages({ 'string.empty': 'Give the hold a name, such as the matter it is about.' }),
  reason: reasonSchema,
  search: archiveSearchSchema.allow(null).default(null),
  without: Joi.array().items(idSchema.optional()).max(MOST_HELD).default([]),
  documents: Joi.array().items(idSchema.optional()).max(MOST_HELD).unique().default([]),
  supplier: idSchema.optional().allow(null).default(null),
  first: isoDateSchema.allow(null).default(null),
  last: isoDateSchema.allow(null).default(null),
});
export const releaseWishSchema = Joi.object<ReleaseWish>({ reason: reasonSchema });
export const releaseAnswerSchema = Joi.object<ReleaseAnswer>({ released: Joi.boolean().required() });
export const deletionWishSchema = Joi.object<DeletionWish>({
  until: isoDateSchema.required(),
  kinds: Joi.array()
    .items(Joi.string().valid(...KEPT_KINDS))
    .unique()
    .default([]),
  reason: reasonSchema,
});
export const deletionAgreementSchema = Joi.object<DeletionAgreement>({ originals: Joi.number().integer().min(1).required() });
export const deletionRefusalSchema = Joi.object<DeletionRefusal>({ reason: reasonSchema });
