import { UnreadableFile } from './unreadable-file.js';
import { readEInvoice } from './e-invoice.js';
import { heldIn, isXml } from './held-in.js';
import { imageKind, imagePages } from './image.js';
import { LIMITS } from './limits.js';
import { readPdf } from './pdf.js';
import { jpegOf } from './picture-files.js';
import { readScan } from './scan.js';
import { turnsOf, type ReadOptions, type ReadPage } from './read-page.js';

/** Reads a file of any kind that holds pages: PDF, PNG, JPEG, TIFF, electronic invoices in XML. Tells of each page done. @throws UnreadableFile. */
export async function readFile(bytes: Uint8Array, options: ReadOptions, onPage: (page: number) => void): Promise<ReadPage[]> {
  const pages = await readPages(bytes, options, onPage);
  const [first] = pages;
  const data = options.data && first && !first.words.data ? await heldIn([new Uint8Array(options.data)]) : null;
  return data === null ? pages : [{ ...first, words: { ...first.words, data } }, ...pages.slice(1)];
}

async function readPages(bytes: Uint8Array, options: ReadOptions, onPage: (page: number) => void): Promise<ReadPage[]> {
  if (bytes.length === 0) throw new UnreadableFile({ code: 'empty' });
  if (bytes.length > LIMITS.bytes) throw new UnreadableFile({ code: 'too-large', most: LIMITS.bytes / 1024 / 1024 });
  const kind = imageKind(bytes);
  if (kind === null) return isXml(bytes) ? await readEInvoice(bytes, options, onPage) : await readPdf(bytes, options, onPage);
  const pages: ReadPage[] = [];
  let number = 0;
  for await (const page of imagePages(bytes, kind)) {
    if (++number > LIMITS.scannedPages) throw new UnreadableFile({ code: 'too-many-scans', most: LIMITS.scannedPages });
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
