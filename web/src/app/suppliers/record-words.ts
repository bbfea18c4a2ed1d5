import { OWN_TOLERANCES, type FoundBy, type OwnTolerances, type SupplierRecord } from '@umber/contract/suppliers';
import type { SupplierChange, SupplierRecordField } from '@umber/core/suppliers';

/** The fields of a supplier's record as people read them. */
export const RECORD_NAMES: Readonly<Record<SupplierRecordField, string>> = {
  name: 'Name',
  tradingNames: 'Trades as',
  formerNames: 'Was called',
  address: 'Address',
  country: 'Country',
  currency: 'Currency',
  taxId: 'Tax id',
  otherTaxIds: 'Other tax ids',
  iban: 'IBAN',
  mailDomain: 'Its mails come from',
  otherDomains: 'And from',
  termsDays: 'Days to pay',
  discountPercent: 'Early payment, %',
  discountDays: 'Early payment within days',
  taxTreatment: 'Tax treatment',
  account: 'Usual account',
  costCentre: 'Usual cost centre',
  approver: 'Approves each invoice',
  orderRequired: 'Order required',
  tolerances: 'Own tolerances',
  straightLimit: 'Straight through up to',
  sampleEvery: 'One shown of',
  group: 'Group',
  note: 'Note',
  accountAdded: 'Account added',
  accountEnded: 'Account given up',
  blocked: 'Blocked',
  mergedInto: 'Becomes part of',
};
export const TREATMENT_NAMES: Readonly<Record<SupplierRecord['taxTreatment'], string>> = {
  domestic: 'taxed here',
  'reverse-charge': 'reverse charge',
  exempt: 'exempt',
  foreign: 'taxed abroad',
};

/** What each tolerance is called. */
export const TOLERANCE_NAMES: Readonly<Record<keyof OwnTolerances, string>> = {
  pricePercent: 'above the price, %',
  priceAmount: 'above the price, at most',
  underPercent: 'below the price, %',
  underAmount: 'below the price, at most',
  quantityPercent: 'above the quantity, %',
  quantityAmount: 'above the quantity, worth at most',
  chargeAmount: 'charges not agreed, at most',
};
/** "above the price, % 2; …"; what is not said is as for all. */
export const tolerancesText = (tolerances: OwnTolerances): string =>
  OWN_TOLERANCES.filter((name) => tolerances[name] !== null)
    .map((name) => `${TOLERANCE_NAMES[name]} ${tolerances[name]}`)
    .join('; ');

/** "IBAN: GB… → GB…". */
export const supplierChangeText = ({ field, before, after }: SupplierChange): string =>
  `${RECORD_NAMES[field]}: ${shown(field, before)} → ${shown(field, after)}`;

/** A value of the record in words: tolerances by their names, others as they are. */
export const shown = (field: SupplierRecordField, value: string | null): string => {
  if (value === null) return field === 'tolerances' ? 'as for all' : 'nothing';
  if (field !== 'tolerances') return value;
  return OWN_TOLERANCES.reduce((text, name) => text.replace(`${name} `, `${TOLERANCE_NAMES[name]} `), value);
};

const FOUND: Readonly<Record<FoundBy['kind'], string>> = {
  name: 'name',
  'trading-name': 'trades as',
  'former-name': 'was called',
  'tax-id': 'tax id',
  account: 'account',
  domain: 'mails from',
  address: 'address',
};
/** By what a supplier was found, where its name does not say so itself. */
export const foundText = (by: FoundBy | null): string =>
  by === null || by.kind === 'name' ? '' : `${FOUND[by.kind]} ${by.text.replaceAll('\n', ', ')}`;
