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
}

/** Reads a file of any kind that holds pages: PDF, PNG, JPEG, TIFF. Tells of each page done. @throws FileRefused with a sentence for the person. */
export async function readFile(bytes: Uint8Array, options: ReadOptions, onPage: (page: number) => void): Promise<ReadPage[]> {
  if (bytes.length === 0) throw new FileRefused('empty', 'The file is empty.');
  if (bytes.length > LIMITS.bytes) throw new FileRefused('too-large', `The file is larger than ${LIMITS.bytes / 1024 / 1024} MB.`);
  const kind = imageKind(bytes);
  if (kind === null) return await readPdf(bytes, options, onPage);
  const pages: ReadPage[] = [];
  for await (const page of imagePages(bytes, kind)) {
    if (pages.length >= LIMITS.scannedPages)
      throw new FileRefused('too-many-pages', `The file has more than ${LIMITS.scannedPages} scanned pages. Send it in parts.`);
    const { words, picture } = await readScan(page.picture, pages.length + 1, page.resolution);
    pages.push({
      words,
      picture: pages.length < options.pictures ? await jpegOf(picture, (words.width * options.scale) / picture.width) : null,
    });
    onPage(pages.length);
  }
  return pages;
}
