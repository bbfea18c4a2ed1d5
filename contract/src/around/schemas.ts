import Joi from 'joi';
import { placeSchema } from '../checking/schemas.js';
import { isoDateSchema, reasonSchema, versionSchema as version } from '../common-schemas.js';
import type { HandingWish, HoldingWish, NoteWish, Parking, TagsWish } from './index.js';

export const noteWishSchema = Joi.object<NoteWish, true>({
  version,
  text: Joi.string().trim().min(1).max(2000).required().messages({ 'string.empty': 'Write what you want to say.' }),
  place: placeSchema.optional(),
});
export const tagsWishSchema = Joi.object<TagsWish>({
  version,
  tags: Joi.array().items(Joi.string().trim().min(1).max(40)).unique().max(12).required(),
});
export const handingWishSchema = Joi.object<HandingWish, true>({
  version,
  to: Joi.number().integer().positive().allow(null).required(),
  text: Joi.string().trim().max(500).allow('').required(),
});
export const parkingSchema = Joi.object<Parking, true>({
  version,
  reason: reasonSchema,
  until: isoDateSchema.allow(null),
});
export const holdingWishSchema = Joi.object<HoldingWish, true>({ act: Joi.string().valid('stay', 'take-over', 'leave').required() });
