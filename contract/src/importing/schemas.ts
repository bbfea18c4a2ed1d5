import Joi from 'joi';
import { IMPORT_TABLES, type ImportTable } from '@umber/core/importing';
import type { ImportWish, MappingWish } from './index.js';

export const importTableSchema = Joi.string<ImportTable>()
  .valid(...IMPORT_TABLES)
  .required();
/** A file of some 15 MB in base64. */
const MOST_SIGNS = 20_000_000;
export const importWishSchema = Joi.object<ImportWish, true>({
  table: importTableSchema,
  fileName: Joi.string().trim().min(1).max(200).required(),
  bytes: Joi.string().base64().min(4).max(MOST_SIGNS).required().messages({
    'string.max': 'The file is larger than 15 MB. Send it in parts.',
    'string.base64': 'The file could not be sent. Try again.',
    'string.empty': 'The file is empty.',
  }),
});
export const mappingWishSchema = Joi.object<MappingWish>({
  mapping: Joi.object().pattern(Joi.string().max(40), Joi.number().integer().min(0).max(100).allow(null)).required(),
});
