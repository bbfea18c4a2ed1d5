import Joi from 'joi';
import { HOOK_EVENTS, type NewHook } from './index.js';

export const newHookSchema = Joi.object<NewHook>({
  url: Joi.string()
    .trim()
    .max(400)
    .uri({ scheme: ['https', 'http'] })
    .required()
    .messages({ '*': 'Give the whole address, such as https://example.org/invoices.' }),
  events: Joi.array()
    .items(Joi.string().valid(...HOOK_EVENTS))
    .unique()
    .min(1)
    .required()
    .messages({ 'array.min': 'Choose what it is told of.' }),
});
