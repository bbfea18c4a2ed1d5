import Joi from 'joi';
import { versionSchema as version } from '../common-schemas.js';
import type { LetterWish } from './index.js';

export const letterWishSchema = Joi.object<LetterWish, true>({
  version,
  to: Joi.string()
    .email({ tlds: false })
    .max(200)
    .required()
    .messages({ 'string.email': 'Give a mail address, such as accounts@supplier.example.', 'string.empty': 'Give a mail address.' }),
  subject: Joi.string()
    .trim()
    .min(1)
    .max(200)
    .pattern(/^[^\r\n]*$/)
    .required()
    .messages({ 'string.empty': 'Give the letter a subject.' }),
  text: Joi.string().trim().min(1).max(10_000).required().messages({ 'string.empty': 'Write what you want to say.' }),
});
