import type { ChargeKind, LineCheck, OrderLine, PriceStep } from '@umber/core/matching';
import type { OrderKind } from '@umber/core/orders';

/** A purchase order in the list of orders. */
export interface OrderRow {
  readonly id: number;
  readonly number: string;
  readonly kind: OrderKind;
  readonly supplier: string;
  readonly owner: string;
  readonly costCentre: string;
  readonly currency: string;
  readonly orderedOn: string;
  readonly state: 'open' | 'closed';
  readonly lines: number;
  /** A decimal string in the order's currency; of a blanket order its limit. */
  readonly amount: string;
  /** What of it came and what was invoiced, in per cent of its worth. */
  readonly receivedPercent: number;
  readonly invoicedPercent: number;
}

/** What was agreed on beside the goods, net, in the order's currency. */
export interface OrderCharge {
  readonly kind: Exclude<ChargeKind, 'discount'>;
  readonly amount: string;
}
/** A line of an order as its page shows it. */
export interface OrderLineView extends OrderLine {
  readonly account: string;
  /** Null: the order's. */
  readonly costCentre: string | null;
  /** How many units the price was said for. */
  readonly pricePer: string;
  /** Numbers of its receipts. */
  readonly receiptNumbers: readonly string[];
}
/** A purchase order with what came of it and what was invoiced. */
export interface OrderView {
  readonly id: number;
  readonly number: string;
  readonly kind: OrderKind;
  readonly version: number;
  readonly supplierId: number;
  readonly supplier: string;
  readonly ownerId: number;
  readonly owner: string;
  readonly costCentre: string;
  readonly project: string | null;
  readonly currency: string;
  readonly orderedOn: string;
  readonly state: 'open' | 'closed';
  /** The blanket order that it calls off. */
  readonly blanket: { readonly id: number; readonly number: string } | null;
  readonly valueLimit: string | null;
  readonly validUntil: string | null;
  readonly note: string;
  readonly charges: readonly OrderCharge[];
  readonly discountPercent: string;
  /** What its lines come to, net. */
  readonly worth: string;
  readonly lines: readonly OrderLineView[];
}

/** A line as it is entered; `id` of one that there is, null for a new one. */
export interface OrderLineWish {
  readonly id: number | null;
  readonly itemNumber: string | null;
  readonly ourItem: string | null;
  readonly description: string;
  readonly quantity: string;
  readonly unit: string | null;
  /** For `pricePer` units. */
  readonly price: string;
  readonly pricePer: string;
  readonly priceSteps: readonly PriceStep[];
  readonly byAmount: boolean;
  readonly check: LineCheck;
  readonly account: string;
  readonly costCentre: string | null;
}
/** An order as it is entered or changed. */
export interface OrderWish {
  /** Empty: the next of our own. */
  readonly number: string;
  readonly kind: OrderKind;
  readonly supplierId: number;
  readonly ownerId: number;
  readonly costCentre: string;
  readonly project: string | null;
  readonly currency: string;
  readonly orderedOn: string;
  readonly blanketId: number | null;
  readonly valueLimit: string | null;
  readonly validUntil: string | null;
  readonly note: string;
  readonly charges: readonly OrderCharge[];
  readonly discountPercent: string;
  readonly lines: readonly OrderLineWish[];
}
export interface OrderChange extends OrderWish {
  /** The version that was looked at. */
  readonly version: number;
  readonly reason: string;
}
export interface OrderStateChange {
  readonly version: number;
  readonly state: 'open' | 'closed';
  readonly reason: string;
}

/** One receipt or return of an order. */
export interface ReceiptView {
  readonly id: number;
  readonly number: string;
  readonly kind: 'receipt' | 'return';
  readonly receivedOn: string;
  readonly deliveryNote: string;
  readonly enteredBy: string | null;
  readonly lines: readonly {
    readonly orderLineId: number;
    readonly quantity: string;
    /** What an inspection found good; null: nobody has looked yet. */
    readonly accepted: string | null;
    readonly inspectedBy: string | null;
  }[];
}
/** What a version of an order changed: who, when, why. */
export interface OrderVersionView {
  readonly version: number;
  readonly by: string | null;
  readonly at: string;
  readonly reason: string;
  readonly changes: readonly {
    readonly what: string;
    readonly line: number | null;
    readonly before: string | null;
    readonly after: string | null;
  }[];
}
/** A document that is for an order. */
export interface OrderDocumentView {
  readonly id: number;
  readonly kind: string;
  readonly number: string | null;
  readonly tray: string;
  readonly amount: string | null;
  readonly currency: string | null;
}
/** An order's page: all there is of it. */
export interface OrderPage {
  readonly order: OrderView;
  readonly receipts: readonly ReceiptView[];
  readonly versions: readonly OrderVersionView[];
  readonly documents: readonly OrderDocumentView[];
  readonly callOffs: readonly { readonly id: number; readonly number: string; readonly worth: string; readonly state: string }[];
}

export interface ReceiptWish {
  readonly kind: 'receipt' | 'return';
  readonly receivedOn: string;
  readonly deliveryNote: string;
  readonly lines: readonly { readonly orderLineId: number; readonly quantity: string }[];
}
export interface InspectionWish {
  readonly lines: readonly { readonly orderLineId: number; readonly accepted: string }[];
}
/** What somebody who orders may choose from. */
export interface OrderingLists {
  readonly people: readonly { readonly id: number; readonly name: string }[];
  readonly accounts: readonly { readonly number: string; readonly name: string }[];
  readonly costCentres: readonly { readonly code: string; readonly name: string }[];
  readonly currencies: readonly string[];
}
