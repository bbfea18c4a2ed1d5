import Joi from 'joi';
import { normalizeIban, normalizeTaxId, typedAccount } from '@umber/core/identifiers';
import { SUPPLIER_FIELDS, type SupplierField, type TypedSupplier } from '@umber/core/suppliers';
import { idSchema, reasonSchema, versionSchema } from '../common-schemas.js';
import {
  OWN_TOLERANCES,
  SUPPLIER_FAULTS,
  TAX_TREATMENTS,
  type AccountWish,
  type BlockWish,
  type ChangeAnswer,
  type MergeWish,
  type NewSupplier,
  type OwnTolerances,
  type SupplierRecordWish,
} from './index.js';

/** A field that must be as the core says, and is then written as `clean` makes it. */
const checked = <F extends SupplierField, S extends Joi.AnySchema>(
  field: F,
  schema: S,
  clean: (value: TypedSupplier[F]) => unknown = (value) => value,
): S =>
  schema
    .custom((value: TypedSupplier[F], helpers) => (SUPPLIER_FIELDS[field](value) ? clean(value) : helpers.error('any.invalid')))
    .messages({ '*': SUPPLIER_FAULTS[field] });
const text = Joi.string().trim().required();
const optional = Joi.string().trim().empty('').allow(null).default(null);

export const newSupplierSchema = Joi.object<NewSupplier, true>({
  name: checked('name', text),
  taxId: checked('taxId', optional, normalizeTaxId),
  iban: checked('iban', optional, normalizeIban),
  mailDomain: checked('mailDomain', optional.lowercase()),
  country: checked('country', text.uppercase()),
  currency: checked('currency', text.uppercase()),
  termsDays: checked('termsDays', Joi.number().required()),
  account: checked('account', text),
  costCentre: checked('costCentre', text),
  another: Joi.boolean().default(false),
});

const NAMES = Joi.array().items(Joi.string().trim().min(2).max(200)).max(20).unique().required();
const AN_ACCOUNT =
  'Type an IBAN, or a sort code and account number such as 20-41-17 12345678, or a routing number and account number such as 021000021 987654321.';
const tolerance = (percent: boolean) =>
  Joi.string()
    .trim()
    .empty('')
    .allow(null)
    .default(null)
    .custom((value: string, helpers) =>
      (percent ? /^\d{1,2}(\.\d{1,3})?$/ : /^\d{1,9}(\.\d{1,2})?$/).test(value) ? value : helpers.error('number'),
    )
    .messages({ '*': 'A tolerance is a number such as 2 or 12.50; empty: as it is for all.' });
/** Tolerances of its own; what is left out is as for all. */
export const ownTolerancesSchema = Joi.object<OwnTolerances>(
  Object.fromEntries(OWN_TOLERANCES.map((name) => [name, tolerance(name.endsWith('Percent'))])),
).default(Object.fromEntries(OWN_TOLERANCES.map((name) => [name, null])));
export const supplierRecordWishSchema = Joi.object<SupplierRecordWish>({
  version: versionSchema,
  reason: reasonSchema,
  name: checked('name', text),
  tradingNames: NAMES,
  formerNames: NAMES,
  address: Joi.string().trim().max(500).allow('').required(),
  country: checked('country', text.uppercase()),
  currency: checked('currency', text.uppercase()),
  taxId: checked('taxId', optional, normalizeTaxId),
  otherTaxIds: Joi.array()
    .items(checked('taxId', Joi.string().trim(), normalizeTaxId))
    .max(10)
    .unique()
    .required(),
  iban: checked('iban', optional, normalizeIban),
  mailDomain: checked('mailDomain', optional.lowercase()),
  otherDomains: Joi.array().items(checked('mailDomain', Joi.string().trim().lowercase())).max(20).unique().required(),
  termsDays: checked('termsDays', Joi.number().required()),
  discountPercent: Joi.string()
    .trim()
    .custom((value: string, helpers) => (/^\d{1,2}(\.\d{1,3})?$/.test(value) ? value : helpers.error('number')))
    .messages({ '*': 'An early-payment discount is a number from 0 to 99.' })
    .required(),
  discountDays: Joi.number()
    .integer()
    .min(0)
    .max(365)
    .allow(null)
    .required()
    .messages({ '*': 'The days for the discount are a number from 0 to 365.' }),
  taxTreatment: Joi.string()
    .valid(...TAX_TREATMENTS)
    .required(),
  account: checked('account', text),
  costCentre: checked('costCentre', text),
  approverId: idSchema.allow(null),
  orderRequired: Joi.boolean().required(),
  tolerances: ownTolerancesSchema,
  straightLimit: Joi.string()
    .trim()
    .empty('')
    .allow(null)
    .default(null)
    .custom((value: string, helpers) => (/^\d{1,9}(\.\d{1,2})?$/.test(value) && Number(value) > 0 ? value : helpers.error('number')))
    .messages({ '*': 'The limit is an amount above zero; empty: it is off.' }),
  sampleEvery: Joi.number().integer().min(1).max(100).required().messages({ '*': 'One of 1 to 100 is shown to a person.' }),
  group: Joi.string().trim().max(100).allow('').required(),
  note: Joi.string().trim().max(2000).allow('').required(),
});
export const accountWishSchema = Joi.object<AccountWish, true>({
  version: versionSchema,
  act: Joi.string().valid('add', 'end').required(),
  account: Joi.string()
    .trim()
    .custom((value: string, helpers) => typedAccount(value) ?? helpers.error('account'))
    .required()
    .messages({ account: AN_ACCOUNT, 'string.empty': AN_ACCOUNT }),
  reason: reasonSchema,
});
export const blockWishSchema = Joi.object<BlockWish, true>({
  version: versionSchema,
  blocked: Joi.boolean().required(),
  reason: reasonSchema,
});
export const mergeWishSchema = Joi.object<MergeWish, true>({
  version: versionSchema,
  into: idSchema.messages({ '*': 'Choose the supplier that stays.' }),
  reason: reasonSchema,
});
export const changeAnswerSchema = Joi.object<ChangeAnswer, true>({ confirmed: Joi.boolean().required() });
