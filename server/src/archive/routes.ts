import { Router } from 'express';
import { idSchema } from '@umber/contract/documents';
import { Refused } from '../errors.js';
import { imageKind } from '../readers/image.js';
import type { Services } from '../services.js';
import { valid } from '../validation.js';
import { fetchBlob } from './blobs.js';
import { pageSchema, sendPicture } from './pictures.js';
import { documentFile, pagePicture } from './queries.js';
import { searchablePdf } from './searchable-pdf.js';
import { keepingView } from './verify.js';
import { documentView } from './view.js';

/** Looking at documents: every signed-in role may. */
export function archiveRoutes(services: Services): Router {
  const router = Router();
  router.get('/documents/:id', async (request, response) => {
    response.json(await documentView(services.pool, valid(idSchema, request.params.id)));
  });
  router.get('/documents/:id/pages/:page/picture', async (request, response) => {
    await sendPicture(
      services.pool,
      response,
      await pagePicture(services.pool, valid(idSchema, request.params.id), valid(pageSchema, request.params.page)),
    );
  });
  router.get('/documents/:id/file', async (request, response) => {
    const file = await documentFile(services.pool, valid(idSchema, request.params.id));
    if (!file) throw new Refused('no-such-document');
    const bytes = await fetchBlob(services.pool, file.blob);
    response
      .attachment(file.fileName.replace(/[^\p{L}\p{N}. _-]/gu, '_'))
      .type(imageKind(bytes) ?? 'application/pdf')
      .send(bytes);
  });
  router.get('/documents/:id/searchable.pdf', async (request, response) => {
    const id = valid(idSchema, request.params.id);
    response
      .attachment(`document-${id}.pdf`)
      .type('application/pdf')
      .send(await searchablePdf(services.pool, id));
  });
  router.get('/keeping', async (_request, response) => {
    response.json(await keepingView(services.pool));
  });
  return router;
}
