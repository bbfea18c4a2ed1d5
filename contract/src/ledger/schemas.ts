import { idSchema, versionSchema as version } from '../common-schemas.js';
import type { PostingAll, Search } from './index.js';
import Joi from 'joi';

export const searchSchema = Joi.object<Search, true>({ q: Joi.string().trim().max(100).allow('').default('') });

/** Most documents that are posted together. */
const MOST_TOGETHER = 200;
export const postingAllSchema = Joi.object<PostingAll>({
  documents: Joi.array()
    .items(Joi.object({ id: idSchema, version }))
    .unique('id')
    .min(1)
    .max(MOST_TOGETHER)
    .required(),
});
