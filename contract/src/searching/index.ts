import type { DocumentKind, Tray } from '@umber/core/documents';

/** By what a document was found. */
export type FoundBy = 'number' | 'supplier' | 'amount' | 'order' | 'own' | 'page' | 'mail';
/** A document that a search found. Amounts are decimal strings in its currency, dates ISO 8601. */
export interface FoundDocument {
  readonly id: number;
  readonly tray: Tray;
  readonly kind: DocumentKind;
  readonly supplier: string | null;
  readonly number: string | null;
  readonly issueDate: string | null;
  readonly currency: string | null;
  readonly total: string | null;
  readonly by: FoundBy;
}
