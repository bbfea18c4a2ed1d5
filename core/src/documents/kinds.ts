/** What a document is. */
export const DOCUMENT_KINDS = ['invoice', 'credit-note', 'statement', 'reminder', 'delivery-note', 'order-confirmation', 'other'] as const;
export type DocumentKind = (typeof DOCUMENT_KINDS)[number];

/** Kinds that a title names; everything else is `other`. */
export type NamedKind = Exclude<DocumentKind, 'other'>;

/** What originals are kept as: a document of a kind, or what nothing came of. */
export const KEPT_KINDS = [...DOCUMENT_KINDS, 'no-document'] as const;
export type KeptKind = (typeof KEPT_KINDS)[number];

/** Kinds that go to the ledger. */
export const BOOKED_KINDS: readonly DocumentKind[] = ['invoice', 'credit-note'];

/** Whether documents of this kind go to the ledger. */
export const isForTheBooks = (kind: string): boolean => (BOOKED_KINDS as readonly string[]).includes(kind);
