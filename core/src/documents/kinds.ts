/** What a document is. */
export const DOCUMENT_KINDS = ['invoice', 'credit-note', 'statement', 'reminder', 'delivery-note', 'order-confirmation', 'other'] as const;
export type DocumentKind = (typeof DOCUMENT_KINDS)[number];

/** Kinds that a title names; everything else is `other`. */
export type NamedKind = Exclude<DocumentKind, 'other'>;

/** Kinds that go to the ledger. */
export const BOOKED_KINDS: readonly DocumentKind[] = ['invoice', 'credit-note'];

/** Whether documents of this kind go to the ledger. */
export const isForTheBooks = (kind: string): boolean => (BOOKED_KINDS as readonly string[]).includes(kind);
