import type { Search } from './index.js';
import Joi from 'joi';

export const searchSchema = Joi.object<Search, true>({ q: Joi.string().trim().max(100).allow('').default('') });
