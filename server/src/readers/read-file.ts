import type { PageWords } from '@umber/core/reading';
import { FileRefused } from './file-refused.js';
import { imageKind, imagePages } from './image.js';
import { LIMITS } from './limits.js';
import { readPdf } from './pdf.js';
import { jpegOf } from './picture-files.js';
import { readScan } from './scan.js';

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

/** Reads a file of any kind that holds pages: PDF, PNG, JPEG, TIFF. Tells of each page done. @throws FileRefused with a sentence for the person. */
export async function readFile(bytes: Uint8Array, options: ReadOptions, onPage: (page: number) => void): Promise<ReadPage[]> {
  if (bytes.length === 0) throw new FileRefused('empty', 'The file is empty.');
  if (bytes.length > LIMITS.bytes) throw new FileRefused('too-large', `The file is larger than ${LIMITS.bytes / 1024 / 1024} MB.`);
  const kind = imageKind(bytes);
  if (kind === null) return await readPdf(bytes, options, onPage);
  const pages: ReadPage[] = [];
  let number = 0;
  for await (const page of imagePages(bytes, kind)) {
    if (++number > LIMITS.scannedPages)
      throw new FileRefused('too-many-pages', `The file has more than ${LIMITS.scannedPages} scanned pages. Send it in parts.`);
    const turns = turnsOf(number, options);
    if (turns === null) continue;
    const { words, picture } = await readScan(page.picture, number, page.resolution, turns);
    pages.push({
      words,
      picture: number <= options.pictures ? await jpegOf(picture, (words.width * options.scale) / picture.width) : null,
    });
    onPage(number);
  }
  return pages;
}
