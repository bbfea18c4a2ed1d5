import type { DocumentKind, Tray } from '@umber/core/documents';
import type { ArchiveSearch } from '../searching/index.js';
import type { ExportLayout, ExportTable } from '@umber/core/exports';

export const SINCE = ['all', 'last', 'this-month', 'last-month'] as const;
export type Since = (typeof SINCE)[number];
export const EVERY = ['day', 'week', 'month'] as const;

/** Which documents go out. Empty lists and null leave nothing out. */
export interface ExportWhat {
  readonly trays: readonly Tray[];
  readonly kinds: readonly DocumentKind[];
  readonly supplierId: number | null;
  /** What `from` and `to` (ISO 8601, both included) and months are about. */
  readonly date: 'issueDate' | 'postedOn';
  readonly from: string | null;
  readonly to: string | null;
  /** Part of a number, a supplier's name or an order's number. */
  readonly words: string;
  /** Only what this search in the archive finds; null: whatever. */
  readonly search: ArchiveSearch | null;
  /** `last`: what no earlier run of the same kept export has, or has otherwise. */
  readonly since: Since;
}
export interface ExportWish {
  readonly what: ExportWhat;
  readonly layout: ExportLayout;
}
export interface RunWish extends ExportWish {
  /** The kept export that it is a run of, which must be kept just so; null: of none. */
  readonly exportId: number | null;
}
export interface KeepWish extends ExportWish {
  readonly name: string;
  readonly every: (typeof EVERY)[number] | null;
  /** The kept one that it takes the place of, as it was seen; null: a new one. */
  readonly replaces: { readonly id: number; readonly version: number } | null;
}
/** Where files go by themselves. */
export type ExportTarget =
  | { readonly kind: 'folder'; /** On the server, absolute. */ readonly to: string }
  | { readonly kind: 'mail'; readonly to: string }
  | { readonly kind: 'address'; /** Each file is posted there. */ readonly to: string };
export const TARGET_KINDS = ['folder', 'mail', 'address'] as const satisfies readonly ExportTarget['kind'][];
export interface TargetWish {
  readonly target: ExportTarget | null;
}
export interface ExportDelivery {
  readonly target: ExportTarget;
  readonly tries: number;
  /** Null: it has arrived, or was given up. */
  readonly nextAt: string | null;
  readonly arrivedAt: string | null;
  readonly fault: string | null;
}
export interface KeptExport extends Omit<KeepWish, 'replaces'> {
  readonly version: number;
  readonly target: ExportTarget | null;
  readonly id: number;
  readonly madeBy: string;
  readonly lastRun: string | null;
}
export interface RunView {
  readonly id: number;
  readonly exportId: number | null;
  readonly name: string;
  readonly wish: ExportWish;
  /** Null: by itself. */
  readonly by: string | null;
  readonly askedAt: string;
  readonly doneAt: string | null;
  readonly documents: number | null;
  readonly fault: string | null;
  /** Where its files went by themselves; null: nowhere. */
  readonly delivery: ExportDelivery | null;
  readonly files: readonly { readonly name: string; readonly bytes: number; /** Hexadecimal SHA-256. */ readonly sha256: string }[];
}
export interface ExportsView {
  readonly kept: readonly KeptExport[];
  /** The newest first. */
  readonly runs: readonly RunView[];
}
export interface ExportPreview {
  readonly documents: number;
  /** The first rows, as they will be written. */
  readonly tables: readonly (Pick<ExportTable, 'name' | 'heads'> & { readonly rows: readonly (readonly string[])[] })[];
}
/** So many documents go out at a time. */
export const MOST_EXPORTED = 20_000;
