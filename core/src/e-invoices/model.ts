/**
 * An electronic invoice by the semantic model of EN 16931-1: groups (BG) and terms (BT) whatever the syntax was. Every term is the text of the
 * file, trimmed, or null; numbers and dates as decimal strings and ISO 8601 where the text is one, else as it stands, which a rule then says.
 */
export interface EInvoice {
  readonly syntax: Syntax;
  /** What the file calls itself: BT-24 and BT-23. */
  readonly profile: string | null;
  readonly process: string | null;
  readonly number: string | null;
  readonly issueDate: string | null;
  readonly typeCode: string | null;
  readonly currency: string | null;
  readonly taxCurrency: string | null;
  readonly taxPointDate: string | null;
  readonly taxPointCode: string | null;
  readonly dueDate: string | null;
  readonly buyerReference: string | null;
  readonly references: References;
  readonly accounting: string | null;
  readonly terms: string | null;
  readonly notes: readonly { readonly subject: string | null; readonly text: string | null }[];
  readonly preceding: readonly { readonly number: string | null; readonly date: string | null }[];
  readonly seller: Party;
  readonly buyer: Party;
  readonly payee: Party | null;
  readonly representative: Party | null;
  readonly delivery: Delivery | null;
  readonly period: Period | null;
  readonly payments: readonly Payment[];
  readonly allowances: readonly Allowance[];
  readonly totals: Totals;
  readonly taxes: readonly TaxShare[];
  readonly attachments: readonly Attachment[];
  readonly lines: readonly EInvoiceLine[];
}

export type Syntax = 'ubl-invoice' | 'ubl-credit-note' | 'cii';

/** BT-11 to BT-18. */
export interface References {
  readonly project: string | null;
  readonly contract: string | null;
  readonly order: string | null;
  readonly salesOrder: string | null;
  readonly receipt: string | null;
  readonly despatch: string | null;
  readonly tender: string | null;
  readonly object: string | null;
}

/** An identifier and the scheme that it is of. */
export interface Identifier {
  readonly id: string | null;
  readonly scheme: string | null;
}

/** BG-4, BG-7, BG-10, BG-11. */
export interface Party {
  readonly name: string | null;
  readonly tradingName: string | null;
  readonly identifiers: readonly Identifier[];
  readonly registration: Identifier | null;
  readonly taxId: string | null;
  /** BT-32: a tax number that is no VAT identifier. */
  readonly taxNumber: string | null;
  readonly legalForm: string | null;
  readonly endpoint: Identifier | null;
  readonly address: Address | null;
  readonly contact: { readonly name: string | null; readonly phone: string | null; readonly mail: string | null } | null;
}

export interface Address {
  readonly lines: readonly string[];
  readonly city: string | null;
  readonly postcode: string | null;
  readonly region: string | null;
  readonly country: string | null;
}

export interface Period {
  readonly from: string | null;
  readonly to: string | null;
}

export interface Delivery {
  readonly name: string | null;
  readonly location: Identifier | null;
  readonly date: string | null;
  readonly address: Address | null;
}

/** BG-16 to BG-19. */
export interface Payment {
  readonly code: string | null;
  readonly text: string | null;
  readonly remittance: string | null;
  readonly accounts: readonly { readonly id: string | null; readonly name: string | null; readonly bic: string | null }[];
  readonly card: { readonly number: string | null; readonly holder: string | null } | null;
  readonly debit: { readonly mandate: string | null; readonly creditor: string | null; readonly account: string | null } | null;
}

/** BG-20, BG-21, BG-27, BG-28. */
export interface Allowance {
  readonly isCharge: boolean;
  readonly amount: string | null;
  readonly base: string | null;
  readonly percent: string | null;
  readonly category: string | null;
  readonly rate: string | null;
  readonly reason: string | null;
  readonly reasonCode: string | null;
}

/** BG-22: BT-106 to BT-115. */
export interface Totals {
  readonly lines: string | null;
  readonly allowances: string | null;
  readonly charges: string | null;
  readonly net: string | null;
  readonly tax: string | null;
  /** BT-111: the tax in the currency of the seller's books. */
  readonly taxAccounted: string | null;
  readonly gross: string | null;
  readonly paid: string | null;
  readonly rounding: string | null;
  readonly due: string | null;
}

/** BG-23. */
export interface TaxShare {
  readonly basis: string | null;
  readonly amount: string | null;
  readonly category: string | null;
  readonly rate: string | null;
  readonly reason: string | null;
  readonly reasonCode: string | null;
}

/** BG-24. */
export interface Attachment {
  readonly reference: string | null;
  readonly description: string | null;
  readonly address: string | null;
  readonly fileName: string | null;
  readonly mime: string | null;
  /** Base64, as it stands; null where the file is elsewhere. */
  readonly content: string | null;
}

/** BG-25. */
export interface EInvoiceLine {
  readonly id: string | null;
  readonly note: string | null;
  readonly object: string | null;
  readonly quantity: string | null;
  readonly unit: string | null;
  readonly net: string | null;
  readonly orderLine: string | null;
  readonly accounting: string | null;
  readonly period: Period | null;
  readonly allowances: readonly Allowance[];
  /** BT-146 to BT-150. */
  readonly price: {
    readonly net: string | null;
    readonly discount: string | null;
    readonly gross: string | null;
    readonly base: string | null;
    readonly baseUnit: string | null;
  };
  readonly category: string | null;
  readonly rate: string | null;
  readonly item: {
    readonly name: string | null;
    readonly description: string | null;
    readonly sellerId: string | null;
    readonly buyerId: string | null;
    readonly standard: Identifier | null;
    readonly classes: readonly Identifier[];
    readonly origin: string | null;
    readonly attributes: readonly { readonly name: string | null; readonly value: string | null }[];
  };
}
