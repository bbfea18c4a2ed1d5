import { DOCUMENT_KINDS, HEADER_FIELDS, LINE_CELLS, type HeaderField } from '@umber/core/documents';
import { COLUMN_ROLES } from '@umber/core/languages';
import Joi from 'joi';
import { idSchema } from '../common-schemas.js';
import { ownNameSchema } from '../own-fields/schemas.js';
import { PAGE_PARTS, RULE_CELLS, RULE_PAGES, SIDES, TAKEN_KINDS, WHICH, type Change, type Look, type Rule } from '@umber/core/reading';
import { RULE_TRIED_ON } from './index.js';
import type { HabitReturn, HabitsMerge, HabitsTry, HabitSwitch, RuleRemoval, RuleTry, RuleWish } from './index.js';

const words = Joi.string().max(200);
const shape = Joi.string().allow('').max(200).required();
const field = Joi.string()
  .valid(...HEADER_FIELDS)
  .required();
const points = Joi.number().min(-20_000).max(20_000).required();
const what = (name: string, keys: Joi.SchemaMap) =>
  Joi.object({ what: Joi.string().valid(name).required(), against: Joi.boolean().valid(true), agreed: Joi.boolean().valid(true), ...keys });

const someWords = words.trim().min(1).messages({ 'string.empty': 'Type the words that the rule looks for.' });
const LOOKS: Readonly<Record<Look['look'], Joi.ObjectSchema>> = {
  ...(Object.fromEntries(SIDES.map((look) => [look, Joi.object({ look, words: someWords.required() })])) as Record<
    (typeof SIDES)[number],
    Joi.ObjectSchema
  >),
  between: Joi.object({ look: 'between', words: someWords.required(), until: words.allow('').required() }),
  part: Joi.object({
    look: 'part',
    part: Joi.string()
      .valid(...PAGE_PARTS)
      .required(),
    pages: Joi.string()
      .valid(...RULE_PAGES)
      .required(),
  }),
  code: Joi.object({ look: 'code' }),
};
const CHANGES: Readonly<Record<Change['change'], Joi.ObjectSchema>> = {
  cut: Joi.object({
    change: 'cut',
    from: Joi.string().valid('start', 'end').required(),
    signs: Joi.number().integer().min(1).max(100).required(),
  }),
  keep: Joi.object({
    change: 'keep',
    side: Joi.string().valid('before', 'after').required(),
    mark: Joi.string().min(1).max(50).required().messages({ 'string.empty': 'Type the mark that the text is kept before or after.' }),
  }),
  replace: Joi.object({
    change: 'replace',
    what: Joi.string().min(1).max(50).required().messages({ 'string.empty': 'Type what is replaced.' }),
    by: Joi.string().allow('').max(50).required(),
  }),
  'digits-only': Joi.object({ change: 'digits-only' }),
  'no-spaces': Joi.object({ change: 'no-spaces' }),
  capitals: Joi.object({ change: 'capitals' }),
  'read-as': Joi.object({ change: 'read-as', as: Joi.string().valid('day-first', 'month-first', 'comma', 'point').required() }),
};
/** One of several forms, told apart by a property. */
const oneOf = <T>(by: string, forms: Readonly<Record<string, Joi.ObjectSchema>>): Joi.AlternativesSchema<T> =>
  Object.entries(forms).reduce(
    (schema, [form, then]) => schema.conditional(Joi.object({ [by]: Joi.valid(form).required() }).unknown(), { then }),
    Joi.alternatives<T>(),
  );
/** Amounts, and where money goes: a rule reads them, and writes nothing into them. */
const UNWRITTEN: readonly HeaderField[] = ['sellerIban', 'sellerTaxId', 'netTotal', 'taxTotal', 'grossTotal', 'amountDue'];
const ruleField = Joi.alternatives().try(Joi.string().valid(...HEADER_FIELDS, ...RULE_CELLS), ownNameSchema);
export const ruleSchema = Joi.object<Rule>({
  field: ruleField.required(),
  when: Joi.array().items(someWords).max(10).required(),
  unless: Joi.array().items(someWords).max(10).required(),
  look: Joi.array().items(oneOf<Look>('look', LOOKS)).min(1).max(6).required(),
  take: Joi.object({
    kind: Joi.string()
      .valid(...TAKEN_KINDS)
      .required(),
    which: Joi.string()
      .valid(...WHICH)
      .required(),
    pattern: Joi.string().allow('').max(100).required(),
  }).required(),
  change: Joi.array().items(oneOf<Change>('change', CHANGES)).max(8).required(),
})
  .custom((rule: Rule, helpers) =>
    (UNWRITTEN as readonly string[]).includes(rule.field) && rule.change.some(({ change }) => change === 'replace')
      ? helpers.error('rule.writes')
      : rule,
  )
  .messages({ 'rule.writes': 'A rule reads amounts and accounts as they are printed: it replaces nothing in them.' });

/** One habit as it is kept and handed on. */
export const habitSchema = Joi.alternatives().try(
  what('label', {
    field: Joi.alternatives()
      .try(Joi.string().valid(...HEADER_FIELDS), ownNameSchema)
      .required(),
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
  what('rule', { id: Joi.string().max(40).required(), rule: ruleSchema.required() }),
);

const texts = Joi.array().items(Joi.string().max(500)).max(100).required();

/** Habits of suppliers as a file: what `umber teach` writes, and what is imported and exported. */
export const habitsFileSchema = Joi.object({
  format: Joi.string().valid('umber-habits').required(),
  version: Joi.number().valid(1).required(),
  suppliers: Joi.array()
    .items(
      Joi.object({
        everyone: Joi.boolean(),
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

const change = oneOf<HabitsTry['change']>('change', {
  switch: Joi.object({ change: 'switch', subject: Joi.string().max(500).required(), off: Joi.boolean().required() }),
  return: Joi.object({ change: 'return', to: Joi.number().integer().min(1).required() }),
  merge: Joi.object({ change: 'merge', from: idSchema }),
});
export const habitsTrySchema = Joi.object<HabitsTry, true>({ version, change: change.required() });
export const habitsMergeSchema = Joi.object<HabitsMerge, true>({ version, from: idSchema });
const subject = Joi.string().max(500);
export const ruleWishSchema = Joi.object<RuleWish, true>({ version, subject: subject.allow(null).required(), rule: ruleSchema.required() });
export const ruleRemovalSchema = Joi.object<RuleRemoval, true>({ version, subject: subject.required() });
export const ruleTrySchema = Joi.object<RuleTry, true>({
  rule: ruleSchema.required(),
  on: Joi.string()
    .valid(...RULE_TRIED_ON)
    .required(),
  search: Joi.string().trim().allow('').max(200).required(),
});
