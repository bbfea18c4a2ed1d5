/** A list in pages, the newest first: so many at a time. */
export interface PageWish {
  /** What the page before said is next; empty: the first page. */
  readonly cursor: string;
  readonly limit: number;
}
export interface Page<T> {
  readonly items: readonly T[];
  /** The cursor of the page behind this one; null: there is none. */
  readonly next: string | null;
}
