import { pdfOfXml } from './e-invoice.js';
import { isXml } from './held-in.js';
import { imageKind, imagePages } from './image.js';
import { pictureOfPdf } from './pdf.js';
import { jpegOf } from './picture-files.js';
import { UnreadableFile } from './unreadable-file.js';

/** Pixels that the picture is wide at most. */
const WIDEST = 1700;

/** A page of a file (from 1) as it came, neither turned nor straightened, as a JPEG or PNG. @throws UnreadableFile. */
export async function asItCame(bytes: Uint8Array, page: number): Promise<Uint8Array> {
  const kind = imageKind(bytes);
  if (kind === null) return pictureOfPdf(isXml(bytes) ? await pdfOfXml(bytes) : bytes, page, WIDEST);
  let number = 0;
  for await (const { picture } of imagePages(bytes, kind))
    if (++number === page) return jpegOf(picture, Math.min(1, WIDEST / picture.width));
  throw new UnreadableFile({ code: 'damaged', what: 'file' });
}
