import Joi from 'joi';
import { checkTaxId, normalizeTaxId } from '@umber/core/identifiers';
import type { DraftedSupplier } from '@umber/core/suppliers';
import { ibanSchema } from '../iban.js';

/** A supplier on file: what a document's seller is recognised by. */
export interface SupplierView {
  readonly id: number;
  readonly name: string;
  readonly taxId: string | null;
  readonly iban: string | null;
  readonly country: string;
  readonly termsDays: number;
  /** Who put it on file and waits for a second person to confirm it; null once it is confirmed. Until then nothing is posted to it. */
  readonly waitsSince: { readonly by: string; readonly byId: number; readonly on: string } | null;
}

/** A supplier to be put on file: what its documents show of it, and what its lines are coded to where no order says so. */
export interface NewSupplier extends DraftedSupplier {
  readonly account: string;
  readonly costCentre: string;
}

const optional = Joi.string().trim().empty('').allow(null).default(null);
const taxId = (text: string, helpers: Joi.CustomHelpers) =>
  checkTaxId(text) === 'wrong' ? helpers.error('any.invalid') : normalizeTaxId(text);

export const newSupplierSchema = Joi.object<NewSupplier, true>({
  name: Joi.string().trim().min(2).max(200).required().messages({ '*': 'Type the supplier’s name, as its invoices say it.' }),
  taxId: optional.max(30).custom(taxId).messages({ '*': 'The tax id’s check digits are wrong. Compare it with the page.' }),
  iban: ibanSchema.empty('').allow(null).default(null),
  mailDomain: optional
    .lowercase()
    .max(200)
    .pattern(/^[^\s@]+\.[^\s@]+$/)
    .messages({ '*': 'Type only what stands behind the @ of the supplier’s mails, such as “supplier.example”.' }),
  country: Joi.string()
    .trim()
    .uppercase()
    .pattern(/^[A-Z]{2}$/)
    .required()
    .messages({ '*': 'Type the country’s two letters, such as GB.' }),
  currency: Joi.string()
    .trim()
    .uppercase()
    .pattern(/^[A-Z]{3}$/)
    .required()
    .messages({ '*': 'Type the currency’s three letters, such as EUR.' }),
  termsDays: Joi.number().integer().min(0).max(365).required().messages({ '*': 'The days to pay are a number from 0 to 365.' }),
  account: Joi.string().max(20).required().messages({ '*': 'Choose the account that its invoices usually go to.' }),
  costCentre: Joi.string().max(20).required().messages({ '*': 'Choose the cost centre that usually bears them.' }),
});
