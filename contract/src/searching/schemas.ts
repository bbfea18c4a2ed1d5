import Joi from 'joi';
import { DOCUMENT_KINDS, TRAYS } from '@umber/core/documents';
import { idSchema, isoDateSchema } from '../common-schemas.js';
import { BANDS, listOf, MOST_HANDED, ORDERS, PLACES, type ArchiveSearch, type HandingList, type KeepSearch } from './index.js';

/** Parts that each pass, with commas between them. */
const listed = (isPart: (part: string) => boolean) =>
  Joi.string()
    .allow('')
    .max(400)
    .default('')
    .custom((text: string, helpers) => (listOf(text).every(isPart) ? text : helpers.error('any.invalid')));
const among = (values: readonly string[]) => listed((part) => values.includes(part));

const search = {
  q: Joi.string().trim().max(300).allow('').default('').messages({ 'string.max': 'A search has at most 300 letters.' }),
  found: among(PLACES),
  kinds: among(DOCUMENT_KINDS),
  trays: among(TRAYS),
  suppliers: listed((part) => /^[1-9]\d{0,14}$/.test(part)),
  years: listed((part) => /^(\d{4}|none)$/.test(part)),
  amounts: among(BANDS),
  order: Joi.string()
    .valid(...ORDERS)
    .default('best'),
  abroad: Joi.string().valid('yes', 'no').default('yes'),
  after: Joi.number().integer().min(0).max(10_000).default(0),
};
export const archiveSearchSchema = Joi.object<ArchiveSearch>(search);

export const keepSearchSchema = Joi.object<KeepSearch>({
  name: Joi.string().trim().min(1).max(80).required().messages({ '*': 'Give it a name of at most 80 letters.' }),
  search: archiveSearchSchema.required(),
  shared: Joi.boolean().required(),
});
const WHAT_FOR = 'Say what it is for, in a few words.';
export const handingListSchema = Joi.object<HandingList>({
  search: archiveSearchSchema.required(),
  without: Joi.array().items(idSchema.optional()).max(MOST_HANDED).default([]),
  seen: Joi.number().integer().min(0).allow(null).default(null),
  to: idSchema.messages({ '*': 'Say to whom.' }),
  whatFor: Joi.string()
    .trim()
    .min(3)
    .max(500)
    .required()
    .messages({ 'any.required': WHAT_FOR, 'string.empty': WHAT_FOR, 'string.min': WHAT_FOR }),
  openUntil: isoDateSchema.allow(null).required(),
});
