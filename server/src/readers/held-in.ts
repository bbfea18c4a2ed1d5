import type { FileFault } from '@umber/core/documents';
import { looksLikeXml, recognise, type XmlFault } from '@umber/core/e-invoice-files';
import type { EInvoice } from '@umber/core/e-invoices';
import type { HeldData } from '@umber/core/reading';
import { schemaFaults } from './schema.js';
import { UnreadableFile } from './unreadable-file.js';
import { decodedXml } from './xml-text.js';

/** Whether a file is XML by its first bytes. */
export const isXml = (bytes: Uint8Array): boolean => looksLikeXml(decodedXml(bytes.subarray(0, 400)));

/** Whether XML says that it is an invoice, also where it is cut off. */
export const namesInvoice = (bytes: Uint8Array): boolean =>
  /CrossIndustryInvoice:100|schema:xsd:(Invoice|CreditNote)-2/.test(decodedXml(bytes.subarray(0, 20_000)));

/** Megabytes of XML that are read at most: thousands of lines, or some attached pages. */
export const MOST_XML = 40;

/** A file in XML as an electronic invoice. @throws UnreadableFile. */
export function readXml(bytes: Uint8Array): EInvoice {
  if (bytes.length > MOST_XML * 1024 * 1024) throw new UnreadableFile({ code: 'too-large', most: MOST_XML });
  const read = recognise(decodedXml(bytes));
  if (read.what === 'unreadable') throw new UnreadableFile(faultOf(read.fault));
  if (read.what === 'other') throw new UnreadableFile({ code: 'other-xml', root: read.root.slice(0, 80) });
  return read.invoice;
}

const faultOf = (fault: XmlFault): FileFault =>
  fault.code === 'malformed' ? { code: 'malformed-xml', line: fault.line } : { code: 'unsafe-xml', why: fault.code };

type Held = Extract<HeldData, { places: unknown }>;
/** What is held of an invoice beside its pages: without its attachments' bytes, which the file has; and what its schema finds. */
export async function heldOf(invoice: EInvoice, bytes: Uint8Array, places: Held['places'] = {}): Promise<Held> {
  const schema = await schemaFaults(decodedXml(bytes), invoice.profile);
  return {
    invoice: { ...invoice, attachments: invoice.attachments.map((one) => ({ ...one, content: one.content === null ? null : '' })) },
    places,
    ...(schema === null ? {} : { schema }),
  };
}

/** The first of a PDF's attachments that is an electronic invoice, whatever it is called; null where none is. What begins as one and cannot be read is said. */
export async function heldIn(attachments: readonly Uint8Array[]): Promise<HeldData | null> {
  let unread: HeldData | null = null;
  for (const bytes of attachments) {
    if (!isXml(bytes)) continue;
    const read = bytes.length > MOST_XML * 1024 * 1024 ? null : recognise(decodedXml(bytes));
    if (read?.what === 'invoice') return heldOf(read.invoice, bytes);
    if (read === null || read.what === 'unreadable') unread ??= { invoice: null, why: read === null ? 'too-large' : read.fault.code };
  }
  return unread;
}
