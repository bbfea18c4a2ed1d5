import { TRAYS, type Tray } from '@umber/core/documents';
import type { Search } from '../ledger/index.js';
import Joi from 'joi';

export const traySchema = Joi.string<Tray>()
  .valid(...TRAYS)
  .required();
/** What arrivals are looked for by: words of sender, subject, file name and text. */
export const arrivalSearchSchema = Joi.object<Search, true>({ q: Joi.string().trim().allow('').max(200).default('') });
