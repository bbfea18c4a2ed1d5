import type { Disputing, FieldChange, Finishing, KindChange, Reasoned, TableEdit, Undoing, ValueChange, Versioned } from './index.js';
import { OWED } from '@umber/core/arithmetic';
import {
  HEADER_FIELDS,
  LINE_CELLS,
  type HeaderField,
  type LineCell,
  type LineEdit,
  type OwnName,
  DOCUMENT_KINDS,
} from '@umber/core/documents';
import Joi from 'joi';
import { isCurrency } from '@umber/core/money';
import { ownNameSchema } from '../own-fields/schemas.js';
import { ibanSchema, idSchema, isoDateSchema as isoDate, reasonSchema, versionSchema as version } from '../common-schemas.js';

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
export const fieldNameSchema = Joi.alternatives<HeaderField | OwnName>()
  .try(Joi.string().valid(...HEADER_FIELDS), ownNameSchema)
  .required() as Joi.Schema<HeaderField | OwnName>;
const builtInCellSchema = Joi.string<LineCell>()
  .valid(...LINE_CELLS)
  .required();
export const cellNameSchema = Joi.alternatives<LineCell | OwnName>()
  .try(Joi.string().valid(...LINE_CELLS), ownNameSchema)
  .required() as Joi.Schema<LineCell | OwnName>;
/** Most lines that a document may have. */
const MOST_LINES = 2000;
export const positionSchema = Joi.number().integer().min(0).max(MOST_LINES).required();
export const versionedSchema = Joi.object<Versioned, true>({ version });
export const finishingSchema = Joi.object<Finishing, true>({ version, keys: Joi.number().integer().min(0).max(100_000).optional() });
const value = Joi.string().trim().max(500).allow(null, '').required();
export const valueChangeSchema = Joi.object<ValueChange, true>({ version, value });
const finite = Joi.number().min(-20_000).max(20_000).required();
const box = Joi.object({ x: finite, y: finite, width: finite.min(0), height: finite.min(0) });
export const placeSchema = Joi.object({ page: Joi.number().integer().min(1).required(), box: box.required() });
export const fieldChangeSchema = Joi.object<FieldChange, true>({
  version,
  value,
  at: placeSchema.optional(),
});
const at = positionSchema;
const cellOf = (cell: LineCell) => CELL_SCHEMAS[cell].allow(null);
const someCells = Joi.object(Object.fromEntries(LINE_CELLS.map((cell) => [cell, cellOf(cell)]))).min(1);
const allCells = Joi.object(Object.fromEntries(LINE_CELLS.map((cell) => [cell, cellOf(cell).required()])));
const givenRow = Joi.object({
  cells: allCells.required(),
  page: Joi.number().integer().min(1).allow(null).required(),
  box: box.allow(null).required(),
});
const EDITS: Readonly<Record<LineEdit['edit'], Joi.ObjectSchema>> = {
  add: Joi.object({ edit: 'add', at }),
  remove: Joi.object({ edit: 'remove', at }),
  move: Joi.object({ edit: 'move', at, to: at }),
  split: Joi.object({ edit: 'split', at, rows: Joi.array().items(givenRow).length(2).required() }),
  join: Joi.object({ edit: 'join', at }),
  fill: Joi.object({ edit: 'fill', at, to: at, cell: builtInCellSchema }),
  paste: Joi.object({ edit: 'paste', at, rows: Joi.array().items(someCells).min(1).max(500).required() }),
  replace: Joi.object({ edit: 'replace', rows: Joi.array().items(givenRow).min(1).max(MOST_LINES).required() }),
};
const editSchema = Object.entries(EDITS).reduce(
  (schema, [edit, then]) => schema.conditional(Joi.object({ edit: Joi.valid(edit).required() }).unknown(), { then }),
  Joi.alternatives<LineEdit>(),
);
export const tableEditSchema = Joi.object<TableEdit, true>({ version, edit: editSchema.required() });
export const undoingSchema = Joi.object<Undoing, true>({ version, step: idSchema });
export const disputingSchema = Joi.object<Disputing, true>({
  version,
  owed: Joi.string()
    .valid(...OWED)
    .required(),
  difference: text.required(),
});
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
