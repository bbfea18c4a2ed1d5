import { Router } from 'express';
import { careChangeSchema } from '@umber/contract/reading';
import { withRight } from '../people/sessions.js';
import type { Services } from '../services.js';
import { valid } from '../validation.js';
import { careView, setAcceptedRisk } from './queries.js';

/** How sure reading must be. */
export function readingRoutes(services: Services): Router {
  const router = Router();
  router.get('/reading/care', async (_request, response) => {
    response.json(await careView(services.pool));
  });
  router.put('/reading/care', withRight('risk'), async (request, response) => {
    await setAcceptedRisk(services.pool, valid(careChangeSchema, request.body).acceptedRisk);
    response.json(await careView(services.pool));
  });
  return router;
}
