import type { SupplierSign, Tray } from '@umber/core/documents';
import type { Versioned } from '../checking/index.js';
import type { TemplateView } from '../coding/index.js';

export interface SupplierChoice extends Versioned {
  readonly supplierId: number;
}
export interface OrderChoice extends Versioned {
  /** Empty: this invoice has no order. */
  readonly orderIds: readonly number[];
}
export interface PairChoice extends Versioned {
  /** Lines of the supplier's orders that the line is for; empty: it is on none; null: as it is paired without being told. */
  readonly orderLineIds: readonly number[] | null;
}
export interface CodingChoice extends Versioned {
  readonly account: string;
  readonly costCentre: string;
}
/** A supplier that a document may be from, likeliest first. */
export interface SupplierProposal {
  readonly id: number;
  readonly name: string;
  readonly signs: readonly SupplierSign[];
}
/** An order that it may be for: by its number, by the share of lines that fit (per cent), or only because it is open. */
export interface OrderProposal {
  readonly id: number;
  readonly number: string;
  readonly by: 'number' | 'lines' | 'open';
  readonly percent: number;
}
export interface Proposals {
  readonly suppliers: readonly SupplierProposal[];
  readonly orders: readonly OrderProposal[];
}
export interface CodingLists {
  readonly templates: readonly TemplateView[];
  readonly accounts: readonly { readonly number: string; readonly name: string }[];
  readonly costCentres: readonly { readonly code: string; readonly name: string }[];
}
/** An order line that is open, as one is chosen. */
export interface OpenLine {
  readonly id: number;
  readonly orderId: number;
  readonly orderNumber: string;
  readonly position: number;
  readonly itemNumber: string | null;
  readonly ourItem: string | null;
  readonly description: string;
  readonly unit: string | null;
  readonly unitPrice: string;
  /** What is not invoiced yet. */
  readonly open: string;
}
/** Says which invoices a credit note gives back of; none: as the machine finds them. */
export interface CreditedChoice extends Versioned {
  readonly invoiceIds: readonly number[];
}
/** Says in which invoice's place one comes; null: in none. */
export interface ReplacesChoice extends Versioned {
  readonly invoiceId: number | null;
}
/** An invoice of the supplier that a document may be for or in place of. */
export interface CreditableInvoice {
  readonly id: number;
  readonly number: string;
  readonly tray: Tray;
  readonly issueDate: string | null;
  readonly gross: string | null;
  readonly currency: string | null;
  /** What credit notes in the books leave of it. */
  readonly left: string;
}
