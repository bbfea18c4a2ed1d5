import { PDFDocument } from '@cantoo/pdf-lib';
import type { EInvoice } from '@umber/core/e-invoices';
import { drawSheet } from './draw-sheet.js';
import { heldOf, readXml } from './held-in.js';
import { readPdf } from './pdf.js';
import type { ReadOptions, ReadPage } from './read-page.js';

/**
 * An electronic invoice in XML as pages: those that are made of its data, with where its terms stand, and after them those of a PDF that is
 * attached within it. @throws UnreadableFile.
 */
export async function readEInvoice(bytes: Uint8Array, options: ReadOptions, onPage: (page: number) => void): Promise<ReadPage[]> {
  const invoice = readXml(bytes);
  const { pdf, made, places } = await pagesOf(invoice);
  const pages = await readPdf(pdf, options, onPage);
  const data = await heldOf(invoice, bytes, places);
  return pages.map(({ words: { data: _data, ...words }, picture }) => ({
    words: { ...words, ...(words.page <= made ? { isMade: true } : {}), ...(words.page === 1 ? { data } : {}) },
    picture,
  }));
}

/** The pages of an electronic invoice in XML as a PDF. @throws UnreadableFile. */
export const pdfOfXml = async (bytes: Uint8Array): Promise<Uint8Array> => (await pagesOf(readXml(bytes))).pdf;

async function pagesOf(invoice: EInvoice) {
  const { pdf, pages: made, places } = await drawSheet(invoice);
  const attached = invoice.attachments.find(({ content, mime }) => content !== null && mime === 'application/pdf');
  const own = attached ? await opened(Buffer.from(attached.content ?? '', 'base64')) : null;
  if (own === null) return { pdf: new Uint8Array(pdf), made, places };
  const drawn = await PDFDocument.load(pdf);
  for (const page of await drawn.copyPages(own, own.getPageIndices())) drawn.addPage(page);
  return { pdf: await drawn.save(), made, places };
}

/** What is attached, where it can be opened: the data is there all the same. */
const opened = (bytes: Uint8Array): Promise<PDFDocument | null> => PDFDocument.load(bytes, { updateMetadata: false }).catch(() => null);
