import { DOCUMENT_KINDS, HEADER_FIELDS, LINE_CELLS } from '@umber/core/documents';
import { COLUMN_ROLES } from '@umber/core/languages';
import Joi from 'joi';
import type { HabitReturn, HabitSwitch } from './index.js';

const words = Joi.string().max(200);
const shape = Joi.string().allow('').max(200).required();
const field = Joi.string()
  .valid(...HEADER_FIELDS)
  .required();
const points = Joi.number().min(-20_000).max(20_000).required();
const what = (name: string, keys: Joi.SchemaMap) =>
  Joi.object({ what: Joi.string().valid(name).required(), against: Joi.boolean().valid(true), ...keys });

/** One habit as it is kept and handed on. */
export const habitSchema = Joi.alternatives().try(
  what('label', {
    field,
    words: words.required(),
    relation: Joi.string().valid('same run', 'right of', 'below', 'above').required(),
    shape,
  }),
  what('place', {
    field,
    edge: Joi.string().valid('left', 'right').required(),
    anchors: Joi.array()
      .items(Joi.object({ words: words.required(), dx: points, dy: points }))
      .max(20)
      .required(),
    shape,
  }),
  what('same', { field, value: Joi.string().max(500).required() }),
  what('absent', { field }),
  what('column', {
    words: words.required(),
    role: Joi.string()
      .valid(...COLUMN_ROLES, null)
      .required(),
    place: Joi.number().integer().min(0).max(100).required(),
  }),
  what('no-cell', {
    cell: Joi.string()
      .valid(...LINE_CELLS)
      .required(),
  }),
  what('title', {
    words: words.required(),
    kind: Joi.string()
      .valid(...DOCUMENT_KINDS)
      .required(),
  }),
);

const texts = Joi.array().items(Joi.string().max(500)).max(100).required();

/** Habits of suppliers as a file: what `umber teach` writes, and what is imported and exported. */
export const habitsFileSchema = Joi.object({
  format: Joi.string().valid('umber-habits').required(),
  version: Joi.number().valid(1).required(),
  suppliers: Joi.array()
    .items(
      Joi.object({
        marks: Joi.object({ names: texts, taxIds: texts, ibans: texts }).required(),
        kept: Joi.array()
          .items(
            Joi.object({
              habit: habitSchema.required(),
              from: Joi.string().max(500).required(),
              held: texts,
              corrected: texts,
              off: Joi.boolean(),
            }),
          )
          .max(2000)
          .required(),
      }),
    )
    .max(100_000)
    .required(),
});

const version = Joi.number().integer().min(0).required();
export const habitSwitchSchema = Joi.object<HabitSwitch, true>({
  version,
  subject: Joi.string().max(500).required(),
  off: Joi.boolean().required(),
});
export const habitReturnSchema = Joi.object<HabitReturn, true>({ version, to: Joi.number().integer().min(1).required() });
