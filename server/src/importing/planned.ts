import type { RowState } from '@umber/contract/importing';
import type { ImportedRow, RowFault } from '@umber/core/importing';
import type { Database } from '../database/database.js';

/** What is done for rows that belong together, and how that is taken back: `undo` is kept as JSON. */
export interface Planned {
  readonly rows: readonly number[];
  readonly state: RowState;
  readonly key: string;
  readonly faults: readonly RowFault[];
  readonly changes: readonly { readonly what: string; readonly before: string | null; readonly after: string | null }[];
  /** Does it; null where nothing is to be done. */
  readonly apply: ((db: Database, personId: number) => Promise<Undo>) | null;
}
export type Undo =
  | { readonly of: 'supplier'; readonly id: number; readonly before: null }
  | { readonly of: 'supplier'; readonly id: number; readonly before: Readonly<Record<string, unknown>>; readonly change: number | null }
  | { readonly of: 'order'; readonly id: number; readonly before: unknown }
  | {
      readonly of: 'receipt';
      readonly orderId: number;
      readonly lines: readonly { readonly orderLineId: number; readonly quantity: string }[];
    }
  | { readonly of: 'account'; readonly number: string; readonly before: { readonly name: string; readonly kind: string } | null }
  | { readonly of: 'budget'; readonly costCentre: string; readonly year: number; readonly before: string | null }
  | { readonly of: 'cost-centre'; readonly code: string; readonly before: { readonly name: string; readonly managerId: number } | null };

/** A fault that is said in words. */
export const said = (text: string, column: string | null = null): RowFault => ({ code: 'said', column, text });
/** What is wrong and not done. */
export const wrong = (rows: readonly number[], key: string, faults: readonly RowFault[]): Planned => ({
  rows,
  state: 'wrong',
  key,
  faults,
  changes: [],
  apply: null,
});

/** Rows by a key of theirs, in their order. */
export function grouped(rows: readonly ImportedRow[], keyOf: (row: ImportedRow) => string): Map<string, ImportedRow[]> {
  const groups = new Map<string, ImportedRow[]>();
  for (const row of rows) {
    const key = keyOf(row);
    const group = groups.get(key);
    if (group) group.push(row);
    else groups.set(key, [row]);
  }
  return groups;
}
