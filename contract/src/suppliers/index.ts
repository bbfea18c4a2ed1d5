import type { DraftedSupplier, SupplierChange, SupplierField, TwinSign } from '@umber/core/suppliers';

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
/** By what a supplier was found, and the words or number of it. */
export interface FoundBy {
  readonly kind: 'name' | 'trading-name' | 'former-name' | 'tax-id' | 'account' | 'domain' | 'address';
  readonly text: string;
}
export interface FoundSupplier extends SupplierView {
  readonly by: FoundBy | null;
  readonly blocked: string | null;
}

/** Tolerances of a supplier's or an order's own: per cent and amounts; null: as it is in general. */
export const OWN_TOLERANCES = [
  'pricePercent',
  'priceAmount',
  'underPercent',
  'underAmount',
  'quantityPercent',
  'quantityAmount',
  'chargeAmount',
] as const;
export type OwnTolerances = Readonly<Record<(typeof OWN_TOLERANCES)[number], string | null>>;
export const TAX_TREATMENTS = ['domestic', 'reverse-charge', 'exempt', 'foreign'] as const;
/** What of a supplier's record may be changed. */
export interface SupplierRecord {
  readonly name: string;
  readonly tradingNames: readonly string[];
  readonly formerNames: readonly string[];
  readonly address: string;
  readonly country: string;
  readonly currency: string;
  readonly taxId: string | null;
  readonly otherTaxIds: readonly string[];
  readonly iban: string | null;
  readonly mailDomain: string | null;
  readonly otherDomains: readonly string[];
  readonly termsDays: number;
  /** Early payment: so many per cent within so many days; null days: none. */
  readonly discountPercent: string;
  readonly discountDays: number | null;
  readonly taxTreatment: (typeof TAX_TREATMENTS)[number];
  readonly account: string;
  readonly costCentre: string;
  /** Who approves each of its invoices besides; null: nobody. */
  readonly approverId: number | null;
  readonly orderRequired: boolean;
  /** How far its invoices may be off their orders without asking. */
  readonly tolerances: OwnTolerances;
  /** Gross, base currency: up to it invoices in no doubt go to Post without anybody's hand; null: it is off. */
  readonly straightLimit: string | null;
  /** One of so many of these is shown to a person all the same. */
  readonly sampleEvery: number;
  readonly group: string;
  readonly note: string;
}
export interface SupplierRecordWish extends SupplierRecord {
  readonly version: number;
  readonly reason: string;
}
/** A bank account of a supplier with its history. */
export interface SupplierAccountView {
  readonly account: string;
  readonly source: 'record' | 'document';
  readonly documentId: number | null;
  readonly confirmedBy: readonly string[];
  readonly since: string | null;
  readonly endedAt: string | null;
  readonly endedBy: string | null;
}
/** A change of a supplier; one that takes two waits until the second person answers. */
export interface SupplierChangeView {
  readonly id: number;
  readonly changes: readonly SupplierChange[];
  readonly reason: string;
  readonly askedBy: string;
  readonly askedById: number;
  readonly askedAt: string;
  readonly takesTwo: boolean;
  readonly confirmedBy: string | null;
  readonly refusedBy: string | null;
  readonly answeredAt: string | null;
}
/** All there is of a supplier. */
export interface SupplierPage {
  readonly supplier: SupplierView;
  readonly version: number;
  readonly record: SupplierRecord;
  readonly approver: string | null;
  readonly blocked: string | null;
  /** What it was merged into; null where it was not. */
  readonly mergedInto: { readonly id: number; readonly name: string } | null;
  readonly accounts: readonly SupplierAccountView[];
  readonly changes: readonly SupplierChangeView[];
  /** Others that may be the same firm, and by what. */
  readonly twins: readonly { readonly id: number; readonly name: string; readonly signs: readonly TwinSign[] }[];
  readonly orders: readonly {
    readonly id: number;
    readonly number: string;
    readonly state: string;
    readonly orderedOn: string;
    readonly amount: string;
    readonly currency: string;
  }[];
  readonly documents: readonly {
    readonly id: number;
    readonly kind: string;
    readonly number: string | null;
    readonly tray: string;
    readonly issueDate: string | null;
    readonly amount: string | null;
    readonly currency: string | null;
  }[];
  /** How its invoices fared that went straight through or were shown as samples. */
  readonly straight: { readonly went: number; readonly shown: number; readonly right: number; readonly wrong: number };
  /** What is owed to it and not paid, in base currency. */
  readonly owed: string;
  /** What it calls our items, as people said it. */
  readonly items: readonly { readonly theirs: string; readonly ours: string; readonly by: string | null }[];
  readonly units: readonly {
    readonly from: string;
    readonly to: string;
    readonly factor: string;
    readonly item: string | null;
    readonly by: string | null;
  }[];
}
/** An account that comes to a supplier's record or leaves it. */
export interface AccountWish {
  readonly version: number;
  readonly act: 'add' | 'end';
  /** As people write it: an IBAN, or a sort code or routing number and the account's number. */
  readonly account: string;
  readonly reason: string;
}
export interface BlockWish {
  readonly version: number;
  readonly blocked: boolean;
  readonly reason: string;
}
export interface MergeWish {
  readonly version: number;
  /** The supplier that stays. */
  readonly into: number;
  readonly reason: string;
}
export interface ChangeAnswer {
  readonly confirmed: boolean;
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
