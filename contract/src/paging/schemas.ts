import Joi from 'joi';
import type { PageWish } from './index.js';

const CURSOR = /^[A-Za-z0-9_-]{0,40}$/;
export const pageWishSchema = Joi.object<PageWish, true>({
  cursor: Joi.string().allow('').pattern(CURSOR).default('').messages({ '*': 'A cursor is what the page before gave as its next.' }),
  limit: Joi.number().integer().min(1).max(500).default(100),
});
