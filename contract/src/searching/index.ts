import type { DocumentKind, Tray } from '@umber/core/documents';
import type { SnippetPart } from '@umber/core/searching';

/** By what a document was found. */
export type FoundBy = 'number' | 'supplier' | 'amount' | 'order' | 'own' | 'page' | 'mail';
/** What is shown of a document in a list. Amounts are decimal strings in its currency, dates ISO 8601. */
export interface ListedDocument {
  readonly id: number;
  readonly tray: Tray;
  readonly kind: DocumentKind;
  readonly supplier: string | null;
  readonly number: string | null;
  readonly issueDate: string | null;
  readonly currency: string | null;
  readonly total: string | null;
}
export interface DocumentsPage {
  readonly documents: readonly ListedDocument[];
  /** The cursor of the page behind this one; null: there is none. */
  readonly next: string | null;
}
/** A document that a search found. */
export interface FoundDocument extends ListedDocument {
  readonly by: FoundBy;
}

/** Where words may stand. */
export const PLACES = ['page', 'note', 'mail', 'trail'] as const;
export type FoundPlace = (typeof PLACES)[number];
/** Gross totals, whatever their currency. */
export const BANDS = ['under-500', '500-to-5000', 'over-5000'] as const;
export type AmountBand = (typeof BANDS)[number];
export const ORDERS = ['best', 'newest', 'oldest', 'largest'] as const;
export type ArchiveOrder = (typeof ORDERS)[number];

/** A search in the archive. Lists are parted by commas; an empty one leaves nothing out. */
export interface ArchiveSearch {
  /** As it was typed; see `readSearch` in core/src/searching. */
  readonly q: string;
  readonly found: string;
  readonly kinds: string;
  readonly trays: string;
  /** Ids of suppliers. */
  readonly suppliers: string;
  /** Years of issue; `none`: without a date. */
  readonly years: string;
  readonly amounts: string;
  readonly order: ArchiveOrder;
  /** Whether words are looked for in other languages too. */
  readonly abroad: 'yes' | 'no';
  /** How many of the first are left out: the next ones are wanted. */
  readonly after: number;
}
export const NO_SEARCH: ArchiveSearch = {
  q: '',
  found: '',
  kinds: '',
  trays: '',
  suppliers: '',
  years: '',
  amounts: '',
  order: 'best',
  abroad: 'yes',
  after: 0,
};
/** The parts of a list in a search. */
export const listOf = (text: string): string[] => text.split(',').filter((part) => part !== '');

export interface ArchiveHit extends ListedDocument {
  readonly fileId: number;
  /** The number of its journal entry. */
  readonly entry: number | null;
  /** The piece in which it was found, what was looked for marked; empty where it was found by something else. */
  readonly parts: readonly SnippetPart[];
  /** Where that stands; null where it was found by something else. */
  readonly place: FoundPlace | null;
  /** The page in its file, from 1, where it stands on one; else its first. */
  readonly page: number | null;
  /** Other places where something of it stands. */
  readonly more: number;
  /** As it is written there: what is looked for on the page when it is opened. */
  readonly word: string | null;
}
/** A choice beside the list: how many of what is found would be left with it. Choices of one kind add to each other. */
export interface Facet {
  readonly value: string;
  readonly documents: number;
}
export interface ArchiveFound {
  /** How many there are: of the newest thousand or three where `isRough`. */
  readonly documents: number;
  readonly isRough: boolean;
  readonly hits: readonly ArchiveHit[];
  readonly facets: {
    /** Null where so many are found that counting takes too long. */
    readonly found: readonly Facet[] | null;
    readonly kinds: readonly Facet[];
    readonly trays: readonly Facet[];
    readonly suppliers: readonly (Facet & { readonly name: string })[];
    readonly years: readonly Facet[];
    readonly amounts: readonly Facet[];
  };
  /** Words of other languages that were looked for as well, and stand somewhere. */
  readonly abroad: readonly string[];
  /** Words that stand nowhere, and those that were looked for in their place. */
  readonly instead: readonly { readonly word: string; readonly by: readonly string[] }[];
}
/** Hits that come at a time. */
export const HITS = 20;

export interface KeepSearch {
  readonly name: string;
  readonly search: ArchiveSearch;
  /** Whether everybody has it. */
  readonly shared: boolean;
}
export interface KeptSearch extends KeepSearch {
  readonly id: number;
  readonly by: string;
  readonly isMine: boolean;
  readonly documents: number;
  readonly isRough: boolean;
  /** How many came since this person last looked at it. */
  readonly fresh: number;
}

/** A list of what a search finds now, for a colleague. */
export interface HandingList {
  readonly search: ArchiveSearch;
  /** Ids of those that do not go with it. */
  readonly without: readonly number[];
  /** How many the person sees that it finds; where it finds more or fewer by now it is refused. Null: whatever it finds. */
  readonly seen: number | null;
  readonly to: number;
  readonly whatFor: string;
  /** The last day on which it is open, ISO 8601. */
  readonly openUntil: string | null;
}
export const MOST_HANDED = 1000;
export interface HandedList {
  readonly id: number;
  readonly whatFor: string;
  readonly by: string;
  readonly to: string;
  readonly isMine: boolean;
  readonly handedAt: string;
  readonly openUntil: string | null;
  readonly documents: number;
}
export interface HandedListView extends HandedList {
  readonly hits: readonly ArchiveHit[];
}
