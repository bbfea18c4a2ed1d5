import type { DocumentKind, Tray } from '../documents/index.js';
import { decimal, type DecimalString } from '../money/index.js';

/** How a line of a statement stands to what is here. */
export type StatementState =
  /** It is here with the same amount. */
  | 'fits'
  /** It is here with another amount, or as the other of invoice and credit note. */
  | 'differs'
  /** It is here and will not be paid: turned away, or filed as something else. */
  | 'turned-away'
  | 'missing'
  /** What the supplier says we paid. */
  | 'payment';

/** Ticks a line off against the document here that has its number; null: none has. */
export function statementState(
  line: { readonly kind: 'invoice' | 'credit' | 'payment'; readonly amount: DecimalString },
  document: { readonly kind: DocumentKind; readonly tray: Tray; readonly gross: DecimalString | null } | null,
): StatementState {
  if (line.kind === 'payment') return 'payment';
  if (document === null) return 'missing';
  const isKind = (document.kind === 'credit-note') === (line.kind === 'credit');
  if (!isKind || document.gross === null || !decimal(document.gross).abs().eq(decimal(line.amount))) return 'differs';
  return document.tray === 'turned-away' || document.tray === 'filed' ? 'turned-away' : 'fits';
}
