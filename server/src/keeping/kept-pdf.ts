import { fetchBlob } from '../archive/blobs.js';
import { ApiError } from '../api-error.js';
import type { Database } from '../database/database.js';
import { described } from '../documents/described.js';
import { documentHead } from '../documents/queries.js';
import { writtenInvoice } from '../documents/write-e-invoice.js';
import { cameWith, exportDocuments } from '../exports/queries.js';
import type { KeptAttachment } from '../readers/make-kept.js';
import type { Services } from '../services.js';
import { pagesToKeep } from './queries.js';

/**
 * A document as PDF/A-3, made by a worker: pictures of its pages, its words, its fields, the data it came with and that which was made of it.
 * @throws ApiError where there is no such document, or it has no pages yet.
 */
export async function keptPdf({ readers }: Pick<Services, 'readers'>, db: Database, id: number): Promise<Buffer> {
  const [head, came, pages] = [await documentHead(db, id), await cameWith(db, id), await pagesToKeep(db, id)];
  if (!head || !came) throw new ApiError('no-such-document');
  if (came.blob === null) throw new ApiError('original-deleted');
  if (pages.length === 0 || pages.some(({ picture }) => picture === null))
    throw new ApiError(
      'no-such-page',
      'The document has not been read, so there is nothing to make a PDF of. Its file can be saved as it came.',
    );
  const pdf = await readers.run('kept-pdf', {
    ...(await described(db, head)),
    came: came.receivedAt,
    pages: await Promise.all(pages.map(async ({ picture, ...page }) => ({ ...page, picture: await fetchBlob(db, picture as Buffer) }))),
    attachments: await attachmentsOf(db, id, came.dataBlob),
  });
  return Buffer.from(pdf);
}

/** The data that it came with; what it says now, as JSON; and as an electronic invoice, where it is one that was checked and can be written. */
async function attachmentsOf(db: Database, id: number, dataBlob: Buffer | null): Promise<KeptAttachment[]> {
  const [said] = await exportDocuments(db, [id]);
  const attachments: KeptAttachment[] = [
    {
      name: 'document.json',
      type: 'application/json',
      relationship: 'Data',
      description: 'What the document says, with its lines and coding',
      bytes: Buffer.from(`${JSON.stringify(said, null, 1)}\n`),
    },
  ];
  if (dataBlob)
    attachments.push({
      name: 'as-it-came.xml',
      type: 'text/xml',
      relationship: 'Source',
      description: 'The data that it came with',
      bytes: await fetchBlob(db, dataBlob),
    });
  try {
    attachments.push({
      name: 'invoice.xml',
      type: 'text/xml',
      relationship: 'Alternative',
      description: 'The invoice by EN 16931, in the syntax of UN/CEFACT CII',
      bytes: Buffer.from(await writtenInvoice(db, id, 'cii')),
    });
  } catch (error) {
    // Not every document is an invoice that can be written so.
    if (!(error instanceof ApiError)) throw error;
  }
  return attachments;
}
