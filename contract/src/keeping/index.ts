import type { PatternFault } from '@umber/core/naming';

/** Where and under which names documents are kept as files. */
export interface KeepingWish {
  /** On the server, absolute; null: nowhere. */
  readonly folder: string | null;
  readonly pattern: string;
}
/** A document that could not be written, and why. */
export interface KeepingFault {
  readonly documentId: number;
  readonly number: string | null;
  readonly fault: string;
  readonly triedAt: string;
}
export interface KeepingView extends KeepingWish {
  readonly kept: number;
  readonly waiting: number;
  readonly faults: readonly KeepingFault[];
}
/** What a pattern would make of the newest documents, or what is wrong with it. */
export type NamePreview = { readonly paths: readonly string[] } | { readonly fault: PatternFault };
