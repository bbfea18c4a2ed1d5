import Joi from 'joi';
import { CHARGE_KINDS, LINE_CHECKS } from '@umber/core/matching';
import { decimal, isCurrency, isDecimalString } from '@umber/core/money';
import { ORDER_KINDS } from '@umber/core/orders';
import { idSchema, isoDateSchema, reasonSchema, versionSchema } from '../common-schemas.js';
import type { InspectionWish, OrderChange, OrderLineWish, OrderStateChange, OrderWish, ReceiptWish } from './index.js';

/** A decimal with at most so many places, within bounds; the sentence says what to type. */
const number = (places: number, least: number, most: number, says: string) =>
  Joi.string()
    .trim()
    .custom((value: string, helpers) => {
      if (!isDecimalString(value)) return helpers.error('number');
      const parsed = decimal(value);
      return parsed.decimalPlaces() <= places && parsed.gte(least) && parsed.lte(most) ? value : helpers.error('number');
    })
    .messages({ number: says, 'string.empty': says, 'any.required': says, 'string.base': says });
const MOST = 9_999_999_999;
const quantity = number(4, 0.0001, MOST, 'A quantity is a number above zero with at most four decimals.').required();
const price = number(6, 0, 99_999_999, 'A price is a number with at most six decimals, not below zero.').required();
const amount = number(2, 0.01, MOST, 'An amount is a number above zero with at most two decimals.');
const text = (most: number) => Joi.string().trim().max(most);
const optional = (most: number) => text(most).empty('').allow(null).default(null);

const lineSchema = Joi.object<OrderLineWish>({
  id: idSchema.allow(null),
  itemNumber: optional(60),
  ourItem: optional(60),
  description: text(300).required().messages({ 'string.empty': 'Say in words what is ordered.' }),
  quantity,
  unit: optional(30),
  price,
  pricePer: number(2, 0.01, 1_000_000, 'A price is for so many units: a number above zero, such as 100.').required(),
  priceSteps: Joi.array()
    .items(Joi.object({ from: number(4, 0, MOST, 'A price holds from a quantity on.').required(), unitPrice: price }))
    .max(12)
    .unique('from')
    .messages({ 'array.unique': 'Two prices hold from the same quantity. Leave one of them out.' })
    .default([]),
  byAmount: Joi.boolean().required(),
  check: Joi.string()
    .valid(...LINE_CHECKS)
    .required(),
  account: text(20).required().messages({ 'string.empty': 'Choose the account of each line.' }),
  costCentre: optional(20),
});

const wish = {
  number: text(40)
    .allow('')
    .pattern(/^[\p{L}\p{N}][\p{L}\p{N} ./_-]*$/u)
    .required()
    .messages({ 'string.pattern.base': 'An order’s number has letters, digits, and . / _ - between them.' }),
  kind: Joi.string()
    .valid(...ORDER_KINDS)
    .required(),
  supplierId: idSchema.messages({ 'any.required': 'Choose the supplier.', 'number.base': 'Choose the supplier.' }),
  ownerId: idSchema.messages({ 'any.required': 'Say who ordered it.', 'number.base': 'Say who ordered it.' }),
  costCentre: text(20).required().messages({ 'string.empty': 'Choose the cost centre.' }),
  project: optional(40),
  currency: Joi.string()
    .trim()
    .uppercase()
    .custom((value: string, helpers) => (isCurrency(value) ? value : helpers.error('any.invalid')))
    .messages({ '*': 'Type the currency’s three letters, such as EUR.' })
    .required(),
  orderedOn: isoDateSchema.required(),
  blanketId: idSchema.allow(null),
  valueLimit: amount.empty('').allow(null).default(null),
  validUntil: isoDateSchema.empty('').allow(null).default(null),
  note: text(1000).allow('').default(''),
  charges: Joi.array()
    .items(
      Joi.object({
        kind: Joi.string()
          .valid(...CHARGE_KINDS.filter((kind) => kind !== 'discount'))
          .required(),
        amount: amount.required(),
      }),
    )
    .unique('kind')
    .messages({ 'array.unique': 'The same charge stands there twice. Add them up.' })
    .default([]),
  discountPercent: number(3, 0, 100, 'A discount is a number from 0 to 100.').default('0'),
  lines: Joi.array().items(lineSchema).min(1).max(2000).required().messages({ 'array.min': 'An order has at least one line.' }),
};
/** What the parts of an order must be to one another. */
const together = <T extends OrderWish>(order: T, helpers: Joi.CustomHelpers<T>): T | Joi.ErrorReport => {
  if (order.kind !== 'blanket' && order.valueLimit !== null) return helpers.error('order.limit');
  if (order.kind === 'blanket' && order.blanketId !== null) return helpers.error('order.frame');
  if (order.lines.some(({ byAmount, price: of, pricePer }) => byAmount && !(decimal(of).eq(1) && decimal(pricePer).eq(1))))
    return helpers.error('order.amount');
  return order;
};
const TOGETHER = {
  'order.limit': 'Only a blanket order has a limit of its own.',
  'order.frame': 'A blanket order does not call off another one.',
  'order.amount': 'A line that is ordered as an amount has the amount as its quantity and a price of 1.',
};
export const orderWishSchema = Joi.object<OrderWish>(wish).custom(together).messages(TOGETHER);
export const orderChangeSchema = Joi.object<OrderChange>({ ...wish, version: versionSchema, reason: reasonSchema })
  .custom(together)
  .messages(TOGETHER);
export const orderStateChangeSchema = Joi.object<OrderStateChange, true>({
  version: versionSchema,
  state: Joi.string().valid('open', 'closed').required(),
  reason: reasonSchema,
});
export const receiptWishSchema = Joi.object<ReceiptWish>({
  kind: Joi.string().valid('receipt', 'return').required(),
  receivedOn: isoDateSchema.required(),
  deliveryNote: text(60).allow('').default(''),
  lines: Joi.array()
    .items(Joi.object({ orderLineId: idSchema, quantity }))
    .unique('orderLineId')
    .min(1)
    .max(2000)
    .required()
    .messages({ 'array.min': 'Say of at least one line how much came.' }),
});
export const inspectionWishSchema = Joi.object<InspectionWish>({
  lines: Joi.array()
    .items(
      Joi.object({
        orderLineId: idSchema,
        accepted: number(4, 0, MOST, 'Say how much was found good: a number from 0 to what came.').required(),
      }),
    )
    .unique('orderLineId')
    .min(1)
    .required(),
});
