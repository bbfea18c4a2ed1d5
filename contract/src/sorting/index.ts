import { type DocumentKind, type Tray } from '@umber/core/documents';
import type { DoubtView } from '../documents/index.js';
import type { SupplierProposal } from '../matching/index.js';

/** What sorting has learned from people, and how well it does. */
export interface SortingView {
  /** Counts up each time it learned; 0 before the first time: then the titles' words alone decide. */
  readonly version: number;
  readonly trainedAt: string | null;
  /** Documents that people sorted, which it learned from. */
  readonly examples: number;
  /** How many of them it sorts right when it has learned from all the others only. */
  readonly right: number;
}
/** Documents of a supplier that is not known, which look alike. */
export interface AlikeView {
  /** Names the group: the document that it began with. */
  readonly id: number;
  readonly documents: readonly AlikeDocument[];
  /** Suppliers on file that they may be from, likeliest first. */
  readonly suppliers: readonly SupplierProposal[];
}
export interface AlikeDocument {
  readonly id: number;
  readonly version: number;
  readonly tray: Tray;
  readonly kind: DocumentKind;
  readonly seller: string | null;
  readonly number: string | null;
  readonly issueDate: string | null;
  readonly order: string | null;
  readonly currency: string | null;
  readonly total: string | null;
  readonly fileId: number;
  /** What is asked about it at Check. */
  readonly doubts: readonly DoubtView[];
  /** Whether a person settled it, and whether it was read by what they taught. */
  readonly checked: boolean;
  readonly taught: boolean;
  /** Its first page, by its number in the file. */
  readonly page: number | null;
}
/** What is said of all of them at once. */
export type AlikeAct =
  | { readonly act: 'supplier'; readonly supplierId: number }
  | { readonly act: 'kind'; readonly kind: DocumentKind }
  | { readonly act: 'park' | 'turn-away'; readonly reason: string }
  /** They do not belong to the group. */
  | { readonly act: 'apart' };
export interface AlikeChoice {
  readonly documents: readonly { readonly id: number; readonly version: number }[];
  readonly does: AlikeAct;
}
/** Documents of a group whose values a person has looked at and takes as they are read. */
export interface AlikeAcceptance {
  readonly documents: readonly { readonly id: number; readonly version: number }[];
}
/** What came of it: those that had moved on are left as they are, with the reason. */
export interface AlikeSettled {
  readonly settled: number;
  readonly left: readonly { readonly id: number; readonly why: string }[];
  readonly view: AlikeView;
}
