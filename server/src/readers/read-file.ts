import { FileRefused } from './file-refused.js';
import { imageKind, imagePages } from './image.js';
import { LIMITS } from './limits.js';
import { readPdf } from './pdf.js';
import { jpegOf } from './picture-files.js';
import { readScan } from './scan.js';
import { turnsOf, type ReadOptions, type ReadPage } from './read-page.js';

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
