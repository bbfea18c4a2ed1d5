import type { NamedKind } from '../documents/index.js';
/** What a label says its value is. The first twelve are fields; the others explain amounts and mislead on purpose. */
export const LABEL_MEANINGS = [
  'invoiceNumber',
  'issueDate',
  'dueDate',
  'orderReference',
  'sellerTaxId',
  'netTotal',
  'taxTotal',
  'grossTotal',
  'amountDue',
  'paid',
  'previousBalance',
  'goodsTotal',
  'documentDiscount',
  'carriage',
  'terms',
  'buyer',
  'shipTo',
  'seller',
  'payTo',
  // The number of a document that is no invoice, and the heading over the taxes by rate.
  'ownNumber',
  'taxBreakdown',
  'other',
] as const;
export type LabelMeaning = (typeof LABEL_MEANINGS)[number];

/** What a column of the line table holds. */
export const COLUMN_ROLES = [
  'position',
  'itemNumber',
  'description',
  'quantity',
  'unit',
  'unitPrice',
  'per',
  'discount',
  'netAmount',
  'grossAmount',
  'taxRate',
  'taxAmount',
] as const;
export type ColumnRole = (typeof COLUMN_ROLES)[number];

/**
 * The words of one language that reading knows. Write them as printed; case, accents and punctuation do not matter. In labels, columns
 * and kinds `(net|total net) amount` stands for both, and `vat (no|)` for one with its end and one without.
 */
export interface Lexicon {
  /** ISO 639, two letters. */
  readonly language: string;
  /** The first reader's name of it, which is that of its Debian package too: `tesseract-ocr-deu`. */
  readonly ocr: string;
  /** Names of the twelve months, with their short forms. */
  readonly months: readonly (readonly string[])[];
  /** What companies' names end with. */
  readonly legalForms: {
    readonly plain: readonly string[];
    /** Those that are words of a text too. */
    readonly alsoWords: readonly string[];
  };
  readonly labels: Readonly<Record<LabelMeaning, readonly string[]>>;
  readonly columns: Readonly<Record<ColumnRole, readonly string[]>>;
  readonly kinds: Readonly<Record<NamedKind, readonly string[]>>;
  readonly words: {
    /** Small words that tell the language of a text. */
    readonly common: readonly string[];
    /** Words beside a tax id's label that say it is the buyer's. */
    readonly buyers: readonly string[];
    readonly carriedForward: readonly string[];
    /** Terms with `{n}` for the number of days. */
    readonly termsDays: readonly string[];
    /** Words for days after a number. */
    readonly days: readonly string[];
    /** Words for a discount on early payment. */
    readonly earlyDiscount: readonly string[];
    /** What stands before a due date in a sentence. */
    readonly dueSentence: readonly string[];
    /** Words by a price that say how many units it is for. */
    readonly perHundred: Readonly<Record<string, number>>;
    /** Page counting with `{n}` and `{m}`. */
    readonly page: readonly string[];
  };
}
