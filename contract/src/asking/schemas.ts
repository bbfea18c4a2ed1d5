import Joi from 'joi';
import { decimal, isDecimalString } from '@umber/core/money';
import { idSchema, isoDateSchema, reasonSchema, versionSchema as version } from '../common-schemas.js';
import type { AnswerWish, QuestionWish, ShortPayment, WaitWish } from './index.js';

const positive = (places: number, says: string) =>
  Joi.string()
    .trim()
    .custom((value: string, helpers) =>
      isDecimalString(value) && decimal(value).gt(0) && decimal(value).decimalPlaces() <= places && decimal(value).lt(1e10)
        ? value
        : helpers.error('number'),
    )
    .messages({ number: says, 'string.empty': says });

export const questionWishSchema = Joi.object<QuestionWish, true>({
  version,
  kind: Joi.string().valid('anything', 'arrived').required(),
  of: idSchema.messages({ '*': 'Choose whom to ask.' }),
  text: Joi.string().trim().min(3).max(1000).required().messages({ '*': 'Say what you want to know, in a few words.' }),
});
export const answerWishSchema = Joi.object<AnswerWish>({
  answer: Joi.string().valid('yes', 'no').required(),
  words: Joi.string().trim().max(1000).allow('').required(),
  receivedOn: isoDateSchema.allow(null).required(),
  came: Joi.array()
    .items(
      Joi.object({
        orderLineId: idSchema,
        quantity: positive(4, 'A quantity is a number above zero with at most four decimals.').required(),
      }),
    )
    .unique('orderLineId')
    .max(500)
    .required(),
})
  .custom((wish: AnswerWish, helpers) => {
    if (wish.answer === 'no' && wish.words === '') return helpers.error('answer.words');
    return wish.came.length > 0 && wish.receivedOn === null ? helpers.error('answer.day') : wish;
  })
  .messages({ 'answer.words': 'Say in a few words why not.', 'answer.day': 'Say on which day it came.' });
export const waitWishSchema = Joi.object<WaitWish, true>({ version, until: isoDateSchema.required(), reason: reasonSchema });
export const shortPaymentSchema = Joi.object<ShortPayment, true>({
  version,
  net: positive(2, 'Type what is not paid, net: an amount above zero.').required(),
  reason: reasonSchema,
});
