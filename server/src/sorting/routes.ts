import { Router } from 'express';
import { idSchema } from '@umber/contract/documents';
import { alikeChoiceSchema } from '@umber/contract/sorting';
import { personOf, withRight } from '../people/sessions.js';
import type { Services } from '../services.js';
import { valid } from '../validation.js';
import { alikeView, settleAlike } from './alike.js';
import { sortingView } from './queries.js';

/** How well sorting does, and documents of unknown suppliers that look alike. */
export function sortingRoutes(services: Services): Router {
  const router = Router();
  router.get('/sorting', async (_request, response) => {
    response.json(await sortingView(services.pool));
  });
  router.get('/alike/:id', async (request, response) => {
    response.json(await alikeView(services.pool, valid(idSchema, request.params.id)));
  });
  router.post('/alike/:id', withRight('check'), withRight('match'), async (request, response) => {
    response.json(
      await settleAlike(services, valid(idSchema, request.params.id), personOf(response), valid(alikeChoiceSchema, request.body)),
    );
  });
  return router;
}
