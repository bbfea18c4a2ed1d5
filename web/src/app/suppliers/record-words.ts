import type { FoundBy, SupplierRecord } from '@umber/contract/suppliers';
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

/** "IBAN: GB… → GB…". */
export const supplierChangeText = ({ field, before, after }: SupplierChange): string =>
  `${RECORD_NAMES[field]}: ${before ?? 'nothing'} → ${after ?? 'nothing'}`;

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
