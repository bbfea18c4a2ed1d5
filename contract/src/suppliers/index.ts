import type { DraftedSupplier, SupplierField, TwinSign } from '@umber/core/suppliers';

/** A supplier on file: what a document's seller is recognised by. */
export interface SupplierView {
  readonly id: number;
  readonly name: string;
  readonly taxId: string | null;
  readonly iban: string | null;
  readonly country: string;
  readonly currency: string;
  readonly termsDays: number;
  /** What its lines are coded to where no order says so. */
  readonly account: string;
  readonly costCentre: string;
  /** Who put it on file and waits for a second person to confirm it; null once it is confirmed. Until then nothing is posted to it. */
  readonly waitsSince: {
    readonly by: string;
    readonly byId: number;
    readonly on: string;
    /** Names of suppliers on file that have something in common with it. */
    readonly like: readonly string[];
  } | null;
}
/** A supplier to be put on file: what its documents show of it, and what its lines are coded to where no order says so. */
export interface NewSupplier extends DraftedSupplier {
  readonly account: string;
  readonly costCentre: string;
  /** Whether a person says that it is another firm than those that have something in common with it. */
  readonly another: boolean;
}
/** By what a supplier on file may be the same firm. */
export const TWIN_SIGNS: Readonly<Record<TwinSign, string>> = {
  'tax-id': 'tax id',
  account: 'IBAN',
  name: 'name',
  'mail-domain': 'mail domain',
};

/** What to do about a field of a supplier's record that is missing or wrong. */
export const SUPPLIER_FAULTS: Readonly<Record<SupplierField, string>> = {
  name: 'Type the supplier’s name, as its invoices say it.',
  taxId: 'The tax id’s check digits are wrong. Compare it with the page.',
  iban: 'This is no IBAN: its length or check digits are wrong. Compare it with the page.',
  mailDomain: 'Type only what stands behind the @ of the supplier’s mails, such as “supplier.example”.',
  country: 'Type the country’s two letters, such as GB.',
  currency: 'Type the currency’s three letters, such as EUR.',
  termsDays: 'The days to pay are a number from 0 to 365.',
  account: 'Choose the account that its invoices usually go to.',
  costCentre: 'Choose the cost centre that usually bears them.',
};
