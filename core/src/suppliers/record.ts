import { checkTaxId, isIban } from '../identifiers/index.js';
import { isCurrency } from '../money/index.js';
import type { DraftedSupplier } from './draft.js';

/** A supplier's record as it is typed: texts may be empty where the record has null. */
export interface TypedSupplier extends Omit<DraftedSupplier, 'taxId' | 'iban' | 'mailDomain'> {
  readonly taxId: string;
  readonly iban: string;
  readonly mailDomain: string;
  readonly account: string;
  readonly costCentre: string;
}
export type SupplierField = keyof TypedSupplier;

const isEmpty = (text: string): boolean => text.trim() === '';

/** What each field of a supplier's record must be; white space around it does not count. */
export const SUPPLIER_FIELDS: { readonly [F in SupplierField]: (value: TypedSupplier[F]) => boolean } = {
  name: (name) => name.trim().length >= 2 && name.trim().length <= 200,
  taxId: (taxId) => isEmpty(taxId) || (taxId.trim().length <= 30 && checkTaxId(taxId) !== 'wrong'),
  iban: (iban) => isEmpty(iban) || isIban(iban),
  mailDomain: (domain) => isEmpty(domain) || (domain.trim().length <= 200 && /^[^\s@]+\.[^\s@]+$/.test(domain.trim())),
  country: (country) => /^[a-z]{2}$/i.test(country.trim()),
  currency: (currency) => isCurrency(currency.trim().toUpperCase()),
  termsDays: (days) => Number.isInteger(days) && days >= 0 && days <= 365,
  account: (account) => account !== '' && account.length <= 20,
  costCentre: (costCentre) => costCentre !== '' && costCentre.length <= 20,
};

/** The first field that is missing or wrong; null where none is. */
export function supplierFault(supplier: TypedSupplier): SupplierField | null {
  const wrong = <F extends SupplierField>(field: F) => !SUPPLIER_FIELDS[field](supplier[field]);
  return (Object.keys(SUPPLIER_FIELDS) as SupplierField[]).find(wrong) ?? null;
}
