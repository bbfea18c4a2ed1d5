import type { DecimalString } from '../money/index.js';
import type { Conversion } from '../units/index.js';

/** A line of the invoice or credit note, amounts net and in its currency, above zero where it asks for or gives back something. */
export interface InvoiceLine {
  readonly position: number;
  readonly itemNumber: string | null;
  readonly description: string | null;
  readonly quantity: DecimalString | null;
  /** As the page says it: "pcs", "box of 12". */
  readonly unit: string | null;
  readonly unitPrice: DecimalString | null;
  readonly netAmount: DecimalString | null;
}

/** How much of an order must have come before it is paid: nothing, what was received, what was received and found good. */
export const LINE_CHECKS = ['order', 'receipt', 'inspection'] as const;
export type LineCheck = (typeof LINE_CHECKS)[number];

/** A price that holds from a quantity on, per one unit. */
export interface PriceStep {
  readonly from: DecimalString;
  readonly unitPrice: DecimalString;
}

/** A line of an order with what was received and what was invoiced before, less what was credited. */
export interface OrderLine {
  readonly id: number;
  readonly orderId: number;
  readonly position: number;
  /** As the supplier calls the item. */
  readonly itemNumber: string | null;
  /** As we do. */
  readonly ourItem: string | null;
  readonly description: string;
  readonly quantity: DecimalString;
  readonly unit: string | null;
  /** Per one unit. */
  readonly unitPrice: DecimalString;
  /** Prices by quantity, the least quantity first; empty where there is one price. */
  readonly priceSteps: readonly PriceStep[];
  /** Ordered as an amount, as services are: quantity is the amount, the price is one, and only amounts are compared. */
  readonly byAmount: boolean;
  readonly check: LineCheck;
  /** What counts as received: for a line that is inspected, what was found good. Less what went back. */
  readonly received: DecimalString;
  /** A line that named no quantity counts with its amount over the order's price. */
  readonly invoicedBefore: DecimalString;
  /** Net. */
  readonly amountBefore: DecimalString;
  /** Units agreed on for the line, its item or its supplier, the nearest first. */
  readonly conversions: readonly Conversion[];
}

/** What a person said once: that what a supplier calls so is this item of an order. Texts as `itemKey` makes them. */
export interface LearnedItem {
  /** Their number or words for it. */
  readonly theirs: string;
  /** `itemKey` of the order line. */
  readonly ours: string;
}

/** Whether goods are asked to be paid or given back. */
export type Direction = 'invoice' | 'credit-note';
