import { reasonedSchema, versionedSchema } from '@umber/contract/checking';
import { personOf, withRight } from '../people/sessions.js';
import { park, takeUp, turnAway } from './rest.js';
import { Router } from 'express';
import { idSchema } from '@umber/contract/documents';
import { Refused } from '../errors.js';
import { imageKind } from '../readers/image.js';
import type { Services } from '../services.js';
import { valid } from '../validation.js';
import { fetchBlob } from '../archive/blobs.js';
import { pageSchema, sendPicture } from './pictures.js';
import { documentFile, pagePicture } from './queries.js';
import { documentView } from './view.js';

/** Looking at documents, which every signed-in role may, and letting them rest. */
export function documentRoutes(services: Services): Router {
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
  router.post('/documents/:id/park', withRight('check'), async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await park(services.pool, id, personOf(response), valid(reasonedSchema, request.body));
    response.json(await documentView(services.pool, id));
  });
  router.post('/documents/:id/turn-away', withRight('check'), async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await turnAway(services.pool, id, personOf(response), valid(reasonedSchema, request.body));
    response.json(await documentView(services.pool, id));
  });
  router.post('/documents/:id/take-up', withRight('check'), async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await takeUp(services.pool, id, personOf(response), valid(versionedSchema, request.body));
    response.json(await documentView(services.pool, id));
  });
  return router;
}
