import Joi from 'joi';
import { normalizeIban, normalizeTaxId } from '@umber/core/identifiers';
import { SUPPLIER_FIELDS, type SupplierField, type TypedSupplier } from '@umber/core/suppliers';
import { SUPPLIER_FAULTS, type NewSupplier } from './index.js';

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
