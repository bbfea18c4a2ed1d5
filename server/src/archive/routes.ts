import { Router } from 'express';
import Joi from 'joi';
import { idSchema } from '@umber/contract/documents';
import { Refused } from '../errors.js';
import { imageKind } from '../readers/image.js';
import type { Services } from '../services.js';
import { valid } from '../validation.js';
import { fetchBlob } from './blobs.js';
import { documentFile, pagePicture } from './queries.js';
import { documentView } from './view.js';

const pageSchema = Joi.number().integer().min(1).max(500).required();

/** Looking at documents: every signed-in role may. */
export function archiveRoutes(services: Services): Router {
  const router = Router();
  router.get('/documents/:id', async (request, response) => {
    response.json(await documentView(services.pool, valid(idSchema, request.params.id)));
  });
  router.get('/documents/:id/pages/:page/picture', async (request, response) => {
    const hash = await pagePicture(services.pool, valid(idSchema, request.params.id), valid(pageSchema, request.params.page));
    if (!hash) throw new Refused('no-such-page');
    const picture = await fetchBlob(services.pool, hash);
    response
      .type(imageKind(picture) ?? 'application/octet-stream')
      .set('Cache-Control', 'private, max-age=31536000, immutable')
      .send(picture);
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
  return router;
}
