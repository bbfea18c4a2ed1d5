import type { EInvoice, Finding } from '@umber/core/e-invoices';

export * from './terms.js';
export * from './rules.js';
export * from './sheet.js';

/** The data of an electronic invoice, and what its rules found. */
export interface EInvoiceView {
  readonly invoice: EInvoice;
  readonly findings: readonly Finding[];
  /** Whether its pages were made of the data. */
  readonly isMade: boolean;
}
