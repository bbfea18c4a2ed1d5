import { type Arrangement, type PictureWish } from './index.js';
import Joi from 'joi';
import { versionSchema } from '../common-schemas.js';

export const turnsSchema = Joi.number().integer().min(0).max(3);
export const pageNumberSchema = Joi.number().integer().min(1).max(500).required();
export const arrangementSchema = Joi.object<Arrangement>({
  version: versionSchema,
  documents: Joi.array().items(Joi.array().items(pageNumberSchema).min(1)).min(1).max(500).required(),
  turned: Joi.array()
    .items(Joi.object({ page: pageNumberSchema, turned: turnsSchema.required() }))
    .unique('page')
    .max(500)
    .default([]),
});

export const pictureWishSchema = Joi.object<PictureWish, true>({ turned: turnsSchema.default(0) });
