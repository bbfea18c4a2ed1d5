import { Router } from 'express';
import { idSchema } from '@umber/contract/documents';
import { arrangementSchema, type FileView } from '@umber/contract/separating';
import { pageSchema, sendPicture } from '../documents/pictures.js';
import type { Database } from '../database/database.js';
import { Refused } from '../errors.js';
import { personOf, withRight } from '../people/sessions.js';
import type { Services } from '../services.js';
import { valid } from '../validation.js';
import { arrange } from './arrange.js';
import { separatorSheet } from './separator-sheet.js';
import { smallPictureOf } from './small-picture.js';
import { boundariesOf, fileHead, filePagePicture, filePages, partsOf } from './queries.js';

/** Files with their pages, and how these are put together. */
export function separatingRoutes(services: Services): Router {
  const router = Router();
  router.get('/files/:id', async (request, response) => {
    response.json(await fileView(services.pool, valid(idSchema, request.params.id)));
  });
  router.get('/files/:id/pages/:page/picture', async (request, response) => {
    await sendPicture(
      services.pool,
      response,
      await filePagePicture(services.pool, valid(idSchema, request.params.id), valid(pageSchema, request.params.page)),
    );
  });
  router.get('/files/:id/pages/:page/small', async (request, response) => {
    const [id, page] = [valid(idSchema, request.params.id), valid(pageSchema, request.params.page)];
    await sendPicture(services.pool, response, await smallPictureOf(services.pool, id, page));
  });
  router.put('/files/:id/documents', withRight('check'), async (request, response) => {
    const id = valid(idSchema, request.params.id);
    await arrange(services, id, personOf(response), valid(arrangementSchema, request.body));
    response.json(await fileView(services.pool, id));
  });
  router.get('/separator-sheet.pdf', async (_request, response) => {
    response
      .attachment('separator-sheet.pdf')
      .type('application/pdf')
      .send(await separatorSheet());
  });
  return router;
}

async function fileView(db: Database, id: number): Promise<FileView> {
  const head = await fileHead(db, id);
  if (!head) throw new Refused('no-such-thing', 'There is no such file.');
  const { arrivalId, sender, subject, receivedAt, name, version } = head;
  return {
    id,
    name,
    version,
    arrival: { id: arrivalId, sender, subject, receivedAt },
    pages: await filePages(db, id),
    boundaries: await boundariesOf(db, id),
    documents: await partsOf(db, id),
  };
}
