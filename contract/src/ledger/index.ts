import type { EntryLine } from '@umber/core/ledger';

/** What a list is searched by; empty for all. */
export interface Search {
  readonly q: string;
}

export interface EntryLineView extends EntryLine {
  readonly accountName: string;
}
/** Where the money of an entry goes, frozen when it is posted: the account as accounts are compared, where it is from, who confirmed it. */
export interface PaidTo {
  readonly account: string | null;
  readonly source: 'page' | 'record' | 'none';
  readonly confirmedBy: readonly string[];
}
/** A journal entry; amounts in base currency. */
export interface EntryView {
  readonly id: number | null;
  readonly number: number | null;
  readonly kind: 'receipt' | 'invoice';
  readonly postedOn: string;
  readonly period: string;
  readonly description: string;
  readonly documentId: number | null;
  readonly currency: string;
  readonly exchangeRate: string;
  readonly postedBy: string | null;
  /** Null for an entry that owes nothing to a supplier, or that an earlier version posted. */
  readonly paidTo: PaidTo | null;
  readonly lines: readonly EntryLineView[];
}
/** Documents that are to be posted together, each as it was seen. */
export interface PostingAll {
  readonly documents: readonly { readonly id: number; readonly version: number }[];
}
/** What became of one of them. */
export interface PostedOne {
  readonly document: number;
  /** The number of its entry; null where it was not posted. */
  readonly entry: number | null;
  /** Why it was not. */
  readonly message: string | null;
}
export interface OpenItem {
  readonly documentId: number | null;
  readonly entryNumber: number;
  readonly supplierId: number;
  readonly supplier: string;
  readonly invoiceNumber: string | null;
  readonly dueDate: string | null;
  /** Base currency; negative for a credit note. */
  readonly amount: string;
  /** The invoices that a credit note gives back of, by their numbers; of an invoice the credit notes. */
  readonly with: readonly string[];
  /** What of it is held back until a credit note comes, in its own currency; null: nothing. */
  readonly heldBack: string | null;
  /** All that the supplier is owed, also what is not among these items. */
  readonly supplierTotal: string;
}
/** The items due first, by supplier, and how many there are in all. */
export interface OpenItems {
  readonly items: readonly OpenItem[];
  readonly count: number;
}
export interface TrialBalanceRow {
  readonly account: string;
  readonly name: string;
  readonly debit: string;
  readonly credit: string;
}
export interface TrialBalance {
  readonly rows: readonly TrialBalanceRow[];
  readonly debit: string;
  readonly credit: string;
}
