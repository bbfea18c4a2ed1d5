import type { Tray } from '@umber/core/documents';
import type { Boundary } from '@umber/core/separating';

/** Where a document may begin, as the pages speak for it. */
export type BoundaryView = Boundary;
/** A document as it was cut out of its file. */
export interface PartView {
  readonly id: number;
  readonly tray: Tray;
  readonly supplier: string | null;
  readonly number: string | null;
  /** Pages of the file, in the document's order. */
  readonly pages: readonly number[];
}
/** A page of a file: its size in points, and the quarter turns, clockwise, that a person gave it. */
export interface FilePageView {
  readonly number: number;
  readonly width: number;
  readonly height: number;
  readonly turned: number;
}
/** A file of an arrival with all its pages, and how they are put together. */
export interface FileView {
  readonly id: number;
  readonly name: string;
  readonly version: number;
  readonly arrival: { readonly id: number; readonly sender: string | null; readonly subject: string | null; readonly receivedAt: string };
  readonly pages: readonly FilePageView[];
  readonly boundaries: readonly BoundaryView[];
  readonly documents: readonly PartView[];
}
/** How the pages shall be put together: the pages of each document; pages in none of them are set aside. */
export interface Arrangement {
  readonly version: number;
  readonly documents: readonly (readonly number[])[];
  /** Pages of documents that are to be turned otherwise than now: their quarter turns from now on. */
  readonly turned: readonly { readonly page: number; readonly turned: number }[];
}
/** Whether a boundary is a question for a person: neither plainly there nor plainly not. */
export const isUnsure = ({ probability }: BoundaryView): boolean => probability > 0.15 && probability < 0.85;

/** A page's picture; `turned` only tells browsers that it is another one than before. */
export interface PictureWish {
  readonly turned: number;
}
