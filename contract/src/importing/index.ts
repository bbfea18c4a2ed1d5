import type { ImportMapping, ImportTable, RowFault } from '@umber/core/importing';

/** What a row would be. */
export type RowState = 'new' | 'changed' | 'same' | 'wrong';
/** One row as it is looked at before it is brought in. */
export interface PreviewRow {
  readonly row: number;
  /** The last row that belongs to it: an order has several. */
  readonly lastRow: number;
  readonly state: RowState;
  /** What it is about: a supplier's name, an order's number. */
  readonly key: string;
  readonly faults: readonly RowFault[];
  /** What would be otherwise. */
  readonly changes: readonly { readonly what: string; readonly before: string | null; readonly after: string | null }[];
}
export interface ImportView {
  readonly id: number;
  readonly table: ImportTable;
  readonly fileName: string;
  readonly heads: readonly string[];
  /** The first cells below each head. */
  readonly samples: readonly (readonly string[])[];
  readonly mapping: ImportMapping;
  readonly counts: Readonly<Record<RowState, number>>;
  /** The first rows, those that are wrong first. */
  readonly rows: readonly PreviewRow[];
  readonly madeBy: string;
  readonly madeAt: string;
  readonly appliedBy: string | null;
  readonly appliedAt: string | null;
  readonly undoneBy: string | null;
}
/** An import in the list of them. */
export type ImportRow = Pick<ImportView, 'id' | 'table' | 'fileName' | 'madeBy' | 'madeAt' | 'appliedBy' | 'appliedAt' | 'undoneBy'> & {
  readonly counts: ImportView['counts'] | null;
  /** Whether it is the last of its table, which can be taken back. */
  readonly canUndo: boolean;
};
/** A file as it is sent: its bytes in base64. */
export interface ImportWish {
  readonly table: ImportTable;
  readonly fileName: string;
  readonly bytes: string;
}
export interface MappingWish {
  readonly mapping: ImportMapping;
}
