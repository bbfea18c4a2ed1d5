import type { PageWords } from '@umber/core/reading';

/** A page as read, and its picture where one was wanted. */
export interface ReadPage {
  readonly words: PageWords;
  /** PNG of a drawn page, JPEG of a scanned one, upright; null where none was wanted. */
  readonly picture: Uint8Array | null;
}

export interface ReadOptions {
  /** How many pages' pictures are wanted, from the first. */
  readonly pictures: number;
  /** Pixels a point of the pictures. */
  readonly scale: number;
  /** The data of an electronic invoice that came beside the file. */
  readonly data?: Uint8Array;
  /** Only these pages are wanted, turned as a person said; all as they are where it is left out. */
  readonly only?: readonly TurnedPage[];
}

/** A page by its number and the quarter turns, clockwise, beyond those that it would be read with. */
export interface TurnedPage {
  readonly page: number;
  readonly turns: number;
}

/** The quarter turns of a page that is wanted; null for one that is not. */
export const turnsOf = (page: number, { only }: ReadOptions): number | null =>
  only ? (only.find((one) => one.page === page)?.turns ?? null) : 0;
