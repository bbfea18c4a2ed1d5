import { type Versioned, type ValueChange, type KindChange, type Reasoned } from './index.js';
import { HEADER_FIELDS, LINE_CELLS, type HeaderField, type LineCell, DOCUMENT_KINDS } from '@umber/core/documents';
import Joi from 'joi';
import { isIsoDate } from '@umber/core/dates';
import { isCurrency } from '@umber/core/money';
import { ibanSchema, reasonSchema, versionSchema as version } from '../common-schemas.js';

const isoDate = Joi.string()
  .custom((value: string, helpers) => (isIsoDate(value) ? value : helpers.error('date.iso')))
  .messages({ 'date.iso': 'Give the date as year-month-day, such as 2026-03-14.' });
const amount = Joi.string()
  .pattern(/^-?\d{1,12}(\.\d{1,2})?$/)
  .messages({ 'string.pattern.base': 'Give the amount as digits with a point and at most two decimals, such as 1234.50.' });
const decimalText = (places: number) =>
  Joi.string()
    .pattern(new RegExp(`^-?\\d{1,10}(\\.\\d{1,${places}})?$`))
    .messages({ 'string.pattern.base': `Give a number with a point and at most ${places} decimals.` });
const text = Joi.string().trim().min(1).max(500).messages({ 'string.empty': 'Type a value, or clear the field.' });
/** How each header field must be written. */
export const FIELD_SCHEMAS: Readonly<Record<HeaderField, Joi.Schema>> = {
  invoiceNumber: text,
  issueDate: isoDate,
  dueDate: isoDate,
  currency: Joi.string()
    .uppercase()
    .custom((value: string, helpers) => (isCurrency(value) ? value : helpers.error('any.invalid')))
    .messages({ 'any.invalid': 'Give the currency as the three letters that there are for it, such as GBP.' }),
  orderReference: text,
  sellerName: text,
  sellerTaxId: text.max(30),
  sellerIban: ibanSchema,
  paymentReference: text.max(40),
  netTotal: amount,
  taxTotal: amount,
  grossTotal: amount,
  amountDue: amount,
  discountPercent: decimalText(2),
  discountDate: isoDate,
};
export const CELL_SCHEMAS: Readonly<Record<LineCell, Joi.Schema>> = {
  itemNumber: text.max(60),
  description: text,
  quantity: decimalText(4),
  unit: text.max(20),
  unitPrice: decimalText(6),
  netAmount: amount,
  taxRate: decimalText(3),
};
export const fieldNameSchema = Joi.string<HeaderField>()
  .valid(...HEADER_FIELDS)
  .required();
export const cellNameSchema = Joi.string<LineCell>()
  .valid(...LINE_CELLS)
  .required();
export const positionSchema = Joi.number().integer().min(0).max(2000).required();
export const versionedSchema = Joi.object<Versioned, true>({ version });
export const valueChangeSchema = Joi.object<ValueChange, true>({ version, value: Joi.string().trim().max(500).allow(null, '').required() });
export const kindChangeSchema = Joi.object<KindChange, true>({
  version,
  kind: Joi.string()
    .valid(...DOCUMENT_KINDS)
    .required(),
});
export const reasonedSchema = Joi.object<Reasoned, true>({
  version,
  reason: reasonSchema,
});
