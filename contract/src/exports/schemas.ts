import Joi from 'joi';
import { isIsoDate } from '@umber/core/dates';
import { DOCUMENT_KINDS, TRAYS } from '@umber/core/documents';
import { DATE_FORMS, ENCODINGS, EXPORT_FIELDS, EXPORT_FORMATS, OWN_COLUMN, SEPARATORS, SHAPES } from '@umber/core/exports';
import { idSchema, versionSchema } from '../common-schemas.js';
import { archiveSearchSchema } from '../searching/schemas.js';
import { EVERY, SINCE, type ExportWish, type KeepWish, type RunWish, type TargetWish } from './index.js';

const day = Joi.string()
  .custom((text: string, helpers) => (isIsoDate(text) ? text : helpers.error('any.invalid')))
  .allow(null)
  .required()
  .messages({ '*': 'Write dates as year, month and day, such as 2026-11-30.' });

const what = Joi.object({
  trays: Joi.array()
    .items(Joi.string().valid(...TRAYS))
    .unique()
    .required(),
  kinds: Joi.array()
    .items(Joi.string().valid(...DOCUMENT_KINDS))
    .unique()
    .required(),
  supplierId: Joi.number().integer().min(1).allow(null).required(),
  date: Joi.string().valid('issueDate', 'postedOn').required(),
  from: day,
  to: day,
  words: Joi.string().allow('').max(120).required(),
  search: archiveSearchSchema.allow(null).default(null),
  since: Joi.string()
    .valid(...SINCE)
    .required(),
}).required();

const layout = Joi.object({
  format: Joi.string()
    .valid(...EXPORT_FORMATS)
    .required(),
  shape: Joi.string()
    .valid(...SHAPES)
    .required(),
  columns: Joi.array()
    .items(
      Joi.object({
        field: Joi.alternatives(Joi.string().valid(...EXPORT_FIELDS), Joi.string().pattern(OWN_COLUMN)).required(),
        head: Joi.string().trim().min(1).max(60).required().messages({ '*': 'Each column needs a head of at most 60 letters.' }),
      }),
    )
    .min(1)
    .unique('field')
    .required()
    .messages({ 'array.min': 'Choose at least one column.' }),
  separator: Joi.string()
    .valid(...SEPARATORS)
    .required(),
  decimalSign: Joi.string().valid('.', ',').required(),
  dates: Joi.string()
    .valid(...DATE_FORMS)
    .required(),
  encoding: Joi.string()
    .valid(...ENCODINGS)
    .required(),
})
  .custom((value: ExportWish['layout'], helpers) =>
    value.format === 'csv' && value.separator === value.decimalSign ? helpers.error('layout.same') : value,
  )
  .messages({ 'layout.same': 'A comma cannot both part columns and stand in numbers: choose another one.' })
  .required();

export const exportWishSchema = Joi.object<ExportWish>({ what, layout });
export const runWishSchema = Joi.object<RunWish>({ what, layout, exportId: idSchema.optional().allow(null).default(null) });
const to = (schema: Joi.StringSchema, text: string) => schema.trim().max(400).required().messages({ '*': text });
export const targetWishSchema = Joi.object<TargetWish>({
  target: Joi.alternatives()
    .conditional('.kind', {
      switch: [
        {
          is: 'folder',
          then: Joi.object({
            kind: Joi.string(),
            to: to(Joi.string().pattern(/^\//), 'Give the folder from the root on, such as /srv/exports.'),
          }),
        },
        { is: 'mail', then: Joi.object({ kind: Joi.string(), to: to(Joi.string().email({ tlds: false }), 'Give a mail address.') }) },
        {
          is: 'address',
          then: Joi.object({
            kind: Joi.string(),
            to: to(Joi.string().uri({ scheme: ['https', 'http'] }), 'Give the whole address, such as https://example.org/files.'),
          }),
        },
      ],
      otherwise: Joi.valid(null),
    })
    .required(),
});
export const keepWishSchema = Joi.object<KeepWish>({
  what,
  layout,
  name: Joi.string().trim().min(1).max(80).required().messages({ '*': 'Give it a name of at most 80 letters.' }),
  every: Joi.string()
    .valid(...EVERY)
    .allow(null)
    .required(),
  replaces: Joi.object({ id: idSchema, version: versionSchema }).allow(null).default(null),
});
