import type { Response } from 'express';
import { fetchBlob } from '../archive/blobs.js';
import { ApiError } from '../api-error.js';
import { isXml } from '../readers/held-in.js';
import { imageKind } from '../readers/image.js';
import { UnreadableFile } from '../readers/unreadable-file.js';
import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';
import { sendPicture } from './pictures.js';
import { eInvoiceView } from './e-invoice.js';
import { documentFile, pagePicture } from './queries.js';
import { park, turnAway } from './resting.js';
import { searchablePdf } from './searchable-pdf.js';
import { changedDocument, documentView } from './view.js';
import { writtenInvoice } from './write-e-invoice.js';

type Documents =
  'document' | 'eInvoice' | 'pageAsItCame' | 'documentPicture' | 'documentFile' | 'searchablePdf' | 'asUbl' | 'asCii' | 'park' | 'turnAway';

/** Looking at documents, and letting them rest. */
export const documentRoutes = (services: Services): Handlers<Documents> => {
  const { pool } = services;
  return {
    document: ({ params: { id } }) => documentView(pool, id),
    eInvoice: ({ params: { id } }) => eInvoiceView(pool, id),
    documentPicture: async ({ params: { id, page }, response }) => sendPicture(pool, response, await pagePicture(pool, id, page)),
    pageAsItCame: async ({ params: { id, page }, response }) => {
      const file = await documentFile(pool, id);
      if (!file || (await pagePicture(pool, id, page)) === null) throw new ApiError('no-such-page');
      const bytes = await fetchBlob(pool, file.blob);
      const drawn = await services.readers.run('as-it-came', { bytes, page }).catch((error: unknown) => {
        throw error instanceof UnreadableFile ? new ApiError('no-such-page') : error;
      });
      const picture = Buffer.from(drawn);
      response
        .type(imageKind(picture) ?? 'application/octet-stream')
        .set('Cache-Control', 'private, max-age=86400')
        .send(picture);
    },
    documentFile: async ({ params: { id }, response }) => {
      const file = await documentFile(pool, id);
      if (!file) throw new ApiError('no-such-document');
      const bytes = await fetchBlob(pool, file.blob);
      response
        .attachment(file.fileName.replace(/[^\p{L}\p{N}. _-]/gu, '_'))
        .type(imageKind(bytes) ?? (isXml(bytes) ? 'application/xml' : 'application/pdf'))
        .send(bytes);
    },
    searchablePdf: async ({ params: { id }, response }) =>
      sendFile(response, `document-${id}.pdf`, 'application/pdf', await searchablePdf(services, id)),
    asUbl: async ({ params: { id }, response }) =>
      sendFile(response, `document-${id}-ubl.xml`, 'application/xml', await writtenInvoice(pool, id, 'ubl')),
    asCii: async ({ params: { id }, response }) =>
      sendFile(response, `document-${id}-cii.xml`, 'application/xml', await writtenInvoice(pool, id, 'cii')),
    park: ({ params: { id }, person, input }) => changedDocument(pool, id, park(services, id, person, input)),
    turnAway: ({ params: { id }, person, input }) => changedDocument(pool, id, turnAway(pool, id, person, input)),
  };
};

/** Sends what was made, to be saved; its heads are set only then, as a refusal is no such file. */
const sendFile = (response: Response, name: string, type: string, bytes: Buffer | string): void =>
  void response.attachment(name).type(type).send(bytes);
