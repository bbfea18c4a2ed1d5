import type { KeptKind } from '@umber/core/documents';
import type { ArchiveSearch } from '../searching/index.js';

/** Days are ISO 8601, amounts decimal strings. An original is what came at once: a mail or a file, with all documents in it. */

/** Whole years for which each kind is kept after its financial year; null: for ever. */
export type KeptYears = Readonly<Record<KeptKind, number | null>>;
/** What is to be kept otherwise; what is left out stays as it is. */
export interface RetentionWish {
  readonly years: Partial<KeptYears>;
  /** The last month of the financial year, 1 to 12. */
  readonly yearEndsIn?: number;
}
/** The most years that can be set. */
export const MOST_YEARS = 99;

/** What is kept until a day. */
export interface DueDay {
  readonly until: string;
  /** Whether the day is over. */
  readonly isDue: boolean;
  readonly originals: number;
  readonly documents: number;
  /** Originals that a hold keeps. */
  readonly held: number;
}

export interface HoldView {
  readonly id: number;
  readonly name: string;
  readonly reason: string;
  /** All of a supplier; null: of any. */
  readonly supplier: string | null;
  /** All of these days; null: without an end there. */
  readonly first: string | null;
  readonly last: string | null;
  /** Documents that it keeps now: those that were named, or those that fit. */
  readonly documents: number;
  readonly ofDocuments: boolean;
  readonly placedBy: string;
  readonly placedAt: string;
  /** Somebody asks for it to end. */
  readonly release: { readonly by: string; readonly isMine: boolean; readonly at: string; readonly reason: string } | null;
  readonly released: { readonly by: string; readonly at: string } | null;
}
/** What must not go: what a search in the archive finds now, or all of a supplier, of some days, or both, also what comes later. */
export interface HoldWish {
  readonly name: string;
  readonly reason: string;
  readonly search: ArchiveSearch | null;
  /** Ids of what it finds and is not meant. */
  readonly without: readonly number[];
  readonly documents: readonly number[];
  readonly supplier: number | null;
  readonly first: string | null;
  readonly last: string | null;
}
/** The most documents that are named in one hold; more are held by supplier and days. */
export const MOST_HELD = 5000;
export interface ReleaseWish {
  readonly reason: string;
}
export interface ReleaseAnswer {
  readonly released: boolean;
}

export interface DeletionView {
  readonly id: number;
  /** Asked; turned down or withdrawn; agreed to and not all done; done. */
  readonly state: 'asked' | 'left' | 'under-way' | 'done';
  readonly until: string;
  /** Empty: of all kinds. */
  readonly kinds: readonly KeptKind[];
  readonly reason: string;
  readonly askedBy: string;
  readonly isMine: boolean;
  readonly askedAt: string;
  readonly originals: number;
  readonly documents: number;
  readonly answer: { readonly by: string; readonly at: string; readonly reason: string | null } | null;
  readonly deleted: number;
  /** Originals that a hold kept, that were not due any more, or with which somebody worked again. */
  readonly keptBack: number;
  /** Why it does not go on; it is tried again. */
  readonly fault: string | null;
}
export interface DeletionWish {
  /** Originals that were to be kept until this day at most, which is over. */
  readonly until: string;
  readonly kinds: readonly KeptKind[];
  readonly reason: string;
}
/** `originals`: how many who agrees saw that there are. */
export interface DeletionAgreement {
  readonly originals: number;
}
export interface DeletionRefusal {
  readonly reason: string;
}

/** An original, or one of its documents. */
export interface KeptOriginal {
  readonly arrivalId: number;
  readonly documentId: number | null;
  readonly kind: KeptKind;
  readonly supplier: string | null;
  readonly number: string | null;
  readonly issueDate: string | null;
  readonly currency: string | null;
  readonly total: string | null;
  /** What it came as: the subject of its mail, or the name of its file. */
  readonly name: string | null;
  readonly receivedOn: string;
  /** Null: for ever. */
  readonly keptUntil: string | null;
  /** The names of holds that keep it. */
  readonly holds: readonly string[];
  readonly outcome: DeletionOutcome | null;
}
export type DeletionOutcome = 'deleted' | 'on-hold' | 'not-due' | 'at-work';
/** Rows that are listed; the record of a deletion has all. */
export const ORIGINALS_SHOWN = 200;

export interface DueWish {
  readonly until: string;
  /** One kind, or empty: all. */
  readonly kind: KeptKind | '';
}
export interface DueOriginals {
  readonly originals: number;
  readonly documents: readonly KeptOriginal[];
  /** Whether there are more than are listed. */
  readonly isCut: boolean;
}
export interface DeletionPage extends DeletionView {
  readonly listed: readonly KeptOriginal[];
  readonly isCut: boolean;
}

export interface RetentionView extends Required<RetentionWish> {
  readonly years: KeptYears;
  /** Who set these years last, and when; null: nobody ever did. */
  readonly set: { readonly by: string; readonly at: string } | null;
  /** Today, by which days are over or not. */
  readonly today: string;
  readonly days: readonly DueDay[];
  /** Originals that are kept for ever, and those with which somebody works. */
  readonly forEver: number;
  readonly atWork: number;
  readonly holds: readonly HoldView[];
  readonly deletions: readonly DeletionView[];
}

/** What of a document's original there is to say: until when it is kept (null: for ever), by which holds, or that it is deleted. */
export interface OriginalView {
  readonly keptUntil: string | null;
  readonly holds: readonly string[];
  readonly deleted: { readonly deletion: number; readonly at: string; readonly askedBy: string; readonly agreedBy: string } | null;
}
